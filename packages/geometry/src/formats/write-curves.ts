import { type Path, writePathData } from "../path";
import { effectOfRounding, plainNumber, requireDecimals } from "./decimals";
import type { Handoff, HandoffOptions } from "./handoff";

/**
 * Writes outlines as SVG path data with their curves; vertices are the ends of segments. Throws RangeError for a count of
 * decimals out of range.
 */
export function writeCurves(path: Path, { decimals }: Pick<HandoffOptions, "decimals">): Handoff {
  requireDecimals(decimals);
  const segments = path.subpaths.flatMap((subpath) => subpath.segments);
  const lines = segments.filter(({ kind }) => kind === "line").length;
  const rings = path.subpaths.map(({ segments }) => Float64Array.from(segments.flatMap((s) => [s.x0, s.y0])));
  return {
    text: `${writePathData(path, (value) => plainNumber(value, decimals))}\n`,
    vertices: rings.reduce((sum, ring) => sum + ring.length / 2, 0),
    segments: { curves: segments.length - lines, lines },
    ...effectOfRounding(rings, decimals),
  };
}
