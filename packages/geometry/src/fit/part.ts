import type { Segment } from "../path";

/** A part of an outline with the greatest distance between it and its curve. */
export interface FittedPart {
  segment: Segment;
  deviation: number;
}

/** The straight line from point i to point j of x0 y0 x1 y1 … */
export function lineAlong(points: Float64Array, i: number, j: number): Segment {
  return { kind: "line", x0: points[2 * i], y0: points[2 * i + 1], x1: points[2 * j], y1: points[2 * j + 1] };
}
