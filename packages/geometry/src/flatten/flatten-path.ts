import { type Line, type Path, pointAt, type Quadratic, type Segment, type Subpath } from "../path";
import { chordBoundOf } from "./chord-bounds";
import { flattenArc } from "./flatten-arc";
import { flattenCubic } from "./flatten-cubic";
import { flattenQuadratic } from "./flatten-quadratic";
import { longestChords, MOST_CHORDS } from "./longest-chords";
import { VertexSink } from "./vertex-sink";

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

const sink = new VertexSink();

function flattenSubpath(subpath: Subpath, tolerance: number, index: number): FlatSubpath {
  sink.begin(subpath.x, subpath.y);
  const { segments } = subpath;
  for (let k = 0; k < segments.length; k++) {
    const segment = segments[k];
    sink.index = k;
    if (segment.kind === "line") {
      sink.chord(0, segment.x1, segment.y1, 0);
      continue;
    }
    const rounding = ROUNDING * magnitudeOf(segment);
    if (rounding >= tolerance)
      throw new FlattenError(
        `subpath ${index + 1}, segment ${k + 1}: the tolerance ${tolerance} is finer than doubles are at these coordinates`,
      );
    if (!flattenSegment(segment, tolerance - rounding, rounding))
      throw new FlattenError(
        `subpath ${index + 1}, segment ${k + 1}: the tolerance ${tolerance} would need more than ${MOST_CHORDS} vertices`,
      );
  }
  return sink.end(subpath.closed, segments.length);
}

function flattenSegment(segment: Exclude<Segment, Line>, tolerance: number, rounding: number): boolean {
  switch (segment.kind) {
    case "quadratic":
      return flattenQuadratic(segment, tolerance, rounding, sink) || search(segment, tolerance, rounding);
    case "cubic":
      return flattenCubic(segment, tolerance, rounding, sink);
    case "arc":
      return flattenArc(segment, tolerance, rounding, sink);
  }
}

/** Longest chords by search alone, for what the closed form of quadratics leaves out. */
function search(segment: Quadratic, tolerance: number, rounding: number): boolean {
  const bound = chordBoundOf(segment)!;
  const stops = longestChords(bound, tolerance);
  if (!stops) return false;
  for (let i = 1; i < stops.length; i++)
    sink.chord(stops[i - 1], ...pointAt(segment, stops[i]), bound(stops[i - 1], stops[i]) + rounding);
  return true;
}

/** Points and bounds are computed in doubles: this share of the largest coordinate covers what rounding does to them. */
const ROUNDING = 2 ** -49;

/** At least the largest of the numbers that a segment's points are computed from. */
function magnitudeOf(segment: Exclude<Segment, Line>): number {
  const ends = Math.max(Math.abs(segment.x0), Math.abs(segment.y0), Math.abs(segment.x1), Math.abs(segment.y1));
  if (segment.kind === "arc") {
    const { cx, cy, ux, uy, vx, vy, start, sweep } = segment;
    const axes = Math.max(Math.abs(ux), Math.abs(uy), Math.abs(vx), Math.abs(vy));
    return Math.max(ends, Math.abs(cx), Math.abs(cy), axes, Math.abs(start), Math.abs(sweep));
  }
  const more = Math.max(ends, Math.abs(segment.x2), Math.abs(segment.y2));
  return segment.kind === "quadratic" ? more : Math.max(more, Math.abs(segment.x3), Math.abs(segment.y3));
}
