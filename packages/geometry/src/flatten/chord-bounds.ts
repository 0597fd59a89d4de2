import { type Arc, type Cubic, longestHalfAxis, type Quadratic, type RationalQuadratic, type Segment } from "../path";

/** An upper bound of the greatest distance between the curve on [t0, t1] and the chord between its ends there. */
export type ChordBound = (t0: number, t1: number) => number;

/** The bound for a segment; null for a line, which is its chord. */
export function chordBoundOf(segment: Segment): ChordBound | null {
  switch (segment.kind) {
    case "line":
      return null;
    case "quadratic":
      return quadraticBound(segment);
    case "rational":
      return rationalBound(segment);
    case "cubic":
      return cubicBound(segment);
    case "arc":
      return arcBound(segment);
  }
}

/*
 * Two bounds serve all curves, the smaller one counts.
 *
 * Same parameter: |C(t) − chord(t)| <= h²/8 max|C''| with h = t1 − t0 (linear interpolation error). Always valid.
 *
 * Distance to the line through the chord, exact or nearly so: it is the distance to the chord itself only when the
 * curve does not run past the chord's ends. That is certain where C'·d >= 0 on [t0, t1], d being the chord's
 * direction: the curve's foot then moves from one end of the chord to the other and never leaves it.
 */

/** Products of lengths below this vanish among the denormals; only the bound that needs no products is used there. */
const SHORTEST = 1e-140;

/** Exact distance to the line: half a step squared times |d × C''| / (2 |d|), reached in the middle. */
function quadraticBound(curve: Quadratic): ChordBound {
  const { x0, y0, x1, y1, x2, y2 } = curve;
  const ax = 2 * (x0 - 2 * x1 + x2);
  const ay = 2 * (y0 - 2 * y1 + y2);
  const bx = 2 * (x1 - x0);
  const by = 2 * (y1 - y0);
  const second = Math.hypot(ax, ay);
  return (t0, t1) => {
    const h = t1 - t0;
    const sameParameter = (h * h * second) / 8;
    // C' is linear in t and the chord is h C'(middle).
    const m = (t0 + t1) / 2;
    const dx = bx + ax * m;
    const dy = by + ay * m;
    const length = Math.hypot(dx, dy);
    const half = (h / 2) * (ax * dx + ay * dy);
    if (!(length > SHORTEST) || Math.abs(half) > length * length) return sameParameter;
    return Math.min(sameParameter, (h * h * Math.abs(dx * ay - dy * ax)) / (8 * length));
  };
}

/**
 * The part on [t0, t1] is a rational curve Q0 Q1 Q2 in standard form itself, of weight v (see rationalPart): its points are
 * (s² Q0 + 2 v s t Q1 + t² Q2) / D. Let R be the point of the chord that is nearest to Q1. With R for Q1 that is a point of
 * the chord, (2 v s t / D) |Q1 − R| away; and 2 v s t / D is greatest in the middle, v / (1 + v). The bound is reached
 * there wherever R is the foot of Q1 on the chord's line.
 */
function rationalBound({ x0, y0, x1, y1, x2, y2, weight }: RationalQuadratic): ChordBound {
  return (t0, t1) => {
    const [s0, s1] = [1 - t0, 1 - t1];
    // The polar form at (t0, t0), (t0, t1) and (t1, t1): shares of the control points, and points.
    const [p0, q0, r0] = [s0 * s0, 2 * weight * s0 * t0, t0 * t0];
    const [p1, q1, r1] = [s0 * s1, weight * (s0 * t1 + t0 * s1), t0 * t1];
    const [p2, q2, r2] = [s1 * s1, 2 * weight * s1 * t1, t1 * t1];
    const [a, b, c] = [p0 + q0 + r0, p1 + q1 + r1, p2 + q2 + r2];
    const [ax, ay] = [(p0 * x0 + q0 * x1 + r0 * x2) / a, (p0 * y0 + q0 * y1 + r0 * y2) / a];
    const [bx, by] = [(p1 * x0 + q1 * x1 + r1 * x2) / b, (p1 * y0 + q1 * y1 + r1 * y2) / b];
    const [cx, cy] = [(p2 * x0 + q2 * x1 + r2 * x2) / c, (p2 * y0 + q2 * y1 + r2 * y2) / c];
    const v = b / Math.sqrt(a * c);
    const [px, py, qx, qy] = [cx - ax, cy - ay, bx - ax, by - ay];
    const squared = px * px + py * py;
    const share = squared > 0 ? Math.max(0, Math.min(1, (px * qx + py * qy) / squared)) : 0;
    return (v / (1 + v)) * Math.hypot(qx - share * px, qy - share * py);
  };
}

/**
 * Around the middle m, with s in [−1, 1] across the interval, the distance to the line is h²/8 (1 − s²) |A + B s| with
 * A = d × C''(m) / |d| and B = h d × C''' / (6 |d|). C'·d >= 0 is read off the Bernstein coefficients of C' there.
 */
function cubicBound(curve: Cubic): ChordBound {
  const { x0, y0, x1, y1, x2, y2, x3, y3 } = curve;
  // C'(t) = b + 2 c t + 3 d t², C'' = 2 c + 6 d t, C''' = 6 d.
  const bx = 3 * (x1 - x0);
  const by = 3 * (y1 - y0);
  const cx = 3 * (x0 - 2 * x1 + x2);
  const cy = 3 * (y0 - 2 * y1 + y2);
  const dx = x3 - x0 + 3 * (x1 - x2);
  const dy = y3 - y0 + 3 * (y1 - y2);
  return (t0, t1) => {
    const h = t1 - t0;
    const m = (t0 + t1) / 2;
    const second0 = Math.hypot(2 * cx + 6 * dx * t0, 2 * cy + 6 * dy * t0);
    const second1 = Math.hypot(2 * cx + 6 * dx * t1, 2 * cy + 6 * dy * t1);
    const sameParameter = (h * h * Math.max(second0, second1)) / 8;
    // The chord divided by h: C'(m) + h²/24 C'''.
    const gx = bx + 2 * cx * m + 3 * dx * m * m + (h * h * dx) / 4;
    const gy = by + 2 * cy * m + 3 * dy * m * m + (h * h * dy) / 4;
    const length = Math.hypot(gx, gy);
    if (!(length > SHORTEST)) return sameParameter;
    const d0 = (bx + t0 * (2 * cx + 3 * dx * t0)) * gx + (by + t0 * (2 * cy + 3 * dy * t0)) * gy;
    const d2 = (bx + t1 * (2 * cx + 3 * dx * t1)) * gx + (by + t1 * (2 * cy + 3 * dy * t1)) * gy;
    const d1 = (bx + cx * (t0 + t1) + 3 * dx * t0 * t1) * gx + (by + cy * (t0 + t1) + 3 * dy * t0 * t1) * gy;
    if (d0 < 0 || d1 < 0 || d2 < 0) return sameParameter;
    const a = Math.abs(gx * (2 * cy + 6 * dy * m) - gy * (2 * cx + 6 * dx * m)) / length;
    const b = Math.abs(h * (gx * dy - gy * dx)) / length;
    return Math.min(sameParameter, ((h * h) / 8) * greatestBump(a, b));
  };
}

/** The maximum of (1 − s²)(a + b s) over [−1, 1] for a, b >= 0; it is at s = (sqrt(a² + 3 b²) − a) / (3 b). */
export function greatestBump(a: number, b: number): number {
  const s = b / (Math.sqrt(a * a + 3 * b * b) + a);
  // Rounding near 0, and squares that vanish: (1 − s²)(a + b s) <= a + b.
  if (!(b > 1e-9 * a && s <= 1)) return a + b;
  return (1 - s * s) * (a + b * s);
}

/**
 * Over angles θm ± δ the chord is parallel to C'(θm) and the distance to its line is
 * (1 − cos δ) |u × v| / |C'(θm)|, exactly, at θm. C'·C'(θm) is a sinusoid, positive in the middle: nowhere negative
 * when it is not negative at both ends and δ <= π/2.
 */
function arcBound(arc: Arc): ChordBound {
  const { ux, uy, vx, vy, start, sweep } = arc;
  const area = Math.abs(ux * vy - uy * vx);
  // |C''(θ)| = |u cos θ + v sin θ| is at most the longer half-axis, and that at most the hypotenuse of both.
  const longest = longestHalfAxis(ux, uy, vx, vy);
  return (t0, t1) => {
    const delta = (Math.abs(sweep) * (t1 - t0)) / 2;
    const sameParameter = ((delta * delta) / 2) * longest;
    if (delta > Math.PI / 2) return sameParameter;
    const middle = start + (sweep * (t0 + t1)) / 2;
    const cos = Math.cos(middle);
    const sin = Math.sin(middle);
    const dx = vx * cos - ux * sin;
    const dy = vy * cos - uy * sin;
    const squared = dx * dx + dy * dy;
    if (!(squared > SHORTEST * SHORTEST)) return sameParameter;
    // C'(θm ± δ)·C'(θm) = cos δ |C'(θm)|² ∓ sin δ C(θm)·C'(θm), C taken from the centre.
    const across = (ux * cos + vx * sin) * dx + (uy * cos + vy * sin) * dy;
    // A sinusoid of at least that size which is negative by a share of 1e-9 at the end has been so for an angle of 1e-9:
    // the arc runs past the chord by less than 1e-18 of its size. Half an ellipse along its axis is such a case.
    if (Math.abs(Math.sin(delta) * across) > (Math.cos(delta) + 1e-9) * squared) return sameParameter;
    const s = Math.sin(delta / 2);
    return Math.min(sameParameter, (2 * s * s * area) / Math.sqrt(squared));
  };
}
