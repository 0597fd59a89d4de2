import { crossRounded } from "../../numeric";
import type { Points } from "../grid/near-edge";

/**
 * Vertices that another piece or vertex comes this near, in steps, keep their places on the grid: measured with each of the
 * points on the grid or where it came from, whichever is least. So of those that came in nothing further than three steps
 * from each other counts: returns change a distance by 1.42 at most.
 *
 * A return moves a vertex by at most 0.71 steps, two of them towards each other by 1.42: none passes over what is further
 * away. And what is further away now is so on a finer grid, too, of the result's own extent: there it is at least twice as
 * many steps, of which rounding takes 1.42 at most; so a result, combined again, has the same vertices return.
 */
export const CLEARANCE = 1.5;
/** So near to a piece, a point that stays keeps its ends on the grid as well; 0.71 for the same reasons, and a little more. */
export const TOUCHING = 0.75;
/** What is further away on the grid is further away than the clearance however the points return. */
export const SURELY_CLEAR = 3;

/** How far points lie from the pixels' centres where they came from, in steps; 0 for those that stay. */
export interface Offsets {
  x: Float64Array;
  y: Float64Array;
}

/** No more than a distance between a point and the edge between two others, known on the grid, can shrink as they return. */
export function shrinkage({ x, y }: Offsets, point: number, from: number, to: number): number {
  const ends = Math.max(x[from] * x[from] + y[from] * y[from], x[to] * x[to] + y[to] * y[to]);
  return Math.sqrt(x[point] * x[point] + y[point] * y[point]) + Math.sqrt(ends);
}

/**
 * Whether a point may lie within so many steps of the edge between two others, or of one point if they are the same: with
 * each of them on the grid or where it came from.
 */
export function comesWithin(
  { x, y }: Points,
  offsets: Offsets,
  point: number,
  from: number,
  to: number,
  limit: number,
): boolean {
  // In one order, so that rounding does not depend on the direction of travel.
  const isForward = x[from] < x[to] || (x[from] === x[to] && y[from] <= y[to]);
  const a = isForward ? from : to;
  const b = isForward ? to : from;
  const dx = x[b] - x[a];
  const dy = y[b] - y[a];
  const wx = x[point] - x[a];
  const wy = y[point] - y[a];
  const whole = crossRounded(dx, dy, wx, wy);
  // Where all came from first: there they are closest as often as not.
  for (let k = 7; k >= 0; k--) {
    const sx = k & 1 ? offsets.x[a] : 0;
    const sy = k & 1 ? offsets.y[a] : 0;
    const ddx = (k & 2 ? offsets.x[b] : 0) - sx;
    const ddy = (k & 2 ? offsets.y[b] : 0) - sy;
    const dwx = (k & 4 ? offsets.x[point] : 0) - sx;
    const dwy = (k & 4 ? offsets.y[point] : 0) - sy;
    const ux = dx + ddx;
    const uy = dy + ddy;
    const vx = wx + dwx;
    const vy = wy + dwy;
    const along = ux * vx + uy * vy;
    const squared = ux * ux + uy * uy;
    if (along <= 0 || squared === 0) {
      if (vx * vx + vy * vy <= limit * limit) return true;
    } else if (along >= squared) {
      const ex = wx - dx + (dwx - ddx);
      const ey = wy - dy + (dwy - ddy);
      if (ex * ex + ey * ey <= limit * limit) return true;
    } else {
      const cross = whole + (dx * dwy + ddx * wy - dy * dwx - ddy * wx + (ddx * dwy - ddy * dwx));
      if (cross * cross <= limit * limit * squared) return true;
    }
  }
  return false;
}

/** Whether two points, each on the grid or where it came from, may lie within so many steps: by their boxes. */
export function mayComeWithin({ x, y }: Points, offsets: Offsets, p: number, q: number, limit: number): boolean {
  const dx = apart(x[p] - x[q], offsets.x[p], offsets.x[q]);
  const dy = apart(y[p] - y[q], offsets.y[p], offsets.y[q]);
  // A little more for rounding.
  return dx * dx + dy * dy <= 1.0001 * limit * limit;
}

/** The least distance along an axis, if one point may be further by p and the other by q. */
function apart(distance: number, p: number, q: number): number {
  const least = distance + Math.min(0, p) - Math.max(0, q);
  const greatest = distance + Math.max(0, p) - Math.min(0, q);
  return least > 0 ? least : greatest < 0 ? -greatest : 0;
}
