import { orientation } from "../numeric";
import type { Bounds, MultiPolygon, Ring } from "./types";

/**
 * Twice-summed shoelace area, halved, in squared plan units; positive when the ring turns from +x towards +y.
 * Computed from differences to the first vertex, so that a small ring far from the origin keeps its digits; the error
 * is at most about n 2^-52 times the extent squared.
 */
export function signedArea(ring: Ring): number {
  const n = ring.length;
  if (n < 6) return 0;
  const ox = ring[0];
  const oy = ring[1];
  let sum = 0;
  let px = ring[2] - ox;
  let py = ring[3] - oy;
  for (let i = 4; i < n; i += 2) {
    const qx = ring[i] - ox;
    const qy = ring[i + 1] - oy;
    sum += px * qy - py * qx;
    px = qx;
    py = qy;
  }
  return sum / 2;
}

/** The area of polygons: outer rings less holes, in squared plan units. */
export function area(polygons: MultiPolygon): number {
  let sum = 0;
  for (const { outer, holes } of polygons) {
    sum += signedArea(outer);
    for (const hole of holes) sum += signedArea(hole);
  }
  return sum;
}

/** Length of a ring's edges, in plan units, the closing edge included unless `closed` is false. */
export function perimeter(ring: Ring, closed = true): number {
  const n = ring.length;
  let sum = 0;
  for (let i = 2; i < n; i += 2) sum += Math.hypot(ring[i] - ring[i - 2], ring[i + 1] - ring[i - 1]);
  if (closed && n >= 4) sum += Math.hypot(ring[0] - ring[n - 2], ring[1] - ring[n - 1]);
  return sum;
}

/** The smallest box with sides along the axes around all rings, or null when there is no vertex. */
export function bounds(rings: readonly Ring[]): Bounds | null {
  let minX = Number.POSITIVE_INFINITY;
  let minY = Number.POSITIVE_INFINITY;
  let maxX = Number.NEGATIVE_INFINITY;
  let maxY = Number.NEGATIVE_INFINITY;
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      minX = Math.min(minX, ring[i]);
      maxX = Math.max(maxX, ring[i]);
      minY = Math.min(minY, ring[i + 1]);
      maxY = Math.max(maxY, ring[i + 1]);
    }
  return minX <= maxX ? { minX, minY, maxX, maxY } : null;
}

/**
 * The sense in which a simple ring turns: 1 from +x towards +y, −1 the other way, 0 for a ring without area.
 * Exact: the turn at the lexicographically least vertex, between the nearest neighbours that leave its line.
 */
export function orientationOf(ring: Ring): -1 | 0 | 1 {
  const n = ring.length / 2;
  let least = 0;
  for (let i = 1; i < n; i++)
    if (ring[2 * i] < ring[2 * least] || (ring[2 * i] === ring[2 * least] && ring[2 * i + 1] < ring[2 * least + 1]))
      least = i;
  const x = ring[2 * least];
  const y = ring[2 * least + 1];
  const differs = (i: number): boolean => ring[2 * i] !== x || ring[2 * i + 1] !== y;
  let before = least;
  do before = (before + n - 1) % n;
  while (before !== least && !differs(before));
  let after = least;
  do after = (after + 1) % n;
  while (after !== least && !differs(after));
  if (n < 3 || before === least || after === least) return 0;
  return orientation(ring[2 * before], ring[2 * before + 1], x, y, ring[2 * after], ring[2 * after + 1]);
}
