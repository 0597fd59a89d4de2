import { derivativesAt, type Segment } from "../path";
import { type FittedPart, lineAlong } from "./part";

/** Rounds in which parameters are put anew where the curve is nearest. */
const ROUNDS = 6;

/** Directions of travel at points, x y each, unit vectors: `arriving` and `leaving` differ at corners only. */
export interface Tangents {
  arriving: Float64Array;
  leaving: Float64Array;
}

/** Tangents by the circle through each point and its neighbours; at corners and ends by the edge. */
export function tangentsAlong(points: Float64Array, isCorner: Uint8Array, closed: boolean): Tangents {
  const n = points.length / 2;
  const [arriving, leaving] = [new Float64Array(2 * n), new Float64Array(2 * n)];
  const edge = (i: number): [number, number, number] => {
    const [dx, dy] = [points[2 * i + 2] - points[2 * i], points[2 * i + 3] - points[2 * i + 1]];
    const length = Math.hypot(dx, dy);
    return [dx / length, dy / length, length];
  };
  for (let i = 0; i < n; i++) {
    const isEnd = i === 0 || i === n - 1;
    const [ax, ay, a] = edge(i > 0 ? i - 1 : closed ? n - 2 : 0);
    const [bx, by, b] = edge(i < n - 1 ? i : closed ? 0 : n - 2);
    if (isCorner[i] || (isEnd && !closed)) {
      arriving.set(endTangent(points, i, -1, edge, isCorner), 2 * i);
      leaving.set(endTangent(points, i, 1, edge, isCorner), 2 * i);
      continue;
    }
    // The chord angles to the tangent are as the lengths of the chords.
    const [x, y] = [ax * b + bx * a, ay * b + by * a];
    const length = Math.hypot(x, y) || 1;
    arriving.set([x / length, y / length], 2 * i);
    leaving.set([x / length, y / length], 2 * i);
  }
  return { arriving, leaving };
}

/** At an end the edge's direction, turned on by as much as the next edge turns away from the circle's tangent. */
function endTangent(
  points: Float64Array,
  i: number,
  side: 1 | -1,
  edge: (i: number) => [number, number, number],
  isCorner: Uint8Array,
): [number, number] {
  const n = points.length / 2;
  const [near, far] = side > 0 ? [i, i + 1] : [i - 1, i - 2];
  if (near < 0 || near > n - 2)
    return side > 0 ? endTangent(points, i, -1, edge, isCorner) : endTangent(points, i, 1, edge, isCorner);
  const [ux, uy, a] = edge(near);
  const between = side > 0 ? i + 1 : i - 1;
  if (far < 0 || far > n - 2 || isCorner[between]) return [ux, uy];
  const [vx, vy, b] = edge(far);
  const turn = Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy) * (a / (a + b));
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  // Backwards in time at a start: the mirror image of what the circle does at its next point.
  return [ux * c + uy * s, uy * c - ux * s];
}

/**
 * A cubic curve from point i to point j along the tangents there, with control lengths by least squares (M. Plass and
 * M. Stone, "Curve-fitting with piecewise parametric cubics", 1983; P. J. Schneider, "An algorithm for automatically fitting
 * digitized curves", 1990); null where it leaves the edges by more than the tolerance.
 *
 * With parameters t_k at the points, the curve between two of them leaves the edge by no more than the greater of its
 * distances from the points, |C(t_k) − P_k|, and h²/8 max|C''| together.
 */
export function cubicThrough(
  points: Float64Array,
  i: number,
  j: number,
  { arriving, leaving }: Tangents,
  tolerance: number,
): FittedPart | null {
  const n = j - i + 1;
  const t = new Float64Array(n);
  for (let k = 1; k < n; k++) {
    const q = 2 * (i + k);
    t[k] = t[k - 1] + Math.hypot(points[q] - points[q - 2], points[q + 1] - points[q - 1]);
  }
  const length = t[n - 1];
  if (!(length > 0)) return null;
  for (let k = 1; k < n; k++) t[k] /= length;
  const [ux, uy] = [leaving[2 * i], leaving[2 * i + 1]];
  const [vx, vy] = [-arriving[2 * j], -arriving[2 * j + 1]];
  for (let round = 0; round < ROUNDS; round++) {
    const curve = leastSquares(points, i, j, t, ux, uy, vx, vy, length);
    const deviation = deviationOf(curve, points, i, t);
    if (deviation <= tolerance) return { segment: curve, deviation };
    // Far off: other parameters will not mend it.
    if (deviation > 16 * tolerance && round > 1) return null;
    if (!reparametrise(curve, points, i, t)) return null;
  }
  if (n === 2) return { segment: lineAlong(points, i, j), deviation: 0 };
  return null;
}

function leastSquares(
  p: Float64Array,
  i: number,
  j: number,
  t: Float64Array,
  ux: number,
  uy: number,
  vx: number,
  vy: number,
  length: number,
): Segment {
  const [x0, y0, x3, y3] = [p[2 * i], p[2 * i + 1], p[2 * j], p[2 * j + 1]];
  let [aa, ab, bb, ra, rb] = [0, 0, 0, 0, 0];
  const dot = ux * vx + uy * vy;
  for (let k = 1; k + 1 < t.length; k++) {
    const s = 1 - t[k];
    const [b0, b1, b2, b3] = [s ** 3, 3 * s * s * t[k], 3 * s * t[k] ** 2, t[k] ** 3];
    const [rx, ry] = [
      p[2 * (i + k)] - (b0 + b1) * x0 - (b2 + b3) * x3,
      p[2 * (i + k) + 1] - (b0 + b1) * y0 - (b2 + b3) * y3,
    ];
    aa += b1 * b1;
    ab += b1 * b2 * dot;
    bb += b2 * b2;
    ra += b1 * (rx * ux + ry * uy);
    rb += b2 * (rx * vx + ry * vy);
  }
  const determinant = aa * bb - ab * ab;
  let [a, b] = [(ra * bb - rb * ab) / determinant, (rb * aa - ra * ab) / determinant];
  // Without points between, or where they tell nothing: a third of the way each.
  if (!(a > 1e-6 * length && a < 3 * length)) a = length / 3;
  if (!(b > 1e-6 * length && b < 3 * length)) b = length / 3;
  return { kind: "cubic", x0, y0, x1: x0 + a * ux, y1: y0 + a * uy, x2: x3 + b * vx, y2: y3 + b * vy, x3, y3 };
}

function deviationOf(curve: Segment, p: Float64Array, i: number, t: Float64Array): number {
  let worst = 0;
  let before = derivativesAt(curve, 0);
  let offBefore = 0;
  for (let k = 1; k < t.length; k++) {
    const here = derivativesAt(curve, t[k]);
    const off = Math.hypot(here.x - p[2 * (i + k)], here.y - p[2 * (i + k) + 1]);
    const h = t[k] - t[k - 1];
    const bend = Math.max(Math.hypot(before.ddx, before.ddy), Math.hypot(here.ddx, here.ddy));
    worst = Math.max(worst, Math.max(off, offBefore) + (h * h * bend) / 8);
    before = here;
    offBefore = off;
  }
  return worst;
}

/** One step of Newton's method towards the nearest places; false where parameters would not rise any more. */
function reparametrise(curve: Segment, p: Float64Array, i: number, t: Float64Array): boolean {
  for (let k = 1; k + 1 < t.length; k++) {
    const { x, y, dx, dy, ddx, ddy } = derivativesAt(curve, t[k]);
    const [ex, ey] = [x - p[2 * (i + k)], y - p[2 * (i + k) + 1]];
    const slope = dx * dx + dy * dy + ex * ddx + ey * ddy;
    if (slope > 0) t[k] -= (ex * dx + ey * dy) / slope;
    if (!(t[k] > t[k - 1] && t[k] < 1)) return false;
  }
  return true;
}
