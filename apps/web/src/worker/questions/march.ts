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
  /** Relaxed steps that went too far, were noticed, and were taken back. */
  takenBack: number;
  /** Whether the last step passed through the boundary, which happens where values are no bound. */
  hasOverstepped: boolean;
}

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
  const side = Math.sign(found.field.at(from.x, from.y)) || 1;
  const [dx, dy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  const steps: MarchView["steps"] = [];
  let at = 0;
  let before = { at: 0, gap: 0 };
  let factor = relaxed;
  let takenBack = 0;
  while (steps.length < MOST_STEPS && at <= FAR * size) {
    const [x, y] = [from.x + at * dx, from.y + at * dy];
    const gap = side * found.field.at(x, y);
    if (gap < -NEAR * size && factor === 1) {
      steps.push({ x, y, distance: -gap });
      return { steps, isHit: false, takenBack, hasOverstepped: true };
    }
    if (factor > 1 && steps.length > 0 && (gap < 0 || at - before.at > before.gap + gap)) {
      takenBack++;
      factor = 1;
      at = before.at + before.gap;
      continue;
    }
    steps.push({ x, y, distance: gap });
    if (gap <= NEAR * size) return { steps, isHit: true, takenBack, hasOverstepped: false };
    before = { at, gap };
    at += factor * gap;
  }
  return { steps, isHit: false, takenBack, hasOverstepped: false };
}
