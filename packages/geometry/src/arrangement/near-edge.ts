import { crossRounded } from "../numeric";
import type { Points } from "./crossing-pixel";

/**
 * Whether the edge from a to b passes through the pixel of a grid point p other than its ends, that is: whether it is
 * bent to p. The pixel is half-open: of its corners only the lower left one belongs to it, so that every point lies in
 * one pixel; and an edge counts only within the box of its ends, which keeps chains monotone.
 */
export function meetsPixel({ x, y }: Points, a: number, b: number, p: number): boolean {
  const ax = x[a];
  const ay = y[a];
  const bx = x[b];
  const by = y[b];
  const px = x[p];
  const py = y[p];
  if ((px < ax && px < bx) || (px > ax && px > bx) || (py < ay && py < by) || (py > ay && py > by)) return false;
  const sign = bx > ax || (bx === ax && by > ay) ? 1 : -1;
  const dx = sign * (bx - ax);
  const dy = sign * (by - ay);
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
  const dx = bx - ax;
  const dy = by - ay;
  const reach = Math.abs(dx) + Math.abs(dy);
  return Math.abs(dx * (py - ay) - dy * (px - ax)) <= (margin + 0.1) * reach;
}

/** The distance of p from the edge between a and b, in steps. */
export function distanceToEdge({ x, y }: Points, a: number, b: number, p: number): number {
  const ax = x[a];
  const ay = y[a];
  const bx = x[b];
  const by = y[b];
  const px = x[p];
  const py = y[p];
  const dx = bx - ax;
  const dy = by - ay;
  const wx = px - ax;
  const wy = py - ay;
  const squared = dx * dx + dy * dy;
  const share = squared > 0 ? Math.max(0, Math.min(1, (dx * wx + dy * wy) / squared)) : 0;
  if (share > 0 && share < 1) return Math.abs(crossRounded(dx, dy, wx, wy)) / Math.sqrt(squared);
  return share === 1 ? Math.sqrt((px - bx) ** 2 + (py - by) ** 2) : Math.sqrt(wx * wx + wy * wy);
}
