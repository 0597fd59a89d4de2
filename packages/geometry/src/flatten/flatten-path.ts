import { type Line, type Path, pointAt, type Segment, type Subpath } from "../path";
import { chordBoundOf } from "./chord-bounds";
import { countedStops } from "./counted";
import type { FlatPath, FlatSubpath } from "./flat-path";
import { flattenArc } from "./flatten-arc";
import { flattenCubic } from "./flatten-cubic";
import { flattenQuadratic } from "./flatten-quadratic";
import { flattenRational } from "./flatten-rational";
import { turnStops } from "./limited";
import { longestChords, MOST_CHORDS } from "./longest-chords";
import { FlattenError, type FlattenOptions, type Placement, pixelTolerance, requireOptions } from "./options";
import { flattenBeside } from "./placed";
import { roundingOf } from "./rounding";
import { VertexSink } from "./vertex-sink";

/** One for all: nothing of it is handed out. */
const sink = new VertexSink();

/**
 * Flattens every curve of a path by a tolerance (no point of a curve is further from its chord), by the greatest turn a
 * chord, or into a fixed count of chords: see {@link FlattenOptions}. Throws {@link FlattenError} for options that cannot
 * be used, for more than 2^20 chords a segment, and for a tolerance finer than doubles are at its coordinates.
 */
export function flattenPath(path: Path, options: FlattenOptions): FlatPath {
  requireOptions(options);
  sink.error = 0;
  const subpaths = path.subpaths.map((subpath, index) => flattenSubpath(subpath, options, index));
  return { subpaths, error: sink.error };
}

/** Levels of detail: the path flattened to so many pixels at each of the magnifications. */
export function flattenLevels(
  path: Path,
  magnifications: readonly number[],
  { pixels, devicePixelRatio = 1, placement = "on" }: LevelOptions,
): { magnification: number; tolerance: number; flat: FlatPath }[] {
  return magnifications.map((magnification) => {
    const tolerance = pixelTolerance(pixels, magnification, devicePixelRatio);
    return { magnification, tolerance, flat: flattenPath(path, { tolerance, placement }) };
  });
}

export interface LevelOptions {
  /** The greatest distance on the target, in its pixels. */
  pixels: number;
  devicePixelRatio?: number;
  placement?: Placement;
}

function flattenSubpath(subpath: Subpath, options: FlattenOptions, index: number): FlatSubpath {
  sink.begin(subpath.x, subpath.y);
  const { segments } = subpath;
  for (let k = 0; k < segments.length; k++) {
    const segment = segments[k];
    sink.nextSegment();
    if (segment.kind === "line") {
      sink.chord(0, segment.x1, segment.y1);
      continue;
    }
    const { tolerance } = options;
    const rounding = roundingOf(segment);
    if (tolerance !== undefined && rounding >= tolerance)
      throw new FlattenError(
        `subpath ${index + 1}, segment ${k + 1}: the tolerance ${tolerance} is finer than doubles are at these coordinates`,
      );
    if (!flattenSegment(segment, options, rounding))
      throw new FlattenError(
        `subpath ${index + 1}, segment ${k + 1}: ${tolerance === undefined ? `the turn ${options.turn}` : `the tolerance ${tolerance}`} would need more than ${MOST_CHORDS} vertices`,
      );
  }
  return sink.end(subpath.closed);
}

type Curve = Exclude<Segment, Line>;

function flattenSegment(segment: Curve, options: FlattenOptions, rounding: number): boolean {
  const { tolerance, turn, count, spacing = "error", placement = "on" } = options;
  if (count !== undefined)
    return addStops(segment, countedStops(segment, chordBoundOf(segment)!, count, spacing), rounding);
  if (turn !== undefined)
    return addStops(segment, turnStops(segment, turn, tolerance && tolerance - rounding), rounding);
  const limit = tolerance! - rounding;
  if (placement === "on") return flattenOn(segment, limit, rounding);
  const before = sink.error;
  sink.error = 0;
  if (!flattenBeside(segment, placement, limit, sink)) return false;
  sink.error = Math.max(before, sink.error + rounding);
  return true;
}

function flattenOn(segment: Curve, tolerance: number, rounding: number): boolean {
  switch (segment.kind) {
    case "quadratic":
      return (
        flattenQuadratic(segment, tolerance, rounding, sink) ||
        addStops(segment, longestChords(chordBoundOf(segment)!, tolerance), rounding)
      );
    case "rational":
      return flattenRational(segment, tolerance, rounding, sink);
    case "cubic":
      return flattenCubic(segment, tolerance, rounding, sink);
    case "arc":
      return flattenArc(segment, tolerance, rounding, sink);
  }
}

/** Chords between points of the curve. */
function addStops(segment: Curve, stops: readonly number[] | null, rounding: number): boolean {
  if (!stops) return false;
  const bound = chordBoundOf(segment)!;
  for (let i = 1; i < stops.length; i++) {
    sink.chord(stops[i - 1], ...pointAt(segment, stops[i]));
    sink.error = Math.max(sink.error, bound(stops[i - 1], stops[i]) + rounding);
  }
  return true;
}
