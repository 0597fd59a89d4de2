import type { MultiPolygon } from "../polygon";
import { type Boundary, boundaryOf } from "./boundary";
import { forEachFace } from "./faces";
import { fanApex } from "./fan";
import { IndexSink } from "./index-sink";
import { monotoneDiagonals } from "./monotone";
import { MonotoneFace } from "./monotone-face";
import type { Triangles } from "./triangles";
import { triangulateTurned } from "./turned-faces";

/**
 * Triangles that cover valid polygons (see ../arrangement) exactly and without overlap, with vertices at those of the
 * polygons only: n + 2h − 2 for a polygon with n vertices and h holes that touch nothing. A vertex that several rings
 * share is one vertex. Convex outlines and sectors become fans. Throws `OperandError` for coordinates that are not
 * finite. O(n log n).
 */
export function triangulate(polygons: MultiPolygon): Triangles {
  const boundary = boundaryOf(polygons);
  const { x, y } = boundary;
  // Every edge gives less than a triangle, every diagonal two.
  const indices = new IndexSink(3 * boundary.from.length + 2 * x.length);
  const rest = withoutFans(polygons, boundary, indices);
  const monotone = new MonotoneFace(x, y, indices);
  forEachFace(rest, monotoneDiagonals(rest), (face, n) => {
    if (n < LARGE) monotone.triangulate(face, n);
    else triangulateTurned(rest, face, n, indices);
  });
  return { vertices: interleaved(x, y), indices: indices.finish(x.length) };
}

/** From this many points on a face is cut once more: such faces are rare, unless points lie in columns. */
const LARGE = 512;

/** Makes fans of the polygons that allow it; the boundary of the others. */
function withoutFans(polygons: MultiPolygon, boundary: Boundary, indices: IndexSink): Boundary {
  const { from, to } = boundary;
  let kept = 0;
  let at = 0;
  for (const { outer, holes } of polygons) {
    const n = outer.length / 2;
    const apex = holes.length === 0 ? fanApex(outer) : -1;
    if (apex >= 0)
      for (let k = 1; k + 1 < n; k++)
        indices.add(from[at + apex], from[at + ((apex + k) % n)], from[at + ((apex + k + 1) % n)]);
    const end = at + n + holes.reduce((sum, hole) => sum + hole.length / 2, 0);
    for (; at < end; at++)
      if (apex < 0) {
        from[kept] = from[at];
        to[kept++] = to[at];
      }
  }
  return { ...boundary, from: from.subarray(0, kept), to: to.subarray(0, kept) };
}

function interleaved(x: Float64Array, y: Float64Array): Float64Array {
  const vertices = new Float64Array(2 * x.length);
  for (let i = 0; i < x.length; i++) {
    vertices[2 * i] = x[i];
    vertices[2 * i + 1] = y[i];
  }
  return vertices;
}
