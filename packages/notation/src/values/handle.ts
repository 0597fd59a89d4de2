import type { Affine } from "@vertexon/geometry";
import type { Origin } from "./origin";

/** How a place (x, y) tells a number. */
export type Measure =
  /** (p − origin) · d */
  | { by: "along"; x: number; y: number; dx: number; dy: number }
  /** The distance from a point. */
  | { by: "distance"; x: number; y: number }
  /** The direction as seen from a point, in radians, as near as can be to what it is now. */
  | { by: "angle"; x: number; y: number; now: number };

/** A number that follows the handle: what it is called, how the handle's place tells it, and where it comes from. */
export interface Grip {
  label: string;
  measure: Measure;
  origin: Origin;
}

/** Something that can be dragged. On the plan it lies at map(x, y); `grips` measure in its own coordinates. */
export interface Handle {
  x: number;
  y: number;
  map: Affine;
  /** A vertex or a centre; the control point of a curve; or a number such as a radius. */
  role: "vertex" | "control" | "number";
  grips: Grip[];
}
