import { orientation } from "../numeric";

export const BOUNDARY = 2;

/**
 * What an edge from a to b adds to the winding number of (x, y): 1 or −1 when it crosses the ray from the point towards
 * +x going up or down, 0 when it does not, {@link BOUNDARY} when the point lies on the edge. Exact.
 */
export function crossing(x: number, y: number, ax: number, ay: number, bx: number, by: number): -1 | 0 | 1 | 2 {
  if (ay > y && by > y) return 0;
  if (ay < y && by < y) return 0;
  if (ax < x && bx < x) return 0;
  if (ay === by) {
    // Horizontal at the point's height: never crosses a half-open ray, but may hold the point.
    return (ax <= x && bx >= x) || (bx <= x && ax >= x) ? BOUNDARY : 0;
  }
  const up = by > ay;
  if (ax > x && bx > x) {
    if (up) return by > y ? 1 : 0;
    return ay > y ? -1 : 0;
  }
  const side = orientation(ax, ay, bx, by, x, y);
  if (side === 0) return BOUNDARY;
  if (up) return side > 0 && by > y ? 1 : 0;
  return side < 0 && ay > y ? -1 : 0;
}
