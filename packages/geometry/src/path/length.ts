import { derivativesAt, type Frame, frameAt } from "./derivatives";
import { GAUSS_16 } from "./gauss";
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

/** Point, tangent, normal and curvature where a segment has run for `length` plan units; its ends beyond them. */
export function frameAtLength(segment: Segment, length: number): Frame {
  return frameAt(segment, parameterAtLength(segment, length));
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
  for (const [node, weight] of GAUSS_16)
    for (const sign of [-1, 1]) {
      const { dx, dy } = derivativesAt(segment, middle + sign * half * node);
      sum += weight * Math.hypot(dx, dy);
    }
  return half * sum;
}
