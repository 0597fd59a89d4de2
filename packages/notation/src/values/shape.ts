import {
  type Affine,
  area,
  bounds,
  type CombineReport,
  combineAll,
  compose,
  cornersOf,
  type EdgeSources,
  type FillRule,
  type FlatPath,
  type FlattenOptions,
  flattenPath,
  greatestDeviation,
  IDENTITY,
  type MultiPolygon,
  momentsOf,
  type Operand,
  type Operation,
  operandOf,
  type Path,
  type Polygon,
  polygonPath,
  reversePath,
  reverseSources,
  sourcesOf,
  traceEdges,
  transformPath,
  transformPoint,
  transformSources,
} from "@vertexon/geometry";
import { after, type ErrorBound, EXACT, stretched, total } from "./error-bound";
import type { Handle } from "./handle";
import { onceFor } from "./once";
import type { TrailRecord } from "./trail";

/** How a combined shape was made: from these operands, labelled by their text. */
export interface Combination {
  operation: Operation;
  operands: { label: string; shape: Shape }[];
  report: CombineReport;
}

/** A shape may hold no more vertices than this. */
export const MOST_VERTICES = 2_000_000;

interface ShapeParts {
  outline: Path;
  fillRule: FillRule;
  /** Curves are flattened to this, in plan units, unless `flattening` says otherwise. */
  tolerance: number;
  flattening?: FlattenOptions;
  /** What earlier steps left in the outline itself. */
  carried?: ErrorBound;
  /** The same for the outline with the true curves of what it was made from, where those can be kept. */
  carriedByCurves?: ErrorBound;
  centre?: { x: number; y: number };
  handles?: Handle[];
  combination?: Combination;
  trail?: TrailRecord;
  /** The map that the outline was put where it is with, after it was told. */
  placed?: Affine;
  /** The points that it was told by, before that map. */
  told?: readonly { x: number; y: number }[];
  /** The region, where it is known already. */
  polygons?: Polygon[];
  /** Whether it is what outlines enclose, in rings of a canonical order, rather than an outline as it was written. */
  isMade?: boolean;
  /** What the edges of the outline stand for, where that was told elsewhere. */
  sources?: (label: string) => Sources;
  /** Whether curves are among what the edges stand for, where the sources are told. */
  curved?: boolean;
  /** What its edges carry in place of its name. */
  attached?: string;
  /** How much of the tone is shown on the plan, 0 to 1. */
  opacity?: number;
}

/** What edges stand for, ring by ring: curves with what is attached to the shape that they were told in, or its label. */
export type Sources = EdgeSources<string>[];

interface Computed {
  flat: FlatPath | null;
  deviation?: number;
  polygons: MultiPolygon | null;
}

/** A shape: its outline with true curves, and, computed when first asked for, its vertices and the region it encloses. */
export class Shape {
  readonly type = "shape";
  /** `computed` is shared between views of one shape, so that nothing is computed twice. */
  constructor(
    private readonly parts: ShapeParts,
    private readonly computed: Computed = { flat: null, polygons: parts.polygons ?? null },
  ) {}

  get outline(): Path {
    return this.parts.outline;
  }
  get fillRule(): FillRule {
    return this.parts.fillRule;
  }
  get tolerance(): number {
    return this.parts.tolerance;
  }
  /** Whether it states itself how it is flattened, in place of the sheet. */
  get hasOwnFlattening(): boolean {
    return this.parts.flattening !== undefined;
  }

  /** How curves become vertices. */
  get flattening(): FlattenOptions {
    return this.parts.flattening ?? { tolerance: this.parts.tolerance };
  }
  get opacity(): number {
    return this.parts.opacity ?? 1;
  }
  get handles(): Handle[] {
    return this.parts.handles ?? [];
  }
  get combination(): Combination | null {
    return this.parts.combination ?? null;
  }

  /** What was noted along the way, for a trail as it was written. */
  get trail(): TrailRecord | null {
    return this.parts.trail ?? null;
  }
  /** The corners that can be picked, x y each: the points that it was told by, or else where its segments meet. */
  get corners(): Float64Array[] {
    const { told, outline } = this.parts;
    if (!told) return outline.subpaths.map(cornersOf);
    return [Float64Array.from(told.flatMap(({ x, y }) => transformPoint(this.placed, x, y)))];
  }

  /** The map that the outline was put where it is with, after it was told. */
  get placed(): Affine {
    return this.parts.placed ?? IDENTITY;
  }

  /** What earlier steps left in the outline. */
  get carried(): ErrorBound {
    return this.parts.carried ?? EXACT;
  }

  /** The outline as vertices. */
  get flat(): FlatPath {
    this.computed.flat ??= flattenPath(this.parts.outline, this.flattening);
    return this.computed.flat;
  }

  get vertexCount(): number {
    return this.flat.subpaths.reduce((sum, { vertices }) => sum + vertices.length / 2, 0);
  }

  /** The greatest distance of its curves from the chords that stand for them. */
  get deviation(): number {
    this.computed.deviation ??= greatestDeviation(this.outline, this.flat);
    return this.computed.deviation;
  }

  /** Bounds the distance between the true outline and the vertices' outline, all steps together. */
  get bound(): ErrorBound {
    return after(this.carried, { flattening: this.deviation });
  }

  /** The same as one number, in plan units. */
  get error(): number {
    return total(this.bound);
  }

  /** The same where its curves are kept: what flattening left is not part of it. */
  get curveBound(): ErrorBound {
    return this.parts.carriedByCurves ?? this.carried;
  }

  get operand(): Operand {
    return { rings: this.flat.subpaths.map(({ vertices }) => vertices), fillRule: this.parts.fillRule };
  }

  /** What the shape encloses under its fill rule, as valid polygons. */
  get polygons(): MultiPolygon {
    this.computed.polygons ??= combineAll("union", [this.operand]).polygons;
    return this.computed.polygons;
  }

  get area(): number {
    return area(this.polygons);
  }

  /** The text that its edges carry in place of its name. */
  get attached(): string | undefined {
    return this.parts.attached;
  }

  /** What the edges of its vertices stand for; curves that it tells itself go by a label, where nothing is attached. */
  edgeSources(label: string): Sources {
    const { sources, attached } = this.parts;
    if (!sources) return sourcesOf(this.outline, this.flat, attached ?? label);
    if (attached === undefined) return sources(label);
    return sources(label).map((ring) => ({ ...ring, curves: ring.curves.map((curve) => ({ ...curve, attached })) }));
  }

  /** Whether its edges stand for more than its own outline under its own name. */
  get isTraced(): boolean {
    return this.parts.sources !== undefined || this.parts.attached !== undefined;
  }

  /** Whether its outline is the straight edges of its polygons, whatever these stand for. */
  get isRegion(): boolean {
    return this.parts.polygons !== undefined;
  }

  /** Whether it is what outlines enclose rather than an outline that somebody wrote: a result of operations on regions. */
  get isMade(): boolean {
    return this.parts.isMade ?? this.isRegion;
  }

  /** Whether some of its edges stand for curves. */
  get hasCurves(): boolean {
    if (this.parts.sources) return this.parts.curved ?? false;
    return this.outline.subpaths.some(({ segments }) => segments.some(({ kind }) => kind !== "line"));
  }

  /** The same for the edges of its polygons: each polygon's outer ring, then its holes. */
  regionSources(label: string): Sources {
    const own = this.edgeSources(label);
    return this.parts.polygons ? own : traceEdges(combineAll("union", [this.operand]), [own]);
  }

  /** Its own centre where it has one, otherwise the middle of its bounds. */
  get centre(): { x: number; y: number } {
    if (this.parts.centre) return this.parts.centre;
    const box = bounds(this.operand.rings);
    return box ? { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 } : { x: 0, y: 0 };
  }

  /** Travelled the other way. */
  reversed(): Shape {
    const sources = this.parts.sources && onceFor((label) => reverseSources(this.edgeSources(label)));
    return new Shape({
      ...this.parts,
      outline: reversePath(this.outline),
      trail: undefined,
      polygons: undefined,
      sources,
    });
  }

  /** The same shape, with a text that its edges carry. */
  withAttached(attached: string): Shape {
    return new Shape({ ...this.parts, attached }, this.computed);
  }

  withOpacity(opacity: number): Shape {
    return new Shape({ ...this.parts, opacity }, this.computed);
  }

  /** The diagonal of its bounds. */
  get extent(): number {
    const box = bounds(this.operand.rings);
    return box ? Math.hypot(box.maxX - box.minX, box.maxY - box.minY) : 0;
  }

  withHandles(handles: Handle[]): Shape {
    return new Shape({ ...this.parts, handles }, this.computed);
  }

  /** The middle of its area. */
  get centroid(): { x: number; y: number } {
    const rings = operandOf(this.polygons).rings;
    return momentsOf({ subpaths: rings.flatMap((ring) => polygonPath(ring).subpaths) }).centroid;
  }

  /** The same outlines, filled under another rule. */
  filled(fillRule: FillRule): Shape {
    return new Shape({ ...this.parts, fillRule, polygons: undefined });
  }

  /** Another outline made from this one: shown like it, without what was told of this one. */
  derived(
    parts: Pick<
      ShapeParts,
      "outline" | "carried" | "carriedByCurves" | "polygons" | "sources" | "curved" | "isMade"
    > & {
      fillRule?: FillRule;
    },
  ): Shape {
    const { tolerance, opacity } = this.parts;
    // Where edges are traced they carry it already, but for those of a cut, which have a name of their own.
    const attached = parts.sources ? undefined : this.parts.attached;
    return new Shape({ fillRule: "nonzero", ...parts, tolerance, opacity, attached });
  }

  withTrail(trail: TrailRecord): Shape {
    return new Shape({ ...this.parts, trail }, this.computed);
  }

  /** The same shape, flattened in a way of its own; a tolerance also holds for what is derived from it. */
  flattenedBy(flattening: FlattenOptions): Shape {
    return new Shape({ ...this.parts, flattening, tolerance: flattening.tolerance ?? this.tolerance });
  }

  /** The same shape without handles: what stands behind a name is dragged where it was written. */
  withoutHandles(): Shape {
    return this.handles.length ? new Shape({ ...this.parts, handles: [] }, this.computed) : this;
  }

  /** Mapped as a whole; `stretch` bounds how much longer anything gets. */
  mapped(map: Affine, stretch: number): Shape {
    const { outline, fillRule, tolerance, handles = [] } = this.parts;
    const [x, y] = transformPoint(map, this.centre.x, this.centre.y);
    return new Shape({
      outline: transformPath(outline, map),
      fillRule,
      tolerance,
      flattening: this.parts.flattening,
      carried: stretched(this.carried, stretch),
      carriedByCurves: stretched(this.curveBound, stretch),
      centre: { x, y },
      opacity: this.parts.opacity,
      attached: this.parts.attached,
      placed: compose(this.placed, map),
      told: this.parts.told,
      sources: this.parts.sources && onceFor((label) => transformSources(this.edgeSources(label), map)),
      curved: this.parts.curved,
      isMade: this.isMade,
      handles: handles.map((handle) => ({ ...handle, map: compose(handle.map, map) })),
    });
  }
}
