import { orientation } from "../numeric";
import type { Boundary } from "./boundary";

/** Two points that see each other through the inside. */
export type Diagonal = [number, number];

/**
 * Diagonals that cut the inside of a boundary into faces that are monotone in the order of their points.
 *
 * Points are met in lexicographic order. The edges that the sweep crosses lie from bottom to top; the stretch of the
 * inside above an edge remembers its helper, the last point met on its boundary, and whether two stretches merged
 * there. A point in the midst of the inside is joined to the helper below it; whatever is met next on a stretch that
 * merged is joined to where it did.
 */
export function monotoneDiagonals({ x, y, from, to }: Boundary): Diagonal[] {
  const edges = from.length;
  const left = new Int32Array(edges);
  const right = new Int32Array(edges);
  for (let e = 0; e < edges; e++) {
    left[e] = Math.min(from[e], to[e]);
    right[e] = Math.max(from[e], to[e]);
  }
  // An edge that runs rightwards has the inside above it.
  const insideAbove = (e: number): boolean => from[e] < to[e];
  const starting = startsByPoint(left, x.length);
  const helper = new Int32Array(edges).fill(-1);
  const merged = new Uint8Array(edges);
  const crossed: number[] = [];
  const diagonals: Diagonal[] = [];
  const meet = (e: number, p: number): void => {
    if (merged[e]) diagonals.push([helper[e], p]);
  };
  for (let p = 0; p < x.length; p++) {
    const isAbove = (e: number): boolean =>
      orientation(x[left[e]], y[left[e]], x[right[e]], y[right[e]], x[p], y[p]) > 0;
    let low = 0;
    let high = crossed.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (isAbove(crossed[middle])) low = middle + 1;
      else high = middle;
    }
    let end = low;
    while (end < crossed.length && right[crossed[end]] === p) end++;
    const below = low > 0 && insideAbove(crossed[low - 1]) ? crossed[low - 1] : -1;
    const ended = end - low;
    if (below >= 0) {
      if (ended === 0) diagonals.push([helper[below], p]);
      else meet(below, p);
    }
    for (let i = low; i < end; i++) if (insideAbove(crossed[i])) meet(crossed[i], p);
    const next = starting(p).sort((e, f) =>
      orientation(x[p], y[p], x[right[e]], y[right[e]], x[right[f]], y[right[f]]) > 0 ? -1 : 1,
    );
    crossed.splice(low, ended, ...next);
    if (below >= 0) {
      helper[below] = p;
      merged[below] = next.length === 0 ? 1 : 0;
    }
    for (const e of next) {
      helper[e] = p;
      merged[e] = 0;
    }
  }
  return diagonals;
}

/** The edges that start at each point. */
function startsByPoint(left: Int32Array, points: number): (p: number) => number[] {
  const first = new Int32Array(points + 1);
  for (const p of left) first[p + 1]++;
  for (let p = 0; p < points; p++) first[p + 1] += first[p];
  const fill = first.slice();
  const edges = new Int32Array(left.length);
  left.forEach((p, e) => {
    edges[fill[p]++] = e;
  });
  return (p) => [...edges.subarray(first[p], first[p + 1])];
}
