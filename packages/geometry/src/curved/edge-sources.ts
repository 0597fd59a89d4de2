import type { FlatPath } from "../flatten";
import { type Affine, type Path, type Segment, segmentsWithJoin, transformPath, transformPoint } from "../path";

/** A segment that edges of a ring stand for, and where it was told. */
export interface CurveSource<T> {
  segment: Segment;
  /** What was attached to the path that the segment was told in: a name, attributes. */
  attached: T;
  subpath: number;
  /** The segment's place in its subpath; the closing join comes last. */
  index: number;
}

/** What the edges of a ring stand for: edge i, from vertex i on, for `curves[curve[i]]` from parameter to parameter. */
export interface EdgeSources<T> {
  /** x y of each vertex of the ring. */
  vertices: Float64Array;
  curves: readonly CurveSource<T>[];
  curve: Int32Array;
  from: Float64Array;
  /** Below `from` where the edge runs against its segment. */
  to: Float64Array;
}

/** What the edges of a flattened path stand for, ring by ring, each closed by its join. */
export function sourcesOf<T>(path: Path, flat: FlatPath, attached: T): EdgeSources<T>[] {
  return flat.subpaths.map(({ vertices, closed, segment, parameter }, subpath) => {
    const segments = segmentsWithJoin({ ...path.subpaths[subpath], closed: true });
    const n = segment.length;
    const curve = segment.slice();
    const from = parameter.slice();
    // What closes an open outline is the join, the last of the segments.
    if (!closed && n > 0) {
      curve[n - 1] = segments.length - 1;
      from[n - 1] = 0;
    }
    const to = Float64Array.from(from, (_, i) => (i + 1 < n && curve[i + 1] === curve[i] ? from[i + 1] : 1));
    return {
      vertices,
      curves: segments.map((each, index) => ({ segment: each, attached, subpath, index })),
      curve,
      from,
      to,
    };
  });
}

/** The same after a map of the plane: the ranges of parameters stay. */
export function transformSources<T>(sources: readonly EdgeSources<T>[], map: Affine): EdgeSources<T>[] {
  return sources.map(({ vertices, curves, ...ranges }) => {
    const moved = new Float64Array(vertices.length);
    for (let i = 0; i < moved.length; i += 2) moved.set(transformPoint(map, vertices[i], vertices[i + 1]), i);
    const segments = curves.map(({ segment }) => segment);
    const path = transformPath({ subpaths: [{ x: 0, y: 0, closed: false, segments }] }, map);
    return {
      ...ranges,
      vertices: moved,
      curves: curves.map((curve, i) => ({ ...curve, segment: path.subpaths[0].segments[i] })),
    };
  });
}

/** The same for rings that are travelled the other way from where they start, as `reversePath` does. */
export function reverseSources<T>(sources: readonly EdgeSources<T>[]): EdgeSources<T>[] {
  return sources.map(({ vertices, curves, curve, from, to }) => {
    const n = curve.length;
    const turned = Float64Array.from(vertices, (_, i) => vertices[i < 2 ? i : 2 * (n - (i >> 1)) + (i & 1)]);
    return {
      vertices: turned,
      curves,
      curve: curve.slice().reverse(),
      from: to.slice().reverse(),
      to: from.slice().reverse(),
    };
  });
}
