import { footed, type Slope } from "./slope";

/** An ellipse with its half-axes along x and y. */
export interface EllipseForm {
  x: number;
  y: number;
  rx: number;
  ry: number;
}

/** More steps Newton's method never took at ratios of the axes up to 1e4; where rounding stalls it, the last place stands. */
const STEPS = 60;

/**
 * The signed distance from (x, y) to an ellipse. In the first quadrant the line from p = (u, v) to its nearest point q meets the
 * ellipse at right angles: p − q = t ∇ at q, so q = (a² u / (a² + t), b² v / (b² + t)), and q lies on the ellipse where
 *
 *     F(t) = (a u / (a² + t))² + (b v / (b² + t))² − 1 = 0,     t > −min(a, b)².
 *
 * There F falls and is convex, so Newton's method from a place where F ≥ 0 rises to the root and never passes it. Such a place is
 * the greater of those where one term alone is 1: t = a u − a², t = b v − b². On the longer axis within the evolute F has no root, and
 * q lies where t = −min(a, b)².
 */
export function distanceToEllipse(x: number, y: number, ellipse: EllipseForm, slope?: Slope): number {
  const { rx: a, ry: b } = ellipse;
  const dx = x - ellipse.x;
  const dy = y - ellipse.y;
  const isTall = b > a;
  // By the longer half-axis, which becomes 1: u along it, v across.
  const long = isTall ? b : a;
  const r = (isTall ? a : b) / long;
  const u = Math.abs(isTall ? dy : dx) / long;
  const v = Math.abs(isTall ? dx : dy) / long;
  let fu = 0;
  let fv = 0;
  if (v === 0 && u * 1 < 1 - r * r) {
    fu = u / (1 - r * r);
    fv = r * Math.sqrt(Math.max(0, 1 - fu * fu));
  } else {
    // s = t + r²: where the root lies close to the pole, nothing is lost.
    const rest = 1 - r * r;
    let s = Math.max(u - rest, r * v, 0);
    if (s === 0) s = Number.MIN_VALUE;
    for (let step = 0; step < STEPS; step++) {
      const p = u / (s + rest);
      const q = (r * v) / s;
      const value = p * p + q * q - 1;
      const fall = 2 * ((p * p) / (s + rest) + (q * q) / s);
      const next = s + value / fall;
      if (!(next > s)) break;
      s = next;
    }
    fu = u / (s + rest);
    fv = s > 0 ? (r * r * v) / s : 0;
    // Back onto the ellipse, what rounding left beside it.
    const size = Math.hypot(fu, fv / r);
    fu /= size;
    fv /= size;
  }
  const isInside = u * u + (v / r) ** 2 < 1;
  const normal = Math.hypot(r * fu, fv / r) || 1;
  const distance = long * footed(slope, isInside, u, v, fu, fv, (r * fu) / normal, fv / r / normal);
  if (slope) {
    const along = slope.x * ((isTall ? dy : dx) < 0 ? -1 : 1);
    const across = slope.y * ((isTall ? dx : dy) < 0 ? -1 : 1);
    slope.x = isTall ? across : along;
    slope.y = isTall ? along : across;
  }
  return distance;
}
