import { orientation } from "../numeric";
import type { Boundary } from "./boundary";

/** Visits the faces to the left of the boundary's edges and of both sides of the diagonals, each as n points. */
export function forEachFace(
  { x, y, from, to }: Boundary,
  diagonals: Int32Array,
  visit: (face: Int32Array, n: number) => void,
): void {
  const edges = from.length;
  const total = edges + diagonals.length;
  const starts = new Int32Array(total);
  const ends = new Int32Array(total);
  starts.set(from);
  ends.set(to);
  starts.set(diagonals, edges);
  for (let k = 0; k < diagonals.length; k++) ends[edges + k] = diagonals[k ^ 1];
  const first = new Int32Array(x.length + 1);
  for (const p of starts) first[p + 1]++;
  for (let p = 0; p < x.length; p++) first[p + 1] += first[p];
  const fill = first.slice();
  const leaving = new Int32Array(total);
  for (let e = 0; e < total; e++) leaving[fill[starts[e]]++] = e;
  // Clockwise from the way back: what lies on its right, straight on, on its left, and the way back itself.
  const quarter = (back: number, p: number, q: number): number => {
    if (q === back) return 3;
    const turn = orientation(x[p], y[p], x[back], y[back], x[q], y[q]);
    return turn < 0 ? 0 : turn === 0 ? 1 : 2;
  };
  /** The next edge of the face on the left: the first one clockwise from the way back. */
  const following = (e: number): number => {
    const [back, p] = [starts[e], ends[e]];
    let best = leaving[first[p]];
    if (first[p + 1] - first[p] === 1) return best;
    let ofBest = quarter(back, p, ends[best]);
    for (let i = first[p] + 1; i < first[p + 1]; i++) {
      const [a, b] = [ends[best], ends[leaving[i]]];
      const ofB = quarter(back, p, b);
      if (ofB < ofBest || (ofB === ofBest && orientation(x[p], y[p], x[a], y[a], x[b], y[b]) > 0)) {
        best = leaving[i];
        ofBest = ofB;
      }
    }
    return best;
  };
  const used = new Uint8Array(total);
  const face = new Int32Array(total);
  for (let e = 0; e < total; e++) {
    if (used[e]) continue;
    let n = 0;
    for (let f = e; !used[f]; f = following(f)) {
      used[f] = 1;
      face[n++] = starts[f];
    }
    visit(face, n);
  }
}
