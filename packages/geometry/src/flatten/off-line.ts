import { derivativesAt, pointAt, type Segment } from "../path";

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

/** Where C' × (dx, dy) is 0. */
function parallelTo(segment: Segment, dx: number, dy: number): number[] {
  if (segment.kind === "line") return [];
  if (segment.kind === "arc") {
    const { ux, uy, vx, vy, start, sweep } = segment;
    // C' = v cos θ − u sin θ.
    const angle = Math.atan2(vx * dy - vy * dx, ux * dy - uy * dx);
    // Angles are within (−2π, 4π): every half turn of that is tried.
    return Array.from({ length: 13 }, (_, k) => (angle + (k - 6) * Math.PI - start) / sweep);
  }
  const p = derivativesAt(segment, 0);
  const q = derivativesAt(segment, 1);
  const across = (x: number, y: number): number => x * dy - y * dx;
  const f0 = across(p.dx, p.dy);
  const f1 = across(p.ddx, p.ddy);
  return rootsOf(across(q.dx, q.dy) - f0 - f1, f1, f0);
}

/** The real roots of a t² + b t + c, without cancellation. */
export function rootsOf(a: number, b: number, c: number): number[] {
  const inside = b * b - 4 * a * c;
  if (!(inside >= 0)) return [];
  const q = -(b + (b < 0 ? -1 : 1) * Math.sqrt(inside)) / 2;
  return [q / a, c / q].filter(Number.isFinite);
}
