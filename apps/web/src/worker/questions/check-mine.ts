import { type LocationIndex, locationIndex, operandOf, type Ring } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";
import { type ProbedPoints, SIDES } from "../probed-points";
import { writtenOperand } from "./why";

/** What may have made somebody's own answer another one. */
type Cause =
  | "boundary counted otherwise"
  | "the other fill rule"
  | "y turned over"
  | "x and y swapped"
  | "flattened too coarsely"
  | "float32"
  | "inside and outside swapped"
  | "not known";

export interface CheckView {
  /** Points whose side in the file is not ours, by their places, each with the likely cause. */
  differences: { point: number; cause: Cause }[];
  total: number;
  /** For each cause by itself, how many points of the file it would leave unexplained; the best first. */
  hypotheses: { cause: Cause; wrong: number }[];
}

/** Within so many tolerances of the outline a coarser flattening may decide otherwise. */
const COARSE = 20;

/**
 * The sides that a file gives for its points against ours, and what explains the differences; null without a shape or sides. The plan
 * reaches from `top` over a height, about which y may have been turned.
 */
export function checkMine(
  sheet: AskedSheet,
  { name, points, top, height }: { name: string; points: ProbedPoints; top: number; height: number },
): CheckView | null {
  const shape = sheet.shape(name);
  const { labels, x, y, side, distance } = points;
  if (!shape || !labels) return null;
  const other = shape.fillRule === "nonzero" ? "evenodd" : "nonzero";
  const by = (index: LocationIndex, px: (i: number) => number, py: (i: number) => number) => (i: number) =>
    SIDES.indexOf(index.locate(px(i), py(i)).side);
  const ours = locationIndex(operandOf(shape.polygons));
  const [atX, atY] = [(i: number) => x[i], (i: number) => y[i]];
  const written = writtenOperand(shape);
  const single = locationIndex({ ...written, rings: written.rings.map(asSingles) });
  const answers = new Map<Cause, (i: number) => number>([
    ["the other fill rule", by(locationIndex({ ...written, fillRule: other }), atX, atY)],
    ["y turned over", by(ours, atX, (i) => 2 * top + height - y[i])],
    ["x and y swapped", by(ours, atY, atX)],
    [
      "float32",
      by(
        single,
        (i) => Math.fround(x[i]),
        (i) => Math.fround(y[i]),
      ),
    ],
    ["inside and outside swapped", (i) => (side[i] === BOUNDARY ? BOUNDARY : 1 - side[i])],
  ]);
  const hypotheses = [...answers].map(([cause, answer]) => ({ cause, wrong: countWrong(labels, answer) }));
  hypotheses.sort((a, b) => a.wrong - b.wrong);
  const isBoundary = (i: number): boolean => side[i] === BOUNDARY || labels[i] === BOUNDARY;
  const differences: CheckView["differences"] = [];
  for (let i = 0; i < labels.length; i++) if (labels[i] !== side[i]) differences.push({ point: i, cause: "not known" });
  // What explains nearly all of the file explains its points, too; a cause of single points comes after that.
  const whole = hypotheses.find(({ wrong }) => wrong < differences.length / 2)?.cause;
  for (const difference of differences) {
    const { point: i } = difference;
    const explains = (cause: Cause | undefined): boolean =>
      cause !== undefined && answers.get(cause)?.(i) === labels[i];
    if (explains(whole)) difference.cause = whole!;
    else if (isBoundary(i) && explains("float32")) difference.cause = "float32";
    else if (isBoundary(i)) difference.cause = "boundary counted otherwise";
    else if (explains("the other fill rule")) difference.cause = "the other fill rule";
    else if (explains("float32")) difference.cause = "float32";
    else if (shape.hasCurves && Math.abs(distance[i]) <= COARSE * shape.error)
      difference.cause = "flattened too coarsely";
    else if (explains("y turned over")) difference.cause = "y turned over";
    else if (explains("x and y swapped")) difference.cause = "x and y swapped";
  }
  return { differences, total: labels.length, hypotheses };
}

const BOUNDARY = SIDES.indexOf("boundary");

function countWrong(labels: Uint8Array, answer: (i: number) => number): number {
  let count = 0;
  for (let i = 0; i < labels.length; i++) if (answer(i) !== labels[i] && labels[i] !== BOUNDARY) count++;
  return count;
}

function asSingles(ring: Ring): Ring {
  return ring.map(Math.fround);
}
