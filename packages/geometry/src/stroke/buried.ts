import type { PartSide } from "./side";

/**
 * Where a result holds all within a distance h of an outline, pieces of the band beside it that lie deep inside show nowhere.
 *
 * Walks come as near to the outline as h − s. Let M be a little more than s. A piece is left out when its far side lies
 * within h − 2 M of other places of the outline. A place y with a distance from h − M to h lies on the way from its nearest
 * place of the outline to a place of the far side there, M further at most and so no nearer to the outline than h − 2 M:
 * that piece has not been left out, and covers y. So what is left bare inside lies within h − M, and so does the boundary
 * that it adds there, while the boundary of the result lies at h − s or further: one vertex tells a ring of one from the other.
 */
export function withoutBuried(sides: readonly PartSide[], h: number, tolerance: number): PartSide[] {
  const deep = h - 2 * MARGIN * tolerance;
  const n = sides.length;
  /** Whether a circle lies within reach of a place of a neighbour, at growing steps: nearly all that is buried does. */
  const isDeep = (k: number, x: number, y: number, radius: number): boolean => {
    const reach = deep - radius;
    if (!(reach > 0)) return false;
    const comesWithin = (other: number): boolean => {
      const { feet } = sides[(other + n) % n];
      const dx = feet[0] - x;
      const dy = feet[1] - y;
      return dx * dx + dy * dy < reach * reach;
    };
    for (let step = 1; step <= n / 2; step *= 2) if (comesWithin(k + step) || comesWithin(k - step)) return true;
    return false;
  };
  return sides.filter(({ walk, feet }, k) => {
    const isReturn = (i: number): boolean => walk[i] === feet[i] && walk[i + 1] === feet[i + 1];
    for (let i = 0; i + 3 < walk.length; i += 2) {
      if (isReturn(i) || isReturn(i + 2)) continue;
      const [ax, ay, bx, by] = [walk[i], walk[i + 1], walk[i + 2], walk[i + 3]];
      if (!isDeep(k, (ax + bx) / 2, (ay + by) / 2, Math.hypot(bx - ax, by - ay) / 2)) return true;
    }
    return false;
  });
}

/** Rings around what is left bound the result where they lie further from the outline than this. */
export function leastGap(h: number, tolerance: number): number {
  return h - MARGIN * tolerance;
}

/** M in tolerances: polygons for discs and chords for curves take up one together. */
const MARGIN = 1.25;
