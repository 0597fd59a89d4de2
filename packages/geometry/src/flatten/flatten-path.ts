import { type Arc, type Path, pointAt, type Segment, type Subpath } from "../path";
import { type ChordBound, chordBoundOf } from "./chord-bounds";
import { longestChords, MOST_CHORDS } from "./longest-chords";

/**
 * One flattened subpath. Edge i runs from vertex i to the next one (from the last to the first where closed):
 * `segment[i]` and `parameter[i]` say where on the subpath it starts, `deviation[i]` bounds its distance to the curve.
 * The closing join of a closed subpath counts as one more straight segment. A closed subpath does not repeat its first
 * vertex; the last vertex of an open one has deviation 0.
 */
export interface FlatSubpath {
  vertices: Float64Array;
  closed: boolean;
  segment: Int32Array;
  parameter: Float64Array;
  deviation: Float64Array;
}

/** `error` bounds the distance of any curve from its chords, in plan units. */
export interface FlatPath {
  subpaths: FlatSubpath[];
  error: number;
}

export class FlattenError extends Error {
  override readonly name = "FlattenError";
}

/**
 * Flattens every curve of a path so that no point of a curve is further than `tolerance` (plan units, greater than 0)
 * from its chord. Throws {@link FlattenError} for another tolerance, or one so small that a segment would need more
 * than 2^20 chords, or finer than doubles are at its coordinates.
 */
export function flattenPath(path: Path, { tolerance }: { tolerance: number }): FlatPath {
  if (!(tolerance > 0 && tolerance < Number.POSITIVE_INFINITY))
    throw new FlattenError(`the tolerance must be a finite number greater than 0, not ${tolerance}`);
  const subpaths = path.subpaths.map((subpath, index) => flattenSubpath(subpath, tolerance, index));
  let error = 0;
  for (const { deviation } of subpaths) for (const d of deviation) error = Math.max(error, d);
  return { subpaths, error };
}

function flattenSubpath(subpath: Subpath, tolerance: number, index: number): FlatSubpath {
  const vertices = [subpath.x, subpath.y];
  const segments: number[] = [];
  const parameters: number[] = [];
  const deviations: number[] = [];
  subpath.segments.forEach((segment, k) => {
    const bound = chordBoundOf(segment);
    const rounding = bound ? ROUNDING * magnitudeOf(segment) : 0;
    if (rounding >= tolerance)
      throw new FlattenError(
        `subpath ${index + 1}, segment ${k + 1}: the tolerance ${tolerance} is finer than doubles are at these coordinates`,
      );
    const stops = bound ? stopsOf(segment, bound, tolerance - rounding) : [0, 1];
    if (!stops)
      throw new FlattenError(
        `subpath ${index + 1}, segment ${k + 1}: the tolerance ${tolerance} would need more than ${MOST_CHORDS} vertices`,
      );
    for (let i = 1; i < stops.length; i++) {
      segments.push(k);
      parameters.push(stops[i - 1]);
      deviations.push(bound ? bound(stops[i - 1], stops[i]) + rounding : 0);
      vertices.push(...pointAt(segment, stops[i]));
    }
  });
  const count = vertices.length / 2;
  const meets = vertices[0] === vertices[2 * count - 2] && vertices[1] === vertices[2 * count - 1];
  if (subpath.closed && count > 1 && meets) vertices.length -= 2;
  else {
    segments.push(subpath.closed ? subpath.segments.length : Math.max(0, subpath.segments.length - 1));
    parameters.push(subpath.closed || count === 1 ? 0 : 1);
    deviations.push(0);
  }
  return {
    vertices: Float64Array.from(vertices),
    closed: subpath.closed,
    segment: Int32Array.from(segments),
    parameter: Float64Array.from(parameters),
    deviation: Float64Array.from(deviations),
  };
}

/** Points and bounds are computed in doubles: this share of the largest coordinate covers what rounding does to them. */
const ROUNDING = 2 ** -49;

function magnitudeOf(segment: Segment): number {
  let most = 0;
  for (const value of Object.values(segment)) if (typeof value === "number") most = Math.max(most, Math.abs(value));
  return most;
}

function stopsOf(segment: Segment, bound: ChordBound, tolerance: number): number[] | null {
  if (segment.kind === "arc") return arcStops(segment, bound, tolerance);
  return longestChords(bound, tolerance);
}

/**
 * An arc of a circle is divided evenly, by the least count that holds; a whole turn into three chords at least, so that
 * it encloses something at every tolerance. Half a turn gets an even count: then the rounded ends of neighbouring
 * strokes, which meet at right angles more often than not, share their vertices instead of crossing at each. Whether the arc counts as circular only chooses how it is divided: every
 * chord is checked against its bound either way.
 */
function arcStops(arc: Arc, bound: ChordBound, tolerance: number): number[] | null {
  const least = Math.abs(arc.sweep) >= 2 * Math.PI ? 3 : 1;
  const u = Math.hypot(arc.ux, arc.uy);
  const v = Math.hypot(arc.vx, arc.vy);
  const circular = Math.abs(u - v) <= 1e-12 * u && Math.abs(arc.ux * arc.vx + arc.uy * arc.vy) <= 1e-12 * u * v;
  if (!circular) {
    const stops = longestChords(bound, tolerance);
    return stops && stops.length <= least ? evenStops(least) : stops;
  }
  const widest = 4 * Math.asin(Math.min(1, Math.sqrt(tolerance / (2 * u)))); // 1 − cos δ = tolerance / radius
  const step = Math.abs(arc.sweep) === Math.PI ? 2 : 1;
  let count = Math.max(least, Math.floor(Math.abs(arc.sweep) / Math.min(widest, Math.PI)));
  count += count % step;
  while (count <= MOST_CHORDS) {
    const stops = evenStops(count);
    if (stops.every((t, i) => i === 0 || bound(stops[i - 1], t) <= tolerance)) return stops;
    count += step;
  }
  return null;
}

function evenStops(count: number): number[] {
  return Array.from({ length: count + 1 }, (_, i) => i / count);
}
