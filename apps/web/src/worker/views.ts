import type {
  Affine,
  Bounds,
  Circle,
  CombineReport,
  Contour,
  FillRule,
  FlattenOptions,
  Handoff,
  HandoffFormat,
  MultiPolygon,
  Operation,
  Path,
  Ring,
  TurnedBox,
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
  | { type: "list"; length: number; shapes: { name: string; shape: SentShape }[] }
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
  | { type: "list"; length: number; shapes: { name: string; shape: ShapeView }[] }
  | { type: "text" | "rule" | "word" | "truth" | "share" | "box" | "leg" }
  | ShapeView
  | ProbeView
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

/** Measures of a shape's region. */
export interface MeasuresView {
  area: number;
  perimeter: number;
  centroid: { x: number; y: number };
  /** Second moments of area about the centroid, and those about the principal axes. */
  second: { xx: number; yy: number; xy: number; greatest: number; least: number };
  /** The principal axis along which the area reaches furthest, in radians. */
  axis: number;
  circle: Circle;
  /** No circle inside is larger than `bound`. */
  inside: (Circle & { bound: number }) | null;
  turned: TurnedBox & { path: Path };
  upright: { width: number; height: number; path: Path };
}

/** What flattening makes of a shape's curves. */
export interface FlatteningView {
  options: FlattenOptions;
  /** The least count of chords on the curve is this over sqrt(8 × tolerance), as the tolerance falls. */
  limit: number;
  counts: { tolerance: number; vertices: number }[];
  /** Edge by edge: where its middle lies along the outline, how far it is from its curve, and whose part it is. */
  along: { at: number; deviation: number; segment: number }[];
  /** The mean distance along the outline. */
  mean: number;
  areaError: number;
  /** The edges that are furthest from their curves, the furthest first. */
  spots: Spot[];
}

/** How a shape is cut for filling: in fans, in triangles as they come or with even angles, in convex pieces. */
export type MeshKind = "fans" | "triangles" | "even" | "pieces";

export interface MeshRequest {
  kind: MeshKind;
  /** The greatest number of vertices of a convex piece. */
  most: number;
}

/** A shape cut for filling. */
export interface MeshView {
  kind: MeshKind;
  /** The triangles or pieces as rings. */
  cells: Ring[];
  vertices: number;
  /** Of a triangle's index list; 0 for pieces. */
  indexBytes: number;
  /** The smallest angle of all, in radians. */
  smallestAngle: number;
  mostCorners: number;
  /** What the parts cover all together, over the area of the shape: 1 where no place is filled twice. */
  overdraw: number;
  /** Edges swapped towards even angles, and whether that came to its end. */
  swaps: number;
  finished: boolean;
}

/** A window of a target's pixels around a place, so many pixels to a plan unit. */
export interface PixelRequest {
  x: number;
  y: number;
  scale: number;
  columns: number;
  rows: number;
}

export interface PixelsView {
  request: PixelRequest;
  /** Row by row from the smallest y: hard-edged and by coverage, from the chords and from the true curve. */
  chords: { hard: Uint8Array; coverage: Float64Array };
  curve: { hard: Uint8Array; coverage: Float64Array };
  /** Over the whole shape; null where that would be too many pixels. */
  whole: { pixels: number; differing: number; greatest: number } | null;
}

/** What a shape is at one value of a number; null where the sheet does not compute there. */
export interface SweepRow {
  value: number;
  vertices: number | null;
  error: number | null;
  area: number | null;
  pieces: number | null;
  holes: number | null;
}

/** Between which values, narrowed down, the number of pieces or holes changes. */
export interface SweepChange {
  before: SweepRow;
  after: SweepRow;
}

export interface SweepView {
  rows: SweepRow[];
  changes: SweepChange[];
  /** How many of its steps a sweep has done; all of them at its end. */
  done: number;
  steps: number;
}

/** A place on an edge and the place on the curve beside it. */
export interface Spot {
  x: number;
  y: number;
  curveX: number;
  curveY: number;
  deviation: number;
  subpath: number;
  segment: number;
  /** The parameter on the curve, and those between which the edge stands for it. */
  t: number;
  from: number;
  to: number;
  /** The edge: x y of both ends. */
  edge: [number, number, number, number];
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
  }[];
}

interface FieldView {
  type: "field";
  shape: string;
  columns: number;
  rows: number;
  cell: number;
  reach: number;
}

/** The four operations on the operands of a combined shape. */
export interface CombinationView {
  operation: Operation;
  labels: [string, string];
  /** Every operand with how many outlines it has and its fill rule: two in one are one shape, not two. */
  operands: { label: string; outlines: number; fillRule: FillRule; area: number }[];
  results: { operation: Operation; polygons: MultiPolygon; area: number }[];
  /** Union and intersection of the first operand and all others together: in sum as much as the areas of both. */
  balance: [union: number, intersection: number];
  areas: [number, number];
  rings: {
    name: string;
    area: number;
    perimeter: number;
    vertices: number;
    /** The operands that its edges come from. */
    sources: string[];
    /** The outlines that they were told in, through any number of operations, and how many segments of each. */
    told: { label: string; segments: number }[];
  }[];
  /** The result with the true curves of its operands; null where they have none of their own. */
  curved: { path: Path; curves: number; distance: number } | null;
  intersections: number;
  /** Where edges cross, x y each; the first of them where there are very many. */
  crossings: Float64Array;
  /** Flattening that the operands brought along, and movement by snapping. */
  flattening: number;
  snapping: number;
  /** The grid that edges were snapped on, how often, and the vertices of the result that it moved. */
  grid: { step: number; passes: number; verticesMoved: number };
  /** What was smaller than the grid. */
  lost: { outlines: number; edges: number; slivers: number };
}

/** What a shape that is not written yet would be. */
export interface ShapePreview {
  polygons: MultiPolygon;
  area: number;
}

/** The regions that the operands of a combined shape make of each other. */
export interface RegionsView {
  labels: string[];
  regions: { polygons: MultiPolygon; inside: number[]; area: number; isTaken: boolean }[];
}

/** A shape as it is on a plan of another size. */
export interface BoxView {
  /** The box's corner of least x and y. */
  x: number;
  y: number;
  width: number;
  height: number;
  /** Null where it cannot be computed at that size. */
  shape: {
    polygons: MultiPolygon;
    area: number;
    perimeter: number;
    vertices: number;
    /** In degrees, at the corners of the first subpath. */
    angles: number[];
    radii: number[];
    /** From the box to the shape: at least x, least y, greatest x, greatest y. */
    gaps: [number, number, number, number];
  } | null;
}

/** What lies at a place on the plan, as seen from one shape. */
export interface Inspection {
  side: "inside" | "outside" | "boundary";
  distance: number;
  nearest: { x: number; y: number };
  ring: number;
  edge: number;
  /** Other shapes that hold the place. */
  within: string[];
}

export interface FieldRequest {
  /** The corner of least x and y, the size of a sample's cell, and the samples. */
  x: number;
  y: number;
  cell: number;
  columns: number;
  rows: number;
  /** Pixels a cell, each way. */
  upscale: number;
  interval: number;
  reach: number;
  flipped: boolean;
  tint: [number, number, number];
}

export interface FieldPicture {
  request: FieldRequest;
  pixels: Uint8ClampedArray;
  width: number;
  height: number;
  contours: Contour[];
}

export interface FieldSummary {
  columns: number;
  rows: number;
  least: number;
  greatest: number;
}

export type { Handoff, HandoffFormat };
