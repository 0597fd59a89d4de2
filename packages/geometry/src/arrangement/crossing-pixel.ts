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
  const c = crossRounded(ux, uy, cx - ax, cy - ay);
  const d = crossRounded(ux, uy, dx - ax, dy - ay);
  if (!((c > 0 && d < 0) || (c < 0 && d > 0))) return false;
  const a = crossRounded(vx, vy, ax - cx, ay - cy);
  const b = crossRounded(vx, vy, bx - cx, by - cy);
  if (!((a > 0 && b < 0) || (a < 0 && b > 0))) return false;
  const den = crossRounded(ux, uy, vx, vy);
  if (Math.abs(ux) + Math.abs(uy) <= Math.abs(vx) + Math.abs(vy)) {
    // t = cross(c − a, v) / cross(u, v) along the shorter edge, and cross(c − a, v) = cross(v, a − c) = a.
    pixel.x = ax + offset(a, den, ux, ax - cx, ay - cy, vx, vy, ux, uy);
    pixel.y = ay + offset(a, den, uy, ax - cx, ay - cy, vx, vy, ux, uy);
  } else {
    pixel.x = cx + offset(c, -den, vx, cx - ax, cy - ay, ux, uy, vx, vy);
    pixel.y = cy + offset(c, -den, vy, cx - ax, cy - ay, ux, uy, vx, vy);
  }
  return true;
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
