import type { Affine } from "@vertexon/geometry";
import type { Span } from "../syntax";

export interface WrittenPoint {
  x: WrittenNumber | null;
  y: WrittenNumber | null;
}

/** Where a number stands, and whether its neighbours would run into another number written there without a space. */
export interface WrittenNumber extends Span {
  tightBefore?: boolean;
  tightAfter?: boolean;
}

/** A point written as numbers that can be dragged: on the plan it lies at map(x, y). */
export interface Handle {
  x: number;
  y: number;
  written: WrittenPoint;
  map: Affine;
  /** A vertex or a centre; or the control point of a curve. */
  role: "vertex" | "control";
}
