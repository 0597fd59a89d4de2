import { productError } from "../../numeric";
import { endOfEdge, exactEnds, type GivenEdges, startOfEdge } from "./given-edges";

/**
 * The place of the crossing along one axis, from the pixel of where e starts, rounded: the whole number below it may be
 * `floor`, and whether it comes to half a step more is the question. With a half place h, offset o and share num / den it
 * is the sign of num (u + du) − (h − o) den: all in numbers with a rest, which lose about 2^-50 steps.
 */
export function nearestWhole(edges: GivenEdges, e: number, f: number, axis: 0 | 1, floor: number): number {
  const { x, y, next, startX, startY, endX, endY } = edges;
  const i = next[e];
  const j = next[f];
  const dux = endX[i] - startX[e];
  const duy = endY[i] - startY[e];
  const dvx = endX[j] - startX[f];
  const dvy = endY[j] - startY[f];
  const dwx = startX[f] - startX[e];
  const dwy = startY[f] - startY[e];
  const ux = x[i] - x[e];
  const uy = y[i] - y[e];
  const vx = x[j] - x[f];
  const vy = y[j] - y[f];
  const wx = x[f] - x[e];
  const wy = y[f] - y[e];
  const num = wx * vy - wy * vx;
  const numRest = crossRest(wx, wy, vx, vy) + (wx * dvy + dwx * vy - wy * dvx - dwy * vx + (dwx * dvy - dwy * dvx));
  const den = ux * vy - uy * vx;
  const denRest = crossRest(ux, uy, vx, vy) + (ux * dvy + dux * vy - uy * dvx - duy * vx + (dux * dvy - duy * dvx));
  const along = axis === 0 ? ux : uy;
  const alongRest = axis === 0 ? dux : duy;
  const offset = axis === 0 ? startX[e] : startY[e];
  const half = floor + 0.5;
  const p = num * along;
  const q = half * den;
  const pe = productError(num, along, p);
  const qe = productError(half, den, q);
  const a = num * alongRest;
  const b = numRest * (along + alongRest);
  const c = (offset - half) * denRest;
  const d = offset * den;
  const value = p - q + (pe - qe + (a + b + c + d));
  const lengths = offsetTerms(ux, uy, vx, vy, wx, wy);
  const sum = Math.abs(pe) + Math.abs(qe) + Math.abs(a) + Math.abs(b) + Math.abs(c) + Math.abs(d) + Math.abs(p - q);
  const bound = 1e-15 * (sum + lengths * (Math.abs(along) + Math.abs(half) + 2));
  // The difference of p and q is exact while they are within a factor of 2; and the place has to be the one that was meant.
  const isExact = p > 0 === q > 0 && Math.abs(p) <= 2 * Math.abs(q) && Math.abs(q) <= 2 * Math.abs(p);
  const isNear = Math.abs(value) + bound < 0.9 * Math.abs(den) && Math.abs(denRest) < 0.1 * Math.abs(den);
  if (!isExact || !isNear || Math.abs(value) <= bound) return roundedExactly(edges, e, f, axis);
  return value > 0 === den > 0 ? floor + 1 : floor;
}

/** What `a d − b c`, computed in doubles, is short of the determinant. */
function crossRest(a: number, b: number, c: number, d: number): number {
  const p = a * d;
  const q = b * c;
  const s = p - q;
  const bv = p - s;
  return p - (s + bv) + (bv - q) + (productError(a, d, p) - productError(b, c, q));
}

function roundedExactly(edges: GivenEdges, e: number, f: number, axis: 0 | 1): number {
  const ends = [startOfEdge(e), endOfEdge(e), startOfEdge(f), endOfEdge(f)];
  const {
    points: [a, b, c, d],
    one,
  } = exactEnds(edges, ends);
  const cross = (p: readonly bigint[], q: readonly bigint[]): bigint => p[0] * q[1] - p[1] * q[0];
  const between = (p: readonly bigint[], q: readonly bigint[]): bigint[] => [q[0] - p[0], q[1] - p[1]];
  const num = cross(between(a, c), between(c, d));
  const den = cross(between(a, b), between(c, d)) * one;
  const place = a[axis] * (den / one) + between(a, b)[axis] * num;
  const whole = floorDivide(2n * place + den, 2n * den);
  return Number(whole - BigInt(axis === 0 ? edges.x[e] : edges.y[e]));
}

function floorDivide(n: bigint, d: bigint): bigint {
  const q = n / d;
  return n % d !== 0n && n < 0n !== d < 0n ? q - 1n : q;
}

/**
 * What offsets, of half a step at most, are multiplied with in both determinants. Each determinant is off by 2 u of itself
 * (u = 2^-53), and by less than 8 u of these lengths; the quotient, the edge, its product and the sum by u each.
 */
export function offsetTerms(ux: number, uy: number, vx: number, vy: number, wx: number, wy: number): number {
  return Math.abs(ux) + Math.abs(uy) + Math.abs(wx) + Math.abs(wy) + 2 * (Math.abs(vx) + Math.abs(vy)) + 8;
}
