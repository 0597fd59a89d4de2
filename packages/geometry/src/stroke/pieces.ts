import type { Ring } from "../polygon";
import type { PartSide } from "./side";

/** Curves are cut into pieces of about this many steps of a walk. */
export const STEPS_A_PIECE = 16;

/** What lies between an outline and the walk beside it. */
export function pieceOf({ walk, feet }: Pick<PartSide, "walk" | "feet">): Ring {
  const ring = [...walk];
  const base = withoutRepeats(feet);
  for (let i = base.length - 2; i >= 0; i -= 2) ring.push(base[i], base[i + 1]);
  return Float64Array.from(ring);
}

/** Points x y … without those that repeat the one before. */
export function withoutRepeats(points: readonly number[]): number[] {
  const kept: number[] = [];
  for (let k = 0; k < points.length; k += 2)
    if (k === 0 || points[k] !== points[k - 2] || points[k + 1] !== points[k - 1]) kept.push(points[k], points[k + 1]);
  return kept;
}
