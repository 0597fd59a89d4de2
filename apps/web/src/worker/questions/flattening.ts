import {
  chordDeviations,
  chordLimit,
  FlattenError,
  type FlattenOptions,
  flattenPath,
  pointAt,
  sectorArea,
  segmentsWithJoin,
  signedArea,
} from "@vertexon/geometry";
import type { Shape } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

/** What flattening makes of a shape's curves. */
export interface FlatteningView {
  options: FlattenOptions;
  /** The least count of chords on the curve is this over sqrt(8 × tolerance), as the tolerance falls. */
  limit: number;
  counts: { tolerance: number; vertices: number }[];
  /** Edge by edge: where its middle lies along the outline, how far it is from its curve, and whose part it is. */
  along: { at: number; deviation: number; segment: number }[];
  /** The mean distance along the outline. */
  mean: number;
  areaError: number;
  /** The edges that are furthest from their curves, the furthest first. */
  spots: Spot[];
}

/** A place on an edge and the place on the curve beside it. */
export interface Spot {
  x: number;
  y: number;
  curveX: number;
  curveY: number;
  deviation: number;
  subpath: number;
  segment: number;
  /** The parameter on the curve, and those between which the edge stands for it. */
  t: number;
  from: number;
  to: number;
  /** The edge: x y of both ends. */
  edge: [number, number, number, number];
}

/** How many tolerances the count is computed for, and over how many powers of ten below the outline's size. */
const TOLERANCES = 33;
const [GREATEST, LEAST] = [-1, -6];
const MOST_SPOTS = 40;
/** Places along a chord at which its distance from the curve is taken for the mean. */
const PLACES = 7;

/** What flattening makes of a shape's curves; null where it has none, and for what is no shape. */
export function flattening(sheet: AskedSheet, { name }: { name: string }): FlatteningView | null {
  const shape = sheet.shape(name);
  if (!shape) return null;
  const limit = chordLimit(shape.outline);
  if (limit === 0) return null;
  const edges = edgesOf(shape);
  const { sum, length } = edges.reduce(
    (all, edge) => ({ sum: all.sum + edge.mean * edge.length, length: all.length + edge.length }),
    { sum: 0, length: 0 },
  );
  const spots = edges
    .filter(({ deviation }) => deviation > 0)
    .sort((a, b) => b.deviation - a.deviation)
    .slice(0, MOST_SPOTS)
    .map(({ spot, deviation }) => ({ ...spot, deviation }));
  let at = 0;
  const along = edges.map((edge) => {
    at += edge.length;
    return { at: at - edge.length / 2, deviation: edge.deviation, segment: edge.segment };
  });
  return {
    options: shape.flattening,
    limit,
    counts: countsOf(shape),
    along,
    mean: length > 0 ? sum / length : 0,
    areaError: areaErrorOf(shape),
    spots,
  };
}

interface EdgeError {
  length: number;
  segment: number;
  deviation: number;
  mean: number;
  /** Where the curve is furthest away. */
  spot: Omit<Spot, "deviation">;
}

function edgesOf(shape: Shape): EdgeError[] {
  const all: EdgeError[] = [];
  shape.flat.subpaths.forEach((flat, s) => {
    const subpath = shape.outline.subpaths[s];
    const segments = segmentsWithJoin(subpath);
    const deviations = chordDeviations(subpath, flat);
    const { vertices: v, segment, parameter } = flat;
    const n = segment.length;
    for (let i = 0; i < (flat.closed ? n : n - 1); i++) {
      const j = (i + 1) % n;
      const [ax, ay, bx, by] = [v[2 * i], v[2 * i + 1], v[2 * j], v[2 * j + 1]];
      const length = Math.hypot(bx - ax, by - ay);
      const t1 = i + 1 < n && segment[i + 1] === segment[i] ? parameter[i + 1] : 1;
      let mean = 0;
      let far = -1;
      const [x, y, t0] = [(ax + bx) / 2, (ay + by) / 2, parameter[i]];
      const stretch = { subpath: s, segment: segment[i], from: t0, to: t1, edge: [ax, ay, bx, by] as Spot["edge"] };
      let spot: EdgeError["spot"] = { ...stretch, x, y, curveX: x, curveY: y, t: (t0 + t1) / 2 };
      for (let k = 1; deviations[i] > 0 && length > 0 && k <= PLACES; k++) {
        const t = t0 + ((t1 - t0) * (k - 0.5)) / PLACES;
        const [px, py] = pointAt(segments[segment[i]], t);
        const share = Math.max(0, Math.min(1, ((px - ax) * (bx - ax) + (py - ay) * (by - ay)) / (length * length)));
        const [fx, fy] = [ax + share * (bx - ax), ay + share * (by - ay)];
        const off = Math.hypot(px - fx, py - fy);
        mean += off / PLACES;
        if (off > far) [far, spot] = [off, { ...stretch, x: fx, y: fy, curveX: px, curveY: py, t }];
      }
      all.push({ length, segment: segment[i], deviation: deviations[i], mean, spot });
    }
  });
  return all;
}

/** Vertices by tolerance, in the shape's own placement. */
function countsOf(shape: Shape): FlatteningView["counts"] {
  const { placement } = shape.flattening;
  const size = Math.max(...shape.outline.subpaths.flatMap(({ x, y }) => [Math.abs(x), Math.abs(y)]), 1);
  const counts: FlatteningView["counts"] = [];
  for (let i = 0; i < TOLERANCES; i++) {
    const tolerance = size * 10 ** (GREATEST + ((LEAST - GREATEST) * i) / (TOLERANCES - 1));
    const vertices = verticesAt(shape, { tolerance, placement });
    if (vertices !== null) counts.push({ tolerance, vertices });
  }
  return counts;
}

function verticesAt(shape: Shape, options: FlattenOptions): number | null {
  try {
    const { subpaths } = flattenPath(shape.outline, options);
    return subpaths.reduce((sum, { vertices }) => sum + vertices.length / 2, 0);
  } catch (error) {
    if (error instanceof FlattenError) return null;
    throw error;
  }
}

/** How much larger the flattened closed outlines are than the true ones, each by its own sense. */
function areaErrorOf(shape: Shape): number {
  let error = 0;
  shape.flat.subpaths.forEach(({ vertices, closed }, s) => {
    if (!closed) return;
    const exact = segmentsWithJoin(shape.outline.subpaths[s]).reduce((sum, segment) => sum + sectorArea(segment), 0);
    error += Math.abs(signedArea(vertices)) - Math.abs(exact);
  });
  return error;
}
