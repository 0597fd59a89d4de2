import type { FlatPath } from "../flatten";
import {
  type Affine,
  longestHalfAxis,
  type Path,
  type Segment,
  segmentsWithJoin,
  transformPath,
  transformPoint,
} from "../path";

/** A segment that edges of a ring stand for, and where it was told. */
export interface CurveSource<T> {
  segment: Segment;
  /** What was attached to the path that the segment was told in: a name, attributes. */
  attached: T;
  subpath: number;
  /** The segment's place in its subpath; the closing join comes last. */
  index: number;
  /** No edge was further from its segment than this, in plan units. */
  deviation: number;
  /** All segments of that, where it is known: around[index] is the segment. */
  around?: readonly Segment[];
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
      curves: segments.map((each, index) => ({
        segment: each,
        attached,
        subpath,
        index,
        deviation: flat.error,
        around: segments,
      })),
      curve,
      from,
      to,
    };
  });
}

/** The same after a map of the plane: the ranges of parameters stay. */
export function transformSources<T>(sources: readonly EdgeSources<T>[], map: Affine): EdgeSources<T>[] {
  const stretch = longestHalfAxis(map.a, map.b, map.c, map.d);
  const known = new Map<readonly Segment[], Segment[]>();
  const mapped = (segments: readonly Segment[]): Segment[] => {
    const path = { subpaths: [{ x: 0, y: 0, closed: false, segments: [...segments] }] };
    const found = known.get(segments) ?? transformPath(path, map).subpaths[0].segments;
    known.set(segments, found);
    return found;
  };
  return sources.map(({ vertices, curves, ...ranges }) => {
    const moved = new Float64Array(vertices.length);
    for (let i = 0; i < moved.length; i += 2) moved.set(transformPoint(map, vertices[i], vertices[i + 1]), i);
    const alone = mapped(curves.map(({ segment }) => segment));
    return {
      ...ranges,
      vertices: moved,
      curves: curves.map((curve, i) => {
        const deviation = stretch * curve.deviation;
        if (!curve.around) return { ...curve, deviation, segment: alone[i] };
        const around = mapped(curve.around);
        return { ...curve, deviation, around, segment: around[curve.index] };
      }),
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
