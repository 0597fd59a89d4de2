import type {
  Affine,
  Bounds,
  CombineReport,
  FillRule,
  FlattenOptions,
  Grid,
  MultiPolygon,
  Operation,
  Path,
  Worth,
} from "@vertexon/geometry";
import type {
  Diagnostic,
  Emission,
  Handle,
  OwnFunction,
  Picture,
  PlanSettings,
  Span,
  TrailRecord,
} from "@vertexon/notation";
import type { PackedPath } from "./packed-path";

/** What the worker tells about a sheet: plain data that can be sent between threads. */
export interface SheetView {
  plan: PlanSettings;
  tolerance: number;
  toleranceSpan: Span | null;
  definitions: DefinitionView[];
  emissions: Emission[];
  pictures: Picture[];
  functions: OwnFunction[];
  diagnostics: Diagnostic[];
}

/**
 * An evaluation as it is sent between threads. A definition that is the same as in the one sent before, at the same
 * place in the order, is sent as a number: where it begins now. All its own places have moved along.
 */
export interface SentView extends Omit<SheetView, "definitions"> {
  definitions: (SentDefinition | number)[];
}

/** A definition as it is sent, with its paths packed. */
export interface SentDefinition extends Omit<DefinitionView, "value"> {
  value: SentValue | null;
}

export type SentValue =
  | Exclude<ValueView, { type: "shape" | "list" }>
  | (Omit<ListView, "shapes"> & { shapes: { name: string; shape: SentShape }[] })
  | SentShape;

export type SentShape = Omit<ShapeView, "outline" | "sources"> & { outline: PackedPath; sources: PackedPath[] };

export interface DefinitionView {
  name: string;
  span: Span;
  nameSpan: Span;
  value: ValueView | null;
  number: { span: Span; least: number | null; greatest: number | null } | null;
  /** What can be dragged of this definition. */
  handles: Handle[];
  dependsOn: string[];
}

export type ValueView =
  | { type: "number"; value: number }
  | { type: "angle"; radians: number }
  | { type: "point"; x: number; y: number }
  | ListView
  | { type: "text"; value: string }
  | { type: "rule" | "word" | "truth" | "share" | "box" | "leg" | "template" }
  | ShapeView
  | ProbeView
  | DistanceView
  | FieldView;

export interface SubpathView {
  vertices: Float64Array;
  closed: boolean;
  segment: Int32Array;
  parameter: Float64Array;
  segments: number;
  length: number;
  signedArea: number;
}

export interface ShapeView {
  type: "shape";
  outline: Path;
  /** The outlines with true curves that it was made from: its own, or those of its operands, all the way down. */
  sources: Path[];
  /** Where a chord is furthest from its curve, among all of those; null where nothing is curved. */
  worst: { x: number; y: number; deviation: number } | null;
  subpaths: SubpathView[];
  polygons: MultiPolygon;
  fillRule: FillRule;
  /** Whether it is handed off as its region, where nothing else is said: operations made it. */
  isMade: boolean;
  /** How much of its tone is shown, 0 to 1. */
  opacity: number;
  /** How its curves become vertices. */
  flattening: FlattenOptions;
  /** Whether it states that itself, in place of the sheet. */
  hasOwnFlattening: boolean;
  /** The corners that can be picked, by subpath, and the map from where they were told to where they are. */
  corners: Float64Array[];
  placed: Affine;
  /** Both radii, where the shape is one whole ellipse. */
  ellipse: { rx: number; ry: number } | null;
  centre: { x: number; y: number };
  vertices: number;
  area: number;
  perimeter: number;
  bounds: Bounds | null;
  /** A place well inside for the shape's name, and its distance from the boundary; null for an empty shape. */
  label: { x: number; y: number; clearance: number } | null;
  tolerance: number;
  /** Bounds the distance from the true outline, all steps together. */
  error: number;
  /** What was noted along the way, where the shape is a trail. */
  trail: TrailRecord | null;
  combination: { operation: Operation; operands: string[]; report: CombineReport } | null;
}

export interface ProbeView {
  type: "probe";
  shape: string;
  points: {
    x: number;
    y: number;
    side: "inside" | "outside" | "boundary";
    winding: number;
    distance: number;
    nearest: { x: number; y: number };
    ring: number;
    edge: number;
    /** By the true curves that the edges stand for; null where edges are all there is. */
    byCurves: { side: "inside" | "outside" | "boundary"; distance: number } | null;
  }[];
}

/** Shapes and distances by the expressions that stand for them, such as `posts.at(2)`. */
interface ListView {
  type: "list";
  length: number;
  shapes: { name: string; shape: ShapeView }[];
  /** With how many handles each has: of the definition's handles the last ones are theirs, in this order. */
  distances: { name: string; distance: DistanceView; handles: number }[];
  probes: ProbeView[];
}

/** A signed distance at every place, composed or not: what its values are worth, and how fast they grow at most. */
export interface DistanceView {
  type: "distance";
  worth: { inside: Worth; outside: Worth };
  lipschitz: number;
}

interface FieldView {
  type: "field";
  /** What it is measured from; empty for what has no name. */
  shape: string;
  isComposed: boolean;
  /** What was composed, by its name; empty for a shape, and for what has no name. */
  distance: string;
  grid: Grid;
  reach: number;
}
