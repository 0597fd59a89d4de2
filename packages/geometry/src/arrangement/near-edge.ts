import { crossRounded } from "../numeric";

/**
 * Whether the edge from a to b passes through the pixel of a grid point p other than its ends, that is: whether it is
 * bent to p. The pixel is half-open: of its corners only the lower left one belongs to it, so that every point lies in
 * one pixel; and an edge counts only within the box of its ends, which keeps chains monotone.
 */
export function meetsPixel(ax: number, ay: number, bx: number, by: number, px: number, py: number): boolean {
  if ((px < ax && px < bx) || (px > ax && px > bx) || (py < ay && py < by) || (py > ay && py > by)) return false;
  const [dx, dy] = bx > ax || (bx === ax && by > ay) ? [bx - ax, by - ay] : [ax - bx, ay - by];
  const reach = dx + Math.abs(dy);
  const cross = crossRounded(dx, dy, px - ax, py - ay);
  const twice = 2 * Math.abs(cross);
  return twice < reach || (twice === reach && 2 * cross === dx - dy);
}

/**
 * Whether p lies so near that, after a few rounds of bending, the edge could meet its pixel: within `margin` times
 * |dx| + |dy| by the determinant, which is that many steps of distance at least. Rounded products are good enough:
 * with coordinates below 2^47 they err by less than a thirtieth of that.
 */
export function comesNear(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  px: number,
  py: number,
  margin: number,
): boolean {
  const [dx, dy] = [bx - ax, by - ay];
  const reach = Math.abs(dx) + Math.abs(dy);
  return Math.abs(dx * (py - ay) - dy * (px - ax)) <= (margin + 0.1) * reach;
}

/** The distance of p from the edge between a and b, in steps. */
export function distanceToEdge(ax: number, ay: number, bx: number, by: number, px: number, py: number): number {
  const [dx, dy, wx, wy] = [bx - ax, by - ay, px - ax, py - ay];
  const squared = dx * dx + dy * dy;
  const share = squared > 0 ? Math.max(0, Math.min(1, (dx * wx + dy * wy) / squared)) : 0;
  if (share > 0 && share < 1) return Math.abs(crossRounded(dx, dy, wx, wy)) / Math.sqrt(squared);
  return share === 1 ? Math.hypot(px - bx, py - by) : Math.hypot(wx, wy);
}
