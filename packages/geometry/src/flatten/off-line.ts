import { parallelTo, pointAt, type Segment } from "../path";

/** Signed distances from a line through (x, y) along the unit vector (dx, dy), positive to the side (−dy, dx). */
export interface Extent {
  least: number;
  greatest: number;
}

/**
 * Between which distances from a line a segment runs from t0 to t1. Exact up to rounding: they are taken at an end or
 * where C' runs along the line, which is a root of a polynomial of degree 2 at most, or for an arc an angle.
 */
export function extentFromLine(
  segment: Segment,
  t0: number,
  t1: number,
  x: number,
  y: number,
  dx: number,
  dy: number,
): Extent {
  const extent: Extent = { least: Number.POSITIVE_INFINITY, greatest: Number.NEGATIVE_INFINITY };
  for (const t of [t0, t1, ...parallelTo(segment, dx, dy)]) {
    if (!(t >= t0 && t <= t1)) continue;
    const [px, py] = pointAt(segment, t);
    const distance = dx * (py - y) - dy * (px - x);
    extent.least = Math.min(extent.least, distance);
    extent.greatest = Math.max(extent.greatest, distance);
  }
  return extent;
}
