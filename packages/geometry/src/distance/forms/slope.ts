/** Where a gradient is written to: of length 1, the way in which the distance grows fastest. */
export interface Slope {
  x: number;
  y: number;
}

/** Squares of shorter lengths lose their digits. */
export const LEAST = 1e-150;
/** Rounding leaves too little of the direction of ways that are shorter, as a share of the numbers that they come from. */
const ROUNDED = 1e-10;

/**
 * Writes the gradient of a signed distance at (x, y) with its nearest boundary point (fx, fy): away from that outside, towards
 * it inside, and as good as on the boundary the normal (nx, ny) there, out of the shape. Gives the distance; `size` is that of the numbers
 * that the nearest point was computed from.
 */
export function footed(
  slope: Slope | undefined,
  isInside: boolean,
  x: number,
  y: number,
  fx: number,
  fy: number,
  nx: number,
  ny: number,
  size = Math.abs(x) + Math.abs(y),
): number {
  const [dx, dy] = [x - fx, y - fy];
  const length = Math.sqrt(dx * dx + dy * dy);
  const distance = isInside ? 0 - length : length;
  if (slope) {
    const isClear = length > Math.max(LEAST, ROUNDED * size);
    slope.x = isClear ? dx / distance : nx;
    slope.y = isClear ? dy / distance : ny;
  }
  return distance;
}

/** The gradient of the distance from a point at (dx, dy) beside it; some way where that is the point itself. */
export function away(slope: Slope | undefined, dx: number, dy: number, length: number, sign = 1): void {
  if (!slope) return;
  slope.x = length > LEAST ? (sign * dx) / length : sign;
  slope.y = length > LEAST ? (sign * dy) / length : 0;
}
