import { derivativesAt } from "./derivatives";
import type { Segment } from "./model";

/**
 * The length of a segment between two parameters, in plan units, by adaptive Gauss-Legendre quadrature of |C'|; the
 * error is about 1e-14 of the length, 1e-10 where the curve has a cusp. Lines and circular arcs are exact.
 */
export function segmentLength(segment: Segment, t0 = 0, t1 = 1): number {
  if (segment.kind === "line") return (t1 - t0) * Math.hypot(segment.x1 - segment.x0, segment.y1 - segment.y0);
  if (segment.kind === "arc") {
    const { ux, uy, vx, vy, sweep } = segment;
    const [u, v] = [Math.hypot(ux, uy), Math.hypot(vx, vy)];
    if (u === v && ux * vx + uy * vy === 0) return (t1 - t0) * Math.abs(sweep) * u;
  }
  return halved(segment, t0, t1, quadrature(segment, t0, t1), 40);
}

/** The parameter at which a segment has run for `length` plan units from its start; 0 and 1 beyond its ends. */
export function parameterAtLength(segment: Segment, length: number): number {
  const total = segmentLength(segment);
  if (!(length > 0)) return 0;
  if (length >= total) return 1;
  // Newton's method within a bracket: the length grows with t, its derivative is the speed.
  let [low, high] = [0, 1];
  let t = length / total;
  for (let i = 0; i < 60 && high - low > 1e-15; i++) {
    const over = segmentLength(segment, 0, t) - length;
    if (over > 0) high = t;
    else low = t;
    if (Math.abs(over) <= 1e-15 * total) break;
    const { dx, dy } = derivativesAt(segment, t);
    const next = t - over / Math.hypot(dx, dy);
    t = next > low && next < high ? next : (low + high) / 2;
  }
  return t;
}

function halved(segment: Segment, t0: number, t1: number, whole: number, depth: number): number {
  const middle = (t0 + t1) / 2;
  const first = quadrature(segment, t0, middle);
  const second = quadrature(segment, middle, t1);
  if (depth === 0 || Math.abs(first + second - whole) <= 1e-14 * whole) return first + second;
  return halved(segment, t0, middle, first, depth - 1) + halved(segment, middle, t1, second, depth - 1);
}

function quadrature(segment: Segment, t0: number, t1: number): number {
  const [middle, half] = [(t0 + t1) / 2, (t1 - t0) / 2];
  let sum = 0;
  for (let i = 0; i < ABSCISSAE.length; i++)
    for (const sign of [-1, 1]) {
      const { dx, dy } = derivativesAt(segment, middle + sign * half * ABSCISSAE[i]);
      sum += WEIGHTS[i] * Math.hypot(dx, dy);
    }
  return half * sum;
}

/** Gauss-Legendre with 16 points: positive abscissae and their weights (Abramowitz and Stegun, table 25.4). */
const ABSCISSAE = [
  0.09501250983763744, 0.2816035507792589, 0.45801677765722737, 0.6178762444026438, 0.755404408355003,
  0.8656312023878318, 0.9445750230732326, 0.9894009349916499,
];
const WEIGHTS = [
  0.1894506104550685, 0.18260341504492358, 0.16915651939500254, 0.14959598881657674, 0.12462897125553388,
  0.09515851168249279, 0.06225352393864789, 0.0271524594117541,
];
