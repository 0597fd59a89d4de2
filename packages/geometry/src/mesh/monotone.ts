import { orientation } from "../numeric";
import type { Boundary } from "./boundary";
import { EdgeOrder } from "./edge-order";

/**
 * Diagonals that cut the inside of a boundary into faces that are monotone in the order of their points, as pairs of
 * points that see each other through the inside.
 *
 * Points are met in lexicographic order. The edges that the sweep crosses lie from bottom to top; the stretch of the
 * inside above an edge remembers its helper, the last point met on its boundary, and whether two stretches merged
 * there. A point in the midst of the inside is joined to the helper below it; whatever is met next on a stretch that
 * merged is joined to where it did. Edges that start where others end take over their places, so only points at which
 * no edge ends need a search.
 */
export function monotoneDiagonals({ x, y, from, to }: Boundary): Int32Array {
  const edges = from.length;
  const left = new Int32Array(edges);
  const right = new Int32Array(edges);
  for (let e = 0; e < edges; e++) {
    left[e] = Math.min(from[e], to[e]);
    right[e] = Math.max(from[e], to[e]);
  }
  const { first, starting } = startsByPoint(left, x.length);
  // An edge that runs rightwards has the inside above it.
  const insideAbove = (e: number): boolean => from[e] < to[e];
  const order = new EdgeOrder(edges);
  const placeOf = new Int32Array(edges);
  /** A place where an edge ends at each point, if any does. */
  const ending = new Int32Array(x.length);
  const helper = new Int32Array(edges).fill(-1);
  const merged = new Uint8Array(edges);
  let p = 0;
  const isBelow = (e: number): boolean => orientation(x[left[e]], y[left[e]], x[right[e]], y[right[e]], x[p], y[p]) > 0;
  // At most one diagonal for each edge, where it ends, and one for each point, to what lies below it.
  const diagonals = new Int32Array(2 * (edges + x.length));
  let count = 0;
  const join = (q: number): void => {
    diagonals[count++] = q;
    diagonals[count++] = p;
  };
  for (; p < x.length; p++) {
    // Points of polygons that are not cut.
    if (ending[p] === 0 && first[p] === first[p + 1]) continue;
    let place: number;
    let low: number;
    if (ending[p] !== 0) {
      place = ending[p];
      while (order.below[place] !== 0 && right[order.edge[order.below[place]]] === p) place = order.below[place];
      low = order.below[place];
    } else {
      low = order.lastBelow(isBelow);
      place = low === 0 ? 0 : order.above[low];
    }
    const belowEdge = low === 0 ? -1 : order.edge[low];
    const below = belowEdge >= 0 && insideAbove(belowEdge) ? belowEdge : -1;
    const ends = ending[p] !== 0;
    if (below >= 0 && (!ends || merged[below])) join(helper[below]);
    sortByTurn(first[p], first[p + 1]);
    // What ends makes room for what starts.
    let last = low;
    let next = first[p];
    for (let old = ends ? place : 0; old !== 0 && right[order.edge[old]] === p; ) {
      const e = order.edge[old];
      const following = order.above[old];
      if (insideAbove(e) && merged[e]) join(helper[e]);
      if (next < first[p + 1]) {
        order.edge[old] = starting[next];
        placeOf[starting[next++]] = old;
        last = old;
      } else {
        order.remove(old);
      }
      old = following;
    }
    for (; next < first[p + 1]; next++) {
      last = order.insertAbove(last, starting[next]);
      placeOf[starting[next]] = last;
    }
    if (below >= 0) {
      helper[below] = p;
      merged[below] = first[p] === first[p + 1] ? 1 : 0;
    }
    for (let i = first[p]; i < first[p + 1]; i++) {
      const e = starting[i];
      helper[e] = p;
      merged[e] = 0;
      ending[right[e]] = placeOf[e];
    }
  }
  return diagonals.subarray(0, count);

  /** Edges that start at p, from the lowest to the highest. */
  function sortByTurn(start: number, end: number): void {
    if (end - start < 2) return;
    const turn = (e: number, f: number): number =>
      orientation(x[p], y[p], x[right[f]], y[right[f]], x[right[e]], y[right[e]]);
    if (end - start > 2) starting.subarray(start, end).sort(turn);
    else if (turn(starting[start], starting[start + 1]) > 0) {
      const e = starting[start];
      starting[start] = starting[start + 1];
      starting[start + 1] = e;
    }
  }
}

/** The edges that start at each point p: `starting` from first[p] to first[p + 1]. */
function startsByPoint(left: Int32Array, points: number): { first: Int32Array; starting: Int32Array } {
  const first = new Int32Array(points + 1);
  for (const p of left) first[p + 1]++;
  for (let p = 0; p < points; p++) first[p + 1] += first[p];
  const fill = first.slice();
  const starting = new Int32Array(left.length);
  for (let e = 0; e < left.length; e++) starting[fill[left[e]]++] = e;
  return { first, starting };
}
