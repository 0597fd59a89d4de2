import { DENORMAL, endOfEdge, type GivenEdges, startOfEdge, turnAt } from "./given-edges";

/**
 * Whether two edges, as they were given, properly cross: each has the other's ends strictly on both sides. Touches and
 * overlaps are no proper crossings; their points are vertices already. Exact.
 *
 *          d
 *          |              below, above:   the sides of the line of e on which f starts (c) and ends (d)
 *     a ---+------- b     behind, before: the sides of the line of f on which e starts (a) and ends (b)
 *          |
 *          c              e crosses f where both pairs differ.
 *
 * Three filters, each for what the one before leaves open: the pixels alone; the ends as they were given, in doubles; and
 * the exact turn of three ends.
 */
export function crossProperly(edges: GivenEdges, e: number, f: number): boolean {
  const { x, y, next } = edges;
  const i = next[e];
  const j = next[f];
  const ax = x[e];
  const ay = y[e];
  const cx = x[f];
  const cy = y[f];
  const ux = x[i] - ax;
  const uy = y[i] - ay;
  const vx = x[j] - cx;
  const vy = y[j] - cy;
  const wx = cx - ax;
  const wy = cy - ay;
  const u = Math.abs(ux) + Math.abs(uy);
  const v = Math.abs(vx) + Math.abs(vy);
  // Pixels alone tell the side of an end that lies further off than offsets of half a step can make up for: most pairs
  // end here. An offset counts as much as a length, or less, and rounding in products of 2^47 by 2^47 a seventh of that.
  const most = 1.25 * (u + v + Math.abs(wx) + Math.abs(wy)) + 3;
  const below = sideOf(ux * wy - uy * wx, most);
  const above = sideOf(ux * (wy + vy) - uy * (wx + vx), most);
  if (below * above > 0) return false;
  const behind = sideOf(vy * wx - vx * wy, most);
  const before = sideOf(vx * (uy - wy) - vy * (ux - wx), most);
  if (behind * before > 0) return false;
  return (below !== 0 && above !== 0 && behind !== 0 && before !== 0) || crossClosely(edges, e, f);
}

/** 1 or −1 where a determinant is certain to have that sign, 0 where it could be another. */
function sideOf(cross: number, most: number): -1 | 0 | 1 {
  return cross > most ? 1 : -cross > most ? -1 : 0;
}

/** Whether edges properly cross of which some end comes close to the other. */
function crossClosely(edges: GivenEdges, e: number, f: number): boolean {
  const { x, y, next, startX, startY, endX, endY } = edges;
  const i = next[e];
  const j = next[f];
  const ax = startX[e];
  const ay = startY[e];
  const bx = endX[i];
  const by = endY[i];
  const cx = startX[f];
  const cy = startY[f];
  const dx = endX[j];
  const dy = endY[j];
  // Edges with a common end cross nowhere else.
  if (ax === cx && ay === cy && x[e] === x[f] && y[e] === y[f]) return false;
  if (ax === dx && ay === dy && x[e] === x[j] && y[e] === y[j]) return false;
  if (bx === cx && by === cy && x[i] === x[f] && y[i] === y[f]) return false;
  if (bx === dx && by === dy && x[i] === x[j] && y[i] === y[j]) return false;
  const ux = x[i] - x[e] + (bx - ax);
  const uy = y[i] - y[e] + (by - ay);
  const vx = x[j] - x[f] + (dx - cx);
  const vy = y[j] - y[f] + (dy - cy);
  const wx = x[f] - x[e] + (cx - ax);
  const wy = y[f] - y[e] + (cy - ay);
  const dax = x[j] - x[e] + (dx - ax);
  const day = y[j] - y[e] + (dy - ay);
  const bcx = x[i] - x[f] + (bx - cx);
  const bcy = y[i] - y[f] + (by - cy);
  // Each coordinate is off by u = 2^-53 of itself and of 2; each product by 3 u, and by 3 u of the lengths.
  const lengths = Math.abs(ux) + Math.abs(uy) + Math.abs(vx) + Math.abs(vy) + Math.abs(wx) + Math.abs(wy) + 2;
  const share = 4 * lengths;
  const below = surely(ux * wy, uy * wx, share) || turnAt(edges, startOfEdge(e), endOfEdge(e), startOfEdge(f));
  if (below === 0) return false;
  const above = surely(ux * day, uy * dax, share) || turnAt(edges, startOfEdge(e), endOfEdge(e), endOfEdge(f));
  if (above !== -below) return false;
  const behind = surely(vy * wx, vx * wy, share) || turnAt(edges, startOfEdge(f), endOfEdge(f), startOfEdge(e));
  if (behind === 0) return false;
  const before = surely(vx * bcy, vy * bcx, share) || turnAt(edges, startOfEdge(f), endOfEdge(f), endOfEdge(e));
  return before === -behind;
}

/** The sign of a difference of products, 0 where rounding could have changed it. */
function surely(p: number, q: number, lengths: number): -1 | 0 | 1 {
  const difference = p - q;
  const bound = 1e-15 * (Math.abs(p) + Math.abs(q) + lengths) + DENORMAL;
  return difference > bound ? 1 : -difference > bound ? -1 : 0;
}
