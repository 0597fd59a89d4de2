import { type Line, type Path, pointAt, type Quadratic, type Segment, type Subpath } from "../path";
import { chordBoundOf } from "./chord-bounds";
import { flattenArc } from "./flatten-arc";
import { flattenCubic } from "./flatten-cubic";
import { flattenQuadratic } from "./flatten-quadratic";
import { longestChords, MOST_CHORDS } from "./longest-chords";
import { roundingOf } from "./rounding";
import { VertexSink } from "./vertex-sink";

/**
 * One flattened subpath. Edge i runs from vertex i to the next one (from the last to the first where closed):
 * `segment[i]` and `parameter[i]` say where on the subpath it starts. The closing join of a closed subpath counts as one
 * more straight segment. A closed subpath does not repeat its first vertex. See `chordDeviations` for each edge's error.
 */
export interface FlatSubpath {
  vertices: Float64Array;
  closed: boolean;
  segment: Int32Array;
  parameter: Float64Array;
}

/** `error` bounds the distance of any curve from its chords, in plan units. */
export interface FlatPath {
  subpaths: FlatSubpath[];
  error: number;
}

/** One for all: nothing of it is handed out. */
const sink = new VertexSink();

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
  sink.error = 0;
  const subpaths = path.subpaths.map((subpath, index) => flattenSubpath(subpath, tolerance, index));
  return { subpaths, error: sink.error };
}

function flattenSubpath(subpath: Subpath, tolerance: number, index: number): FlatSubpath {
  sink.begin(subpath.x, subpath.y);
  const { segments } = subpath;
  for (let k = 0; k < segments.length; k++) {
    const segment = segments[k];
    sink.nextSegment();
    if (segment.kind === "line") {
      sink.chord(0, segment.x1, segment.y1);
      continue;
    }
    const rounding = roundingOf(segment);
    if (rounding >= tolerance)
      throw new FlattenError(
        `subpath ${index + 1}, segment ${k + 1}: the tolerance ${tolerance} is finer than doubles are at these coordinates`,
      );
    if (!flattenSegment(segment, tolerance - rounding, rounding))
      throw new FlattenError(
        `subpath ${index + 1}, segment ${k + 1}: the tolerance ${tolerance} would need more than ${MOST_CHORDS} vertices`,
      );
  }
  return sink.end(subpath.closed);
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
  for (let i = 1; i < stops.length; i++) {
    sink.chord(stops[i - 1], ...pointAt(segment, stops[i]));
    sink.error = Math.max(sink.error, bound(stops[i - 1], stops[i]) + rounding);
  }
  return true;
}
