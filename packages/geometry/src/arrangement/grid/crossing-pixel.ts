import { crossRounded, productError } from "../../numeric";
import { DENORMAL, endOfEdge, exactEnds, type GivenEdges, startOfEdge, turnAt } from "./given-edges";

/** The pixel that holds the point where two edges properly cross. */
export interface Pixel {
  x: number;
  y: number;
}

/**
 * Whether two edges, as they were given, properly cross: each has the other's ends strictly on both sides. If so, `pixel`
 * becomes the pixel of the crossing, rounded correctly.
 *
 * Touches and overlaps are no proper crossings; their points are vertices already.
 */
export function crossingPixel(edges: GivenEdges, e: number, f: number, pixel: Pixel): boolean {
  const { x, y, next } = edges;
  const i = next[e];
  const j = next[f];
  const ax = x[e];
  const ay = y[e];
  const cx = x[f];
  const cy = y[f];
  const ux = x[i] - ax;
  const uy = y[i] - ay;
  const vx = x[j] - cx;
  const vy = y[j] - cy;
  const wx = cx - ax;
  const wy = cy - ay;
  const u = Math.abs(ux) + Math.abs(uy);
  const v = Math.abs(vx) + Math.abs(vy);
  // Pixels alone tell the side of an end that lies further off than offsets of half a step can make up for: most pairs
  // end here. An offset counts as much as a length, or less, and rounding in products of 2^47 by 2^47 a seventh of that.
  const most = 1.25 * (u + v + Math.abs(wx) + Math.abs(wy)) + 3;
  const below = sideOf(ux * wy - uy * wx, most);
  const above = sideOf(ux * (wy + vy) - uy * (wx + vx), most);
  if (below * above > 0) return false;
  const behind = sideOf(vy * wx - vx * wy, most);
  const before = sideOf(vx * (uy - wy) - vy * (ux - wx), most);
  if (behind * before > 0) return false;
  if ((below === 0 || above === 0 || behind === 0 || before === 0) && !crossClosely(edges, e, f)) return false;
  if (u <= v) locate(edges, e, f, pixel);
  else locate(edges, f, e, pixel);
  return true;
}

/** 1 or −1 where a determinant is certain to have that sign, 0 where it could be another. */
function sideOf(cross: number, most: number): -1 | 0 | 1 {
  return cross > most ? 1 : -cross > most ? -1 : 0;
}

/** Whether edges properly cross of which some end comes close to the other. */
function crossClosely(edges: GivenEdges, e: number, f: number): boolean {
  const { x, y, next, startX, startY, endX, endY } = edges;
  const i = next[e];
  const j = next[f];
  const ax = startX[e];
  const ay = startY[e];
  const bx = endX[i];
  const by = endY[i];
  const cx = startX[f];
  const cy = startY[f];
  const dx = endX[j];
  const dy = endY[j];
  // Edges with a common end cross nowhere else.
  if (ax === cx && ay === cy && x[e] === x[f] && y[e] === y[f]) return false;
  if (ax === dx && ay === dy && x[e] === x[j] && y[e] === y[j]) return false;
  if (bx === cx && by === cy && x[i] === x[f] && y[i] === y[f]) return false;
  if (bx === dx && by === dy && x[i] === x[j] && y[i] === y[j]) return false;
  const ux = x[i] - x[e] + (bx - ax);
  const uy = y[i] - y[e] + (by - ay);
  const vx = x[j] - x[f] + (dx - cx);
  const vy = y[j] - y[f] + (dy - cy);
  const wx = x[f] - x[e] + (cx - ax);
  const wy = y[f] - y[e] + (cy - ay);
  const dax = x[j] - x[e] + (dx - ax);
  const day = y[j] - y[e] + (dy - ay);
  const bcx = x[i] - x[f] + (bx - cx);
  const bcy = y[i] - y[f] + (by - cy);
  // Each coordinate is off by u = 2^-53 of itself and of 2; each product by 3 u, and by 3 u of the lengths.
  const lengths = Math.abs(ux) + Math.abs(uy) + Math.abs(vx) + Math.abs(vy) + Math.abs(wx) + Math.abs(wy) + 2;
  const share = 4 * lengths;
  const below = surely(ux * wy, uy * wx, share) || turnAt(edges, startOfEdge(e), endOfEdge(e), startOfEdge(f));
  if (below === 0) return false;
  const above = surely(ux * day, uy * dax, share) || turnAt(edges, startOfEdge(e), endOfEdge(e), endOfEdge(f));
  if (above !== -below) return false;
  const behind = surely(vy * wx, vx * wy, share) || turnAt(edges, startOfEdge(f), endOfEdge(f), startOfEdge(e));
  if (behind === 0) return false;
  const before = surely(vx * bcy, vy * bcx, share) || turnAt(edges, startOfEdge(f), endOfEdge(f), endOfEdge(e));
  return before === -behind;
}

/** The sign of a difference of products, 0 where rounding could have changed it. */
function surely(p: number, q: number, lengths: number): -1 | 0 | 1 {
  const difference = p - q;
  const bound = 1e-15 * (Math.abs(p) + Math.abs(q) + lengths) + DENORMAL;
  return difference > bound ? 1 : -difference > bound ? -1 : 0;
}

/**
 * The pixel of the crossing, measured along edge e, the shorter one: at the share cross(w, v) / cross(u, v) of u, where w
 * leads from the start of e to that of f.
 */
function locate(edges: GivenEdges, e: number, f: number, pixel: Pixel): void {
  const { x, y, next, startX, startY, endX, endY } = edges;
  const i = next[e];
  const j = next[f];
  const ox = startX[e];
  const oy = startY[e];
  const dux = endX[i] - ox;
  const duy = endY[i] - oy;
  const dvx = endX[j] - startX[f];
  const dvy = endY[j] - startY[f];
  const dwx = startX[f] - ox;
  const dwy = startY[f] - oy;
  const ux = x[i] - x[e];
  const uy = y[i] - y[e];
  const vx = x[j] - x[f];
  const vy = y[j] - y[f];
  const wx = x[f] - x[e];
  const wy = y[f] - y[e];
  const num = crossRounded(wx, wy, vx, vy) + (wx * dvy + dwx * vy - wy * dvx - dwy * vx + (dwx * dvy - dwy * dvx));
  const den = crossRounded(ux, uy, vx, vy) + (ux * dvy + dux * vy - uy * dvx - duy * vx + (dux * dvy - duy * dvx));
  const share = num / den;
  const sx = share * (ux + dux);
  const sy = share * (uy + duy);
  const rx = sx + ox;
  const ry = sy + oy;
  const lengths = lengthsOf(ux, uy, vx, vy, wx, wy);
  const slack = (1e-15 * lengths) / Math.abs(den);
  const isCertain = (r: number, s: number, along: number): boolean =>
    Math.abs(r - Math.floor(r) - 0.5) > 1e-15 * (Math.abs(s) + 1) + slack * (Math.abs(along) + 1);
  pixel.x = x[e] + (isCertain(rx, sx, ux) ? Math.round(rx) : roundedClosely(edges, e, f, 0, Math.floor(rx)));
  pixel.y = y[e] + (isCertain(ry, sy, uy) ? Math.round(ry) : roundedClosely(edges, e, f, 1, Math.floor(ry)));
}

/**
 * What offsets, of half a step at most, are multiplied with in both determinants. Each determinant is off by 2 u of itself
 * (u = 2^-53), and by less than 8 u of these lengths; the quotient, the edge, its product and the sum by u each.
 */
function lengthsOf(ux: number, uy: number, vx: number, vy: number, wx: number, wy: number): number {
  return Math.abs(ux) + Math.abs(uy) + Math.abs(wx) + Math.abs(wy) + 2 * (Math.abs(vx) + Math.abs(vy)) + 8;
}

/**
 * The place of the crossing along one axis, from the pixel of where e starts, rounded: the whole number below it may be
 * `floor`, and whether it comes to half a step more is the question. With a half place h, offset o and share num / den it
 * is the sign of num (u + du) − (h − o) den: all in numbers with a rest, which lose about 2^-50 steps.
 */
function roundedClosely(edges: GivenEdges, e: number, f: number, axis: 0 | 1, floor: number): number {
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
  const lengths = lengthsOf(ux, uy, vx, vy, wx, wy);
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
