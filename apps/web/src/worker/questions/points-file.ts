import { readPoints } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";
import { classify, type ProbedPoints } from "../probed-points";

export interface PointsFileView {
  /** How far it is, in steps of a thousand. */
  done: number;
  steps: number;
  /** What the file was taken for, and which of its columns were left out; empty until it was read. */
  source: string;
  leftOut: string[];
  /** Sides first; how far they are is told at the end. */
  points: ProbedPoints | null;
}

/** Milliseconds at least between two reports. */
const PAUSE = 100;
const TAKEN_IN = 400;
/** Steps, and how many of them reading takes. */
const STEPS = 1000;
const READING = 400;

/** Reads a file of points and asks a shape about all of them, telling how far it is; throws `ImportError` where the file is wrong. */
export async function pointsFile(
  sheet: AskedSheet,
  { name, file }: { name: string; file: File },
  tell: (soFar: PointsFileView) => void,
): Promise<PointsFileView | null> {
  const shape = sheet.shape(name);
  if (!shape) return null;
  let before = performance.now();
  const view: PointsFileView = { done: 0, steps: STEPS, source: "", leftOut: [], points: null };
  const reached = (done: number): void => {
    const now = performance.now();
    if (now - before < PAUSE) return;
    before = now;
    tell({ ...view, done: Math.floor(done) });
  };
  const { source, x, y, labels, leftOut } = readPoints(await file.text(), file.name, (share) =>
    reached(READING * share),
  );
  Object.assign(view, { source, leftOut });
  const steps = classify(shape, x, y, labels);
  let step = steps.next();
  // Their sides are sent once, before the first distance; the page needs a while to take them in.
  if (!step.done) tell({ ...view, done: READING, points: step.value });
  before = performance.now() + TAKEN_IN;
  for (; !step.done; step = steps.next()) reached(READING + ((STEPS - READING) * step.value.measured) / x.length);
  return { ...view, done: STEPS, points: step.value };
}
