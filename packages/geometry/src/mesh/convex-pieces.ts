import { orientation } from "../numeric";
import type { MultiPolygon, Ring } from "../polygon";
import { refineTriangles } from "./delaunay";
import { triangulate } from "./triangulate";
import { nextCorner, twinsOf } from "./twins";

export class PieceError extends Error {
  override readonly name = "PieceError";
}

/**
 * Valid polygons as convex pieces, positive rings that cover them exactly and without overlap, each with at most so many
 * vertices (3 or more; no limit when left out). A vertex of a piece may lie straight between its neighbours, so that
 * pieces meet at whole edges. Without the limit at most four times the fewest possible pieces (S. Hertel and K. Mehlhorn,
 * "Fast triangulation of simple polygons", 1983). Throws {@link PieceError} for another limit, `OperandError` for
 * coordinates that are not finite. O(n log n).
 *
 * From triangles with even angles, edges inside are taken away, the longest first, as long as the corners at both ends
 * stay convex.
 */
export function convexPieces(polygons: MultiPolygon, most = Number.POSITIVE_INFINITY): Ring[] {
  if (!(most >= 3 && (Number.isInteger(most) || most === Number.POSITIVE_INFINITY)))
    throw new PieceError(`a convex piece has a whole number of vertices, 3 or more: not ${most}`);
  const { vertices: v, indices } = refineTriangles(triangulate(polygons));
  const halves = indices.length;
  const twins = twinsOf(indices, v.length / 2);
  const next = Int32Array.from({ length: halves }, (_, h) => nextCorner(h));
  const previous = Int32Array.from({ length: halves }, (_, h) => nextCorner(nextCorner(h)));
  const pieces = new MergedPieces(halves / 3);
  const isGone = new Uint8Array(halves);
  /** Whether the corner between two half-edges, the first of which ends where the second starts, is convex. */
  const isConvex = (arriving: number, leaving: number): boolean => {
    const [a, b, c] = [indices[arriving], indices[leaving], indices[next[leaving]]];
    return orientation(v[2 * a], v[2 * a + 1], v[2 * b], v[2 * b + 1], v[2 * c], v[2 * c + 1]) >= 0;
  };
  for (const h of longestFirst(v, indices, twins)) {
    const g = twins[h];
    const [left, right] = [pieces.of(Math.floor(h / 3)), pieces.of(Math.floor(g / 3))];
    if (left === right || pieces.corners[left] + pieces.corners[right] - 2 > most) continue;
    if (!isConvex(previous[h], next[g]) || !isConvex(previous[g], next[h])) continue;
    next[previous[h]] = next[g];
    previous[next[g]] = previous[h];
    next[previous[g]] = next[h];
    previous[next[h]] = previous[g];
    isGone[h] = isGone[g] = 1;
    pieces.merge(left, right);
  }
  return ringsOf(v, indices, next, isGone);
}

/** One half of each edge inside. */
function longestFirst(v: Float64Array, indices: ArrayLike<number>, twins: Int32Array): Uint32Array {
  const inside: number[] = [];
  for (let h = 0; h < twins.length; h++) if (h < twins[h]) inside.push(h);
  const length = Float64Array.from(twins, (_, h) => {
    const [a, b] = [indices[h], indices[nextCorner(h)]];
    return Math.hypot(v[2 * b] - v[2 * a], v[2 * b + 1] - v[2 * a + 1]);
  });
  return Uint32Array.from(inside).sort((h, g) => length[g] - length[h] || h - g);
}

function ringsOf(v: Float64Array, indices: ArrayLike<number>, next: Int32Array, isGone: Uint8Array): Ring[] {
  const rings: Ring[] = [];
  const seen = isGone.slice();
  for (let h = 0; h < next.length; h++) {
    if (seen[h]) continue;
    const ring: number[] = [];
    for (let e = h; !seen[e]; e = next[e]) {
      seen[e] = 1;
      ring.push(v[2 * indices[e]], v[2 * indices[e] + 1]);
    }
    rings.push(Float64Array.from(ring));
  }
  return rings;
}

/** Which piece each triangle belongs to by now (R. E. Tarjan's union by size), and how many corners the pieces have. */
class MergedPieces {
  readonly corners: Int32Array;
  private readonly parent: Int32Array;

  constructor(triangles: number) {
    this.corners = new Int32Array(triangles).fill(3);
    this.parent = Int32Array.from(this.corners, (_, t) => t);
  }

  of(triangle: number): number {
    const { parent } = this;
    let root = triangle;
    while (parent[root] !== root) {
      parent[root] = parent[parent[root]];
      root = parent[root];
    }
    return root;
  }

  merge(a: number, b: number): void {
    const [large, small] = this.corners[a] >= this.corners[b] ? [a, b] : [b, a];
    this.corners[large] += this.corners[small] - 2;
    this.parent[small] = large;
  }
}
