import { crossRounded } from "../numeric";
import type { Points } from "./near-edge";

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

/** How far points lie, in x and in y, from the pixels' centres where they came from, in steps; 0 for those that stay. */
export interface Offsets {
  x(point: number): number;
  y(point: number): number;
}

/** The least distance, in steps, of a point from the edge between two others, or from one point if they are the same. */
export function leastDistance(points: Points, offsets: Offsets, point: number, from: number, to: number): number {
  // In one order, so that rounding does not depend on the direction of travel.
  const { x, y } = points;
  const isForward = x[from] < x[to] || (x[from] === x[to] && y[from] <= y[to]);
  const [a, b] = isForward ? [from, to] : [to, from];
  const [pox, poy, aox, aoy, box, boy] = [point, a, b].flatMap((k) => [offsets.x(k), offsets.y(k)]);
  let least = Number.POSITIVE_INFINITY;
  for (let k = 0; k < 8; k++) {
    const [p, s, t] = [k & 1, (k >> 1) & 1, k >> 2];
    const distance = distanceOf(
      x[b] - x[a],
      y[b] - y[a],
      t * box - s * aox,
      t * boy - s * aoy,
      x[point] - x[a],
      y[point] - y[a],
      p * pox - s * aox,
      p * poy - s * aoy,
    );
    least = Math.min(least, distance);
  }
  return least;
}

/** The distance of w from the edge between 0 and d, where both are whole numbers and offsets. */
function distanceOf(
  dx: number,
  dy: number,
  ddx: number,
  ddy: number,
  wx: number,
  wy: number,
  dwx: number,
  dwy: number,
): number {
  const ux = dx + ddx;
  const uy = dy + ddy;
  const vx = wx + dwx;
  const vy = wy + dwy;
  const squared = ux * ux + uy * uy;
  const share = squared > 0 ? Math.max(0, Math.min(1, (ux * vx + uy * vy) / squared)) : 0;
  if (share === 0) return Math.sqrt(vx * vx + vy * vy);
  if (share === 1) return Math.sqrt((wx - dx + (dwx - ddx)) ** 2 + (wy - dy + (dwy - ddy)) ** 2);
  const cross = crossRounded(dx, dy, wx, wy) + (dx * dwy + ddx * wy - dy * dwx - ddy * wx + (ddx * dwy - ddy * dwx));
  return Math.abs(cross) / Math.sqrt(squared);
}
