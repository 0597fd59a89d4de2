import type { Affine } from "@vertexon/geometry";
import type { Span } from "../syntax";

export interface WrittenPoint {
  x: Span | null;
  y: Span | null;
}

/** A point written as numbers that can be dragged: on the plan it lies at map(x, y). */
export interface Handle {
  x: number;
  y: number;
  written: WrittenPoint;
  map: Affine;
}
