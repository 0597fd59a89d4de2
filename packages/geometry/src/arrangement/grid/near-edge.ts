import { crossRounded } from "../../numeric";
import { DENORMAL, endOfEdge, exactEnds, type GivenEdges, startOfEdge } from "./given-edges";

/** Points of the grid. */
export interface Points {
  x: Float64Array;
  y: Float64Array;
}

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
  const dx = bx - ax;
  const dy = by - ay;
  const reach = Math.abs(dx) + Math.abs(dy);
  const cross = crossRounded(dx, dy, px - ax, py - ay);
  const twice = 2 * Math.abs(cross);
  return twice < reach || (twice === reach && 2 * cross === dx - dy);
}

/** How an edge, as it was given, meets a pixel: now, perhaps in the next round of bending, in later ones, or never. */
export const MEETS = 0;
export const NEXT = 1;
export const LATER = 2;
const NEVER = 3;

/**
 * The same for edge e as it was given, and grid points whose pixels hold none of its ends: `how` of points[begin] to
 * points[end], from 0 on, and, of those that it meets, the distances from its line in steps, 0 only where they lie on it.
 */
export function meetAsGiven(
  edges: GivenEdges,
  e: number,
  { x: px, y: py }: Points,
  points: Int32Array,
  begin: number,
  end: number,
  how: Uint8Array,
  distances: Float64Array,
): void {
  const { x, y, next, startX, startY, endX, endY } = edges;
  const i = next[e];
  const ax = x[e];
  const ay = y[e];
  const ox = startX[e];
  const oy = startY[e];
  const dux = endX[i] - ox;
  const duy = endY[i] - oy;
  const ux = x[i] - ax;
  const uy = y[i] - ay;
  const reach = Math.abs(ux + dux) + Math.abs(uy + duy);
  const isOnGrid = dux === 0 && duy === 0 && ox === 0 && oy === 0;
  for (let k = begin; k < end; k++) {
    const wx = px[points[k]] - ax;
    const wy = py[points[k]] - ay;
    how[k - begin] = NEVER;
    // Places along an edge rise or fall, and so do their pixels: what lies in the box of the ends' pixels and meets the
    // line meets the edge.
    if ((wx < 0 && wx < ux) || (wx > 0 && wx > ux) || (wy < 0 && wy < uy) || (wy > 0 && wy > uy)) continue;
    const whole = crossRounded(ux, uy, wx, wy);
    let cross = whole;
    let twice = 2 * Math.abs(whole);
    let bound = 0;
    let meets = twice < reach || (twice === reach && 2 * whole === ux - uy);
    if (!isOnGrid) {
      cross += dux * wy - ux * oy - (duy * wx - uy * ox) + (duy * ox - dux * oy);
      twice = 2 * Math.abs(cross);
      // Differences, products and sums are off by at most u = 2^-53 of themselves: by less than 8 u of each term.
      const offsets = Math.abs(ux * oy) + Math.abs(dux * wy) + Math.abs(uy * ox) + Math.abs(duy * wx);
      const terms = Math.abs(whole) + offsets + Math.abs(dux * oy) + Math.abs(duy * ox);
      bound = 2e-15 * (terms + reach) + DENORMAL;
      meets = twice < reach - bound || (twice <= reach + bound && meetsExactly(edges, e, ax + wx, ay + wy));
    }
    if (!meets) how[k - begin] = twice <= NEXT_REACH * reach + bound ? NEXT : LATER;
    else {
      how[k - begin] = MEETS;
      distances[k - begin] = Math.abs(cross) / Math.sqrt((ux + dux) * (ux + dux) + (uy + duy) * (uy + duy));
    }
  }
}

/**
 * After one round a piece runs within half a step, in x and in y, of the edge, and meets pixels within as much again:
 * within twice that by the determinant, which is measured against |dx| + |dy|. A little more for rounding.
 */
const NEXT_REACH = 2.001;

function meetsExactly(edges: GivenEdges, e: number, px: number, py: number): boolean {
  const {
    points: [[ax, ay], [bx, by]],
    one,
  } = exactEnds(edges, [startOfEdge(e), endOfEdge(e)]);
  const dx = bx - ax;
  const dy = by - ay;
  const size = (value: bigint): bigint => (value < 0n ? -value : value);
  const twice = 2n * (dx * (BigInt(py) * one - ay) - dy * (BigInt(px) * one - ax));
  const reach = (size(dx) + size(dy)) * one;
  return size(twice) < reach || (size(twice) === reach && twice === (dx - dy) * one);
}

/**
 * Whether p lies so near the edge from a to b that, after a few rounds of bending, the edge could meet its pixel: in the
 * box of its ends, widened by `margin`, and near its line.
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
  if (!isBeside(ax, ay, bx, by, px, py, margin)) return false;
  return isNearLine(dx * (py - ay) - dy * (px - ax), Math.abs(dx) + Math.abs(dy), margin);
}

export function isBeside(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  px: number,
  py: number,
  margin: number,
): boolean {
  if ((px < ax - margin && px < bx - margin) || (px > ax + margin && px > bx + margin)) return false;
  return !((py < ay - margin && py < by - margin) || (py > ay + margin && py > by + margin));
}

/**
 * Whether a determinant of an edge and a point is at most `margin` times |dx| + |dy|, which is that many steps of distance
 * at least. Rounded products are good enough: with coordinates below 2^47 they err by less than a thirtieth of that.
 */
export function isNearLine(cross: number, reach: number, margin: number): boolean {
  return Math.abs(cross) <= (margin + 0.1) * reach;
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
