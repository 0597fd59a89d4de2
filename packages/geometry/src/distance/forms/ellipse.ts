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
/** After a step by no more than this share, what is left of the way is below the last place: see docs/distance.md. */
const LAST = 1e-9;
/** A place so close to the longer axis lies on it. */
const TINY = 1e-290;

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
  findFoot(u, v, r, foot);
  const { u: fu, v: fv } = foot;
  const isInside = u * u + (v / r) * (v / r) < 1;
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

interface Foot {
  u: number;
  v: number;
}

/** Reused between calls. */
const foot: Foot = { u: 0, v: 0 };

/** The nearest point of the ellipse with the half-axes 1 and r to a place in the first quadrant. */
function findFoot(u: number, v: number, r: number, out: Foot): void {
  const rest = 1 - r * r;
  const rv = r * v;
  if (rv < TINY && u <= rest) {
    out.u = rest > 0 ? u / rest : 0;
    out.v = r * Math.sqrt(1 - out.u * out.u);
    return;
  }
  // s = t + r² loses nothing where the root lies close to the pole.
  let s = Math.max(u - rest, rv);
  for (let step = 0; step < STEPS; step++) {
    const perLong = 1 / (s + rest);
    const perShort = 1 / s;
    const p = u * perLong * (u * perLong);
    const q = rv * perShort * (rv * perShort);
    const by = (p + q - 1) / (2 * (p * perLong + q * perShort));
    if (!(s + by > s)) break;
    s += by;
    if (by <= LAST * s) break;
  }
  const fu = u / (s + rest);
  const fv = (r * rv) / s;
  // Back onto the ellipse, what rounding left beside it.
  const size = Math.sqrt(fu * fu + (fv / r) * (fv / r));
  out.u = fu / size;
  out.v = fv / size;
}
