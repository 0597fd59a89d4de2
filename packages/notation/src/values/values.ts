import type { Grid, Location, Pieces, SignedDistance } from "@vertexon/geometry";
import type { Distance } from "./distance";
import type { Handle } from "./handle";
import type { Origin, PointOrigin } from "./origin";
import type { Shape } from "./shape";
import type { LegValue } from "./trail";

/** What an expression can stand for. */
export type Value =
  | NumberValue
  | TruthValue
  | ShareValue
  | BoxValue
  | LegValue
  | AngleValue
  | PointValue
  | TextValue
  | RuleValue
  | WordValue
  | ListValue
  | Shape
  | Probe
  | Distance
  | Field
  | TemplateValue;

export interface NumberValue {
  type: "number";
  value: number;
  origin?: Origin;
}

interface TruthValue {
  type: "truth";
  value: boolean;
}

/** A share of the plan's box and a fixed length: fraction × the box's size on the axis where it stands, plus fixed. */
export interface ShareValue {
  type: "share";
  fraction: number;
  fixed: number;
  fractionOrigin?: Origin;
  /** In plan units. */
  fixedOrigin?: Origin;
}

/** The plan's box. */
interface BoxValue {
  type: "box";
  /** The corner of least x and y. */
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface AngleValue {
  type: "angle";
  radians: number;
  origin?: Origin;
}

export interface PointValue {
  type: "point";
  x: number;
  y: number;
  origin?: PointOrigin;
  /** A definition's point by its mere name: it is dragged where it was defined. */
  bare?: boolean;
}

export interface TextValue {
  type: "text";
  value: string;
  /** Where the text between the quotation marks begins in the statement. */
  from: number;
}

export interface RuleValue {
  type: "rule";
  value: "nonzero" | "evenodd";
}

/** A form of hand-off that the sheet tells. */
interface TemplateValue {
  type: "template";
  pieces: Pieces;
}

/** One of the words that a parameter takes. */
interface WordValue {
  type: "word";
  value: string;
}

export interface ListValue {
  type: "list";
  items: Value[];
}

interface ProbePoint {
  x: number;
  y: number;
  location: Location;
  nearest: SignedDistance;
  /** The same by the true curves that its edges stand for; null where edges are all there is. */
  byCurves: { side: Location["side"]; distance: number } | null;
}

export interface Probe {
  type: "probe";
  shape: Shape;
  points: ProbePoint[];
  handles: Handle[];
}

/** A signed distance field over the plan's box; its values are computed where they are shown. */
export interface Field {
  type: "field";
  shape: Shape;
  /** What is sampled, where it is more than the distance to the shape. */
  distance: Distance | null;
  grid: Grid;
  /** How far from the boundary the values are of interest, in plan units. */
  reach: number;
}

/** The type's name in messages, with its article. */
export function describe(value: Value): string {
  switch (value.type) {
    case "rule":
      return "a fill rule";
    case "angle":
      return "an angle";
    case "truth":
      return "a truth value";
    default:
      return `a ${value.type}`;
  }
}
