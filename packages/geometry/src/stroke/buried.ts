import type { PartSide } from "./side";

/**
 * Where a result holds all within a distance h of an outline, pieces of the band beside it that lie deep inside show nowhere.
 *
 * Walks come as near to the outline as h − s. Let M be a little more than s. A piece is left out when its far side lies
 * within h − 2 M of other places of the outline: each of its edges, where both ends are that near to one such place. A place y with a distance from h − M to h lies on the way from its nearest
 * place of the outline to a place of the far side there, M further at most and so no nearer to the outline than h − 2 M:
 * that piece has not been left out, and covers y. So what is left bare inside lies within h − M, and so does the boundary
 * that it adds there, while the boundary of the result lies at h − s or further: one vertex tells a ring of one from the other.
 */
export function withoutBuried(sides: readonly PartSide[], h: number, tolerance: number): PartSide[] {
  const deep = h - 2 * MARGIN * tolerance;
  const n = sides.length;
  /** Whether a neighbour's foot has both ends within reach, and so the edge: all near ones, then at growing steps. */
  const isDeep = (k: number, ax: number, ay: number, bx: number, by: number): boolean => {
    if (!(deep > 0)) return false;
    const comesWithin = (other: number): boolean => {
      const { feet } = sides[(other + n) % n];
      const [x, y] = [feet[0], feet[1]];
      return (
        (ax - x) * (ax - x) + (ay - y) * (ay - y) < deep * deep &&
        (bx - x) * (bx - x) + (by - y) * (by - y) < deep * deep
      );
    };
    for (let step = 1; step <= n / 2; step = step < NEAR ? step + 1 : 2 * step)
      if (comesWithin(k + step) || comesWithin(k - step)) return true;
    return false;
  };
  return sides.filter(({ walk, feet }, k) => {
    const isReturn = (i: number): boolean => walk[i] === feet[i] && walk[i + 1] === feet[i + 1];
    let isBehind = false;
    for (let i = 0; i + 3 < walk.length; i += 2) {
      // From its foot to its foot a walk goes around the rest of a disc, which no place beside the outline is nearest to.
      if (isReturn(i)) isBehind = !isBehind;
      if (isBehind || isReturn(i) || isReturn(i + 2)) continue;
      const [ax, ay, bx, by] = [walk[i], walk[i + 1], walk[i + 2], walk[i + 3]];
      if (!isDeep(k, ax, ay, bx, by)) return true;
    }
    return false;
  });
}

/** Rings around what is left bound the result where they lie further from the outline than this. */
export function leastGap(h: number, tolerance: number): number {
  return h - MARGIN * tolerance;
}

/** So many neighbours on both sides are all looked at: a rough outline is buried by its next peaks. */
const NEAR = 12;

/** M in tolerances: polygons for discs and chords for curves take up one together. */
const MARGIN = 1.25;
