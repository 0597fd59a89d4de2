import { crossRounded } from "../numeric";

/** The pixel that holds the point where two edges properly cross. */
export interface Pixel {
  x: number;
  y: number;
}

/**
 * Whether the edges a b and c d, with grid coordinates, properly cross: each has the other's ends strictly on both sides.
 * If so, `pixel` becomes the pixel of the crossing, rounded correctly.
 *
 * Touches and overlaps are no proper crossings; their points are vertices already.
 */
export function crossingPixel(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
  pixel: Pixel,
): boolean {
  const ux = bx - ax;
  const uy = by - ay;
  const vx = dx - cx;
  const vy = dy - cy;
  // Signs first, from rounded products where those are certain: most pairs end here.
  const below = sideOf(ux, uy, cx - ax, cy - ay);
  if (below === 0 || below !== -sideOf(ux, uy, dx - ax, dy - ay)) return false;
  const behind = sideOf(vx, vy, ax - cx, ay - cy);
  if (behind === 0 || behind !== -sideOf(vx, vy, bx - cx, by - cy)) return false;
  const den = crossRounded(ux, uy, vx, vy);
  if (Math.abs(ux) + Math.abs(uy) <= Math.abs(vx) + Math.abs(vy)) {
    // t = cross(c − a, v) / cross(u, v) along the shorter edge, and cross(c − a, v) = cross(v, a − c).
    const a = crossRounded(vx, vy, ax - cx, ay - cy);
    pixel.x = ax + offset(a, den, ux, ax - cx, ay - cy, vx, vy, ux, uy);
    pixel.y = ay + offset(a, den, uy, ax - cx, ay - cy, vx, vy, ux, uy);
  } else {
    const c = crossRounded(ux, uy, cx - ax, cy - ay);
    pixel.x = cx + offset(c, -den, vx, cx - ax, cy - ay, ux, uy, vx, vy);
    pixel.y = cy + offset(c, -den, vy, cx - ax, cy - ay, ux, uy, vx, vy);
  }
  return true;
}

/**
 * The sign of u × w for integers below 2^48. Each product is off by u = 2^-53 of itself, their difference by as much
 * again: beyond 4.5e-16 of both together its sign is certain.
 */
function sideOf(ux: number, uy: number, wx: number, wy: number): -1 | 0 | 1 {
  const l = ux * wy;
  const r = uy * wx;
  const cross = l - r;
  if (Math.abs(cross) > 4.5e-16 * (Math.abs(l) + Math.abs(r))) return cross > 0 ? 1 : -1;
  const exact = crossRounded(ux, uy, wx, wy);
  return exact > 0 ? 1 : exact < 0 ? -1 : 0;
}

/**
 * num / den * along, rounded to an integer, halves upwards; num = cross(w, p) and den = cross(s, w) in integers.
 * num, den and the two operations are each correctly rounded, so the result is off by less than 5 u |along|,
 * u = 2^-53. Only when a half lies within that of it is the quotient taken in BigInt.
 */
function offset(
  num: number,
  den: number,
  along: number,
  px: number,
  py: number,
  wx: number,
  wy: number,
  sx: number,
  sy: number,
): number {
  const value = (num / den) * along;
  const fraction = value - Math.floor(value);
  if (Math.abs(fraction - 0.5) > 6e-16 * Math.abs(along)) return Math.round(value);
  const n = (BigInt(wx) * BigInt(py) - BigInt(wy) * BigInt(px)) * BigInt(along);
  const d = BigInt(sx) * BigInt(wy) - BigInt(sy) * BigInt(wx);
  return Number(floorDivide(2n * n + d, 2n * d));
}

function floorDivide(n: bigint, d: bigint): bigint {
  const q = n / d;
  return n % d !== 0n && n < 0n !== d < 0n ? q - 1n : q;
}
