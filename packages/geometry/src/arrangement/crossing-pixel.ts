import { crossRounded, crossSign } from "../numeric";

/** The pixel that holds the point where two edges properly cross. */
export interface Pixel {
  x: number;
  y: number;
}

/** Points of the grid. */
export interface Points {
  x: Float64Array;
  y: Float64Array;
}

/**
 * Whether the edges a b and c d, told by the indices of their ends, properly cross: each has the other's ends strictly on
 * both sides. If so, `pixel` becomes the pixel of the crossing, rounded correctly.
 *
 * Touches and overlaps are no proper crossings; their points are vertices already.
 */
export function crossingPixel({ x, y }: Points, a: number, b: number, c: number, d: number, pixel: Pixel): boolean {
  const ax = x[a];
  const ay = y[a];
  const cx = x[c];
  const cy = y[c];
  const ux = x[b] - ax;
  const uy = y[b] - ay;
  const vx = x[d] - cx;
  const vy = y[d] - cy;
  const wx = cx - ax;
  const wy = cy - ay;
  // Signs first, from rounded products where those are certain: most pairs end here.
  const below = crossSign(ux, uy, wx, wy);
  if (below === 0 || below !== -crossSign(ux, uy, x[d] - ax, y[d] - ay)) return false;
  const behind = crossSign(vx, vy, -wx, -wy);
  if (behind === 0 || behind !== -crossSign(vx, vy, x[b] - cx, y[b] - cy)) return false;
  const den = crossRounded(ux, uy, vx, vy);
  if (Math.abs(ux) + Math.abs(uy) <= Math.abs(vx) + Math.abs(vy)) {
    // t = cross(c − a, v) / cross(u, v) along the shorter edge, and cross(c − a, v) = cross(v, a − c).
    const share = crossRounded(vx, vy, -wx, -wy) / den;
    const sx = share * ux;
    const sy = share * uy;
    pixel.x = ax + (isCertain(sx, ux) ? Math.round(sx) : roundedExactly(ux, -wx, -wy, vx, vy, ux, uy));
    pixel.y = ay + (isCertain(sy, uy) ? Math.round(sy) : roundedExactly(uy, -wx, -wy, vx, vy, ux, uy));
  } else {
    const share = crossRounded(ux, uy, wx, wy) / -den;
    const sx = share * vx;
    const sy = share * vy;
    pixel.x = cx + (isCertain(sx, vx) ? Math.round(sx) : roundedExactly(vx, wx, wy, ux, uy, vx, vy));
    pixel.y = cy + (isCertain(sy, vy) ? Math.round(sy) : roundedExactly(vy, wx, wy, ux, uy, vx, vy));
  }
  return true;
}

/**
 * Whether a share of `along`, the quotient of two determinants times it, rounds as it was computed: determinants, quotient
 * and product are each correctly rounded, so it is off by less than 5 u |along|, u = 2^-53.
 */
function isCertain(value: number, along: number): boolean {
  return Math.abs(value - Math.floor(value) - 0.5) > 6e-16 * Math.abs(along);
}

/** cross(w, p) / cross(s, w) * along, rounded to an integer, halves upwards. */
function roundedExactly(along: number, px: number, py: number, wx: number, wy: number, sx: number, sy: number): number {
  const n = (BigInt(wx) * BigInt(py) - BigInt(wy) * BigInt(px)) * BigInt(along);
  const d = BigInt(sx) * BigInt(wy) - BigInt(sy) * BigInt(wx);
  return Number(floorDivide(2n * n + d, 2n * d));
}

function floorDivide(n: bigint, d: bigint): bigint {
  const q = n / d;
  return n % d !== 0n && n < 0n !== d < 0n ? q - 1n : q;
}
