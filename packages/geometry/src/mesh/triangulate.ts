import { orientation } from "../numeric";
import type { MultiPolygon } from "../polygon";
import { type Boundary, boundaryOf } from "./boundary";
import { type Diagonal, monotoneDiagonals } from "./monotone";

/** Indexed triangles: x y of each vertex, and three indices a triangle, in the positive sense. */
export interface Triangles {
  vertices: Float64Array;
  indices: Uint16Array | Uint32Array;
}

/**
 * Triangles that cover valid polygons (see ../arrangement) exactly and without overlap, with vertices at those of the
 * polygons only: n + 2h − 2 for a polygon with n vertices and h holes that touch nothing. A vertex that several rings
 * share is one vertex. Throws `OperandError` for coordinates that are not finite; n log n, for outlines whose sweep
 * meets few edges at a time.
 */
export function triangulate(polygons: MultiPolygon): Triangles {
  const boundary = boundaryOf(polygons);
  const { x, y } = boundary;
  const faces = facesOf(boundary, monotoneDiagonals(boundary));
  const indices: number[] = [];
  for (const face of faces) triangulateMonotone(x, y, face, indices);
  const vertices = new Float64Array(2 * x.length);
  for (let i = 0; i < x.length; i++) vertices.set([x[i], y[i]], 2 * i);
  return { vertices, indices: x.length <= 1 << 16 ? Uint16Array.from(indices) : Uint32Array.from(indices) };
}

/** The faces to the left of the boundary's edges and of both sides of the diagonals, as rings of points. */
function facesOf({ x, y, from, to }: Boundary, diagonals: readonly Diagonal[]): number[][] {
  const starts = [...from, ...diagonals.flat()];
  const ends = [...to, ...diagonals.flatMap(([p, q]) => [q, p])];
  const first = new Int32Array(x.length + 1);
  for (const p of starts) first[p + 1]++;
  for (let p = 0; p < x.length; p++) first[p + 1] += first[p];
  const fill = first.slice();
  const leaving = new Int32Array(starts.length);
  starts.forEach((p, e) => {
    leaving[fill[p]++] = e;
  });
  /** The next edge of the face on the left: the first one clockwise from the way back. */
  const following = (e: number): number => {
    const [back, p] = [starts[e], ends[e]];
    let best = leaving[first[p]];
    // Clockwise from the way back: what lies on its right, straight on, on its left, and the way back itself.
    const quarter = (q: number): number => {
      if (q === back) return 3;
      const turn = orientation(x[p], y[p], x[back], y[back], x[q], y[q]);
      return turn < 0 ? 0 : turn === 0 ? 1 : 2;
    };
    for (let i = first[p] + 1; i < first[p + 1]; i++) {
      const [a, b] = [ends[best], ends[leaving[i]]];
      const [ofA, ofB] = [quarter(a), quarter(b)];
      if (ofB < ofA || (ofA === ofB && orientation(x[p], y[p], x[a], y[a], x[b], y[b]) > 0)) best = leaving[i];
    }
    return best;
  };
  const used = new Uint8Array(starts.length);
  const faces: number[][] = [];
  for (let e = 0; e < starts.length; e++) {
    if (used[e]) continue;
    const face: number[] = [];
    for (let f = e; !used[f]; f = following(f)) {
      used[f] = 1;
      face.push(starts[f]);
    }
    faces.push(face);
  }
  return faces;
}

/** Triangles of a face that is monotone in the order of its points: both chains from the least to the greatest rise. */
function triangulateMonotone(x: Float64Array, y: Float64Array, face: readonly number[], indices: number[]): void {
  const n = face.length;
  const { order, isLower } = mergedChains(face);
  const turn = (p: number, q: number, r: number): number => orientation(x[p], y[p], x[q], y[q], x[r], y[r]);
  // Places in the order: what has not been cut off yet.
  const stack = [0, 1];
  for (let k = 2; k < n; k++) {
    const p = order[k];
    const top = stack[stack.length - 1];
    if (k === n - 1 || isLower[k] !== isLower[top]) {
      // All of the stack is seen from the other chain.
      for (let s = 1; s < stack.length; s++)
        if (isLower[top]) indices.push(order[stack[s - 1]], order[stack[s]], p);
        else indices.push(order[stack[s]], order[stack[s - 1]], p);
      stack.length = 0;
      stack.push(top, k);
      continue;
    }
    while (stack.length > 1) {
      const [a, b] = [order[stack[stack.length - 2]], order[stack[stack.length - 1]]];
      if (isLower[k] ? turn(a, b, p) <= 0 : turn(a, b, p) >= 0) break;
      if (isLower[k]) indices.push(a, b, p);
      else indices.push(b, a, p);
      stack.pop();
    }
    stack.push(k);
  }
}

/** The points of a face in rising order, with the chain that each is on; both ends count as lower. */
function mergedChains(face: readonly number[]): { order: Int32Array; isLower: Uint8Array } {
  const n = face.length;
  let least = 0;
  for (let i = 1; i < n; i++) if (face[i] < face[least]) least = i;
  // Counter-clockwise from the least point: the lower chain first, then the upper one backwards.
  let low = least;
  let high = least === 0 ? n - 1 : least - 1;
  const order = new Int32Array(n);
  const isLower = new Uint8Array(n);
  for (let k = 0; k < n; k++) {
    const takesLow = k === n - 1 || face[low] < face[high];
    order[k] = face[takesLow ? low : high];
    isLower[k] = takesLow ? 1 : 0;
    if (takesLow) low = low + 1 === n ? 0 : low + 1;
    else high = high === 0 ? n - 1 : high - 1;
  }
  return { order, isLower };
}
