import { alongLine } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";

interface Asked {
  name: string;
  from: { x: number; y: number };
  /** Where it is aimed at. */
  to: { x: number; y: number };
  /** Steps are so many times as long as is safe, 1 to 2. */
  relaxed: number;
  /** The plan's greater side: what is further away than so many of those is not looked for. */
  size: number;
}

export interface MarchView {
  /** Each step's place and the distance there. */
  steps: { x: number; y: number; distance: number }[];
  /** Whether the boundary was reached, in which case the last step lies on it. */
  isHit: boolean;
  /** Whether it was left after the last step that is allowed, before anything came of it. */
  isLeft: boolean;
  /** Relaxed steps that went too far, were noticed, and were taken back. */
  takenBack: number;
  /** Whether the last step passed through the boundary, which happens where values are no bound. */
  hasOverstepped: boolean;
  /** Whether values are a bound on the side of the start, so that steps are safe. */
  isSafe: boolean;
}

/** A ray that is not done by then is left where it is. */
const MOST_STEPS = 256;
/** The boundary is reached where it is nearer than this part of the plan. */
const NEAR = 1e-6;
/** Beyond so many plan sizes nothing is met any more. */
const FAR = 8;

/**
 * Marches a ray through the field of a shape: each step is as long as the boundary is away, or `relaxed` times that. A relaxed step went too
 * far when the discs of safety before and behind it have nothing in common: then it is taken back, and steps are plain from there.
 * Source: J. C. Hart, Sphere tracing (1996); over-relaxation: B. Keinert et al., Enhanced sphere tracing (2014).
 */
export function march(sheet: AskedSheet, { name, from, to, relaxed, size }: Asked): MarchView | null {
  const found = sheet.fieldOf(name);
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (!found || length === 0) return null;
  const { field } = found;
  const side = Math.sign(field.at(from.x, from.y)) || 1;
  const isSafe = field.worth[side < 0 ? "inside" : "outside"] !== "neither";
  const [dx, dy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  const placeAt = (at: number) => ({ x: from.x + at * dx, y: from.y + at * dy });
  /** Whether the boundary lies between two places of the ray, also where the second one lies behind a wall. */
  const hasCrossed = (start: number, end: number): boolean =>
    end > start &&
    alongLine(field, placeAt(start), placeAt(end)).zeros.some((share) => (1 - share) * (end - start) > NEAR * size);
  const steps: MarchView["steps"] = [];
  let at = 0;
  let before = { at: 0, gap: 0 };
  let factor = relaxed;
  let takenBack = 0;
  const seen = (end: Partial<MarchView>): MarchView => ({
    ...{ steps, takenBack, isSafe, isHit: false, isLeft: false, hasOverstepped: false },
    ...end,
  });
  while (steps.length < MOST_STEPS && at <= FAR * size) {
    const { x, y } = placeAt(at);
    const gap = side * field.at(x, y);
    if (factor > 1 && steps.length > 0 && (gap < 0 || at - before.at > before.gap + gap)) {
      takenBack++;
      factor = 1;
      at = before.at + before.gap;
      continue;
    }
    if (!isSafe && hasCrossed(before.at, at)) {
      steps.push({ x, y, distance: Math.abs(gap) });
      return seen({ hasOverstepped: true });
    }
    steps.push({ x, y, distance: gap });
    if (gap <= NEAR * size) return seen({ isHit: true });
    before = { at, gap };
    at += factor * gap;
  }
  return seen({ isLeft: at <= FAR * size });
}
