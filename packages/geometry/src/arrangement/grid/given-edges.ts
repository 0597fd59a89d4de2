import { crossRounded, toCommonIntegers } from "../../numeric";

/**
 * Edges as they were given. An end lies at a whole place on the grid (the centre of its pixel) and an offset of at most
 * half a step from there; both together are exact. Edge e runs from vertex e to vertex next[e]; where several neighbours
 * lie in one pixel, they are one vertex, where an edge may start elsewhere than the one before ends.
 */
export interface GivenEdges {
  x: Float64Array;
  y: Float64Array;
  next: Int32Array;
  /** Where edge e starts, from the centre of its pixel, in steps. */
  startX: Float64Array;
  startY: Float64Array;
  /** Where the edge that leads to a vertex ends; the same arrays, if no edge starts elsewhere than the one before ends. */
  endX: Float64Array;
  endY: Float64Array;
}

/** The ends of edges have numbers: 2 e for the start of edge e, 2 e + 1 for its end. */
export function startOfEdge(e: number): number {
  return 2 * e;
}

export function endOfEdge(e: number): number {
  return 2 * e + 1;
}

function vertexOf({ next }: GivenEdges, end: number): number {
  return end & 1 ? next[end >> 1] : end >> 1;
}

/** The turn a → b → c between three ends of edges: 1 to the left, −1 to the right, 0 where they lie on one line. Exact. */
export function turnAt(edges: GivenEdges, a: number, b: number, c: number): -1 | 0 | 1 {
  const { x, y, startX, startY, endX, endY } = edges;
  const va = vertexOf(edges, a);
  const vb = vertexOf(edges, b);
  const vc = vertexOf(edges, c);
  const ax = a & 1 ? endX[va] : startX[va];
  const ay = a & 1 ? endY[va] : startY[va];
  const dux = (b & 1 ? endX[vb] : startX[vb]) - ax;
  const duy = (b & 1 ? endY[vb] : startY[vb]) - ay;
  const dwx = (c & 1 ? endX[vc] : startX[vc]) - ax;
  const dwy = (c & 1 ? endY[vc] : startY[vc]) - ay;
  const ux = x[vb] - x[va];
  const uy = y[vb] - y[va];
  const wx = x[vc] - x[va];
  const wy = y[vc] - y[va];
  const whole = crossRounded(ux, uy, wx, wy);
  if (dux === 0 && duy === 0 && dwx === 0 && dwy === 0) return signOf(whole);
  // Along an axis every product is zero.
  if (uy === 0 && duy === 0 && wy === 0 && dwy === 0) return 0;
  if (ux === 0 && dux === 0 && wx === 0 && dwx === 0) return 0;
  const value = whole + (ux * dwy + dux * wy - uy * dwx - duy * wx + (dux * dwy - duy * dwx));
  // Differences of offsets, products and sums are each off by at most u = 2^-53 of themselves: less than 8 u in all.
  const size = Math.abs(ux * dwy) + Math.abs(dux * wy) + Math.abs(uy * dwx) + Math.abs(duy * wx);
  const bound = 1e-15 * (Math.abs(whole) + size + Math.abs(dux * dwy) + Math.abs(duy * dwx)) + DENORMAL;
  if (value > bound) return 1;
  if (-value > bound) return -1;
  return turnExactly(edges, a, b, c);
}

/** More than what products of offsets can lose under the denormals. */
export const DENORMAL = 2 ** -1000;

function turnExactly(edges: GivenEdges, a: number, b: number, c: number): -1 | 0 | 1 {
  const { points } = exactEnds(edges, [a, b, c]);
  const [[ax, ay], [bx, by], [cx, cy]] = points;
  const cross = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
  return cross > 0n ? 1 : cross < 0n ? -1 : 0;
}

/** Ends of edges in whole numbers, `one` of which make a step. */
export function exactEnds(edges: GivenEdges, ends: readonly number[]): { points: [bigint, bigint][]; one: bigint } {
  const { x, y, startX, startY, endX, endY } = edges;
  const values = ends.flatMap((end) => {
    const v = vertexOf(edges, end);
    return end & 1 ? [x[v], endX[v], y[v], endY[v]] : [x[v], startX[v], y[v], startY[v]];
  });
  // With one among the numbers the common exponent is not above 0.
  const { integers } = toCommonIntegers([1, ...values]);
  const points = ends.map((_, k): [bigint, bigint] => [
    integers[4 * k + 1] + integers[4 * k + 2],
    integers[4 * k + 3] + integers[4 * k + 4],
  ]);
  return { points, one: integers[0] };
}

function signOf(value: number): -1 | 0 | 1 {
  return value > 0 ? 1 : value < 0 ? -1 : 0;
}
