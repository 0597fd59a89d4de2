import {
  type Affine,
  type ApproximateRegion,
  allRings,
  area,
  bounds,
  type Circle,
  type CombineReport,
  type CombineResult,
  type CornerCut,
  type CutCorner,
  circleSubpath,
  cleaned,
  clipLines,
  combineAll,
  compose,
  convexHull,
  cornersOf,
  cut,
  cutCorners,
  dashPath,
  type EdgeSources,
  type FillRule,
  type FitForm,
  type FlatPath,
  type FlattenOptions,
  fitCurves,
  flattenPath,
  greatestDeviation,
  IDENTITY,
  type MultiPolygon,
  momentsOf,
  type Operand,
  type Operation,
  offsetOutlines,
  operandOf,
  type Path,
  type Polygon,
  polygonPath,
  reversePath,
  reverseSources,
  rotation,
  type SideStyle,
  type StrokeStyle,
  scaling,
  simplifyOutlines,
  sourcesOf,
  strokePath,
  type TileGrid,
  type TurnedBox,
  tiles,
  traceEdges,
  transformPath,
  transformPoint,
  transformSources,
  translation,
  withoutSpecks,
} from "@vertexon/geometry";
import { boundaryOf, curvedBoundary } from "./boundary";
import type { Handle } from "./handle";
import { once, onceFor } from "./once";
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
  /** The error bound that earlier steps left in the outline itself, in plan units. */
  carried?: number;
  /** The same for the outline with the true curves of what it was made from, where those can be kept. */
  carriedByCurves?: number;
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

  /** The error bound that earlier steps left in the outline, in plan units. */
  get carried(): number {
    return this.parts.carried ?? 0;
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
  get error(): number {
    return this.carried + this.deviation;
  }

  /** The same where its curves are kept: what flattening left is not part of it. */
  get curveError(): number {
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

  move(dx: number, dy: number): Shape {
    return this.mapped(translation(dx, dy), 1);
  }

  rotate(angle: number, about: { x: number; y: number }): Shape {
    return this.mapped(rotation(angle, about.x, about.y), 1);
  }

  scale(sx: number, sy: number, about: { x: number; y: number }): Shape {
    return this.mapped(scaling(sx, sy, about.x, about.y), Math.max(Math.abs(sx), Math.abs(sy)));
  }

  /** Sheared: x moves with y by the first angle, y with x by the second. */
  skew(x: number, y: number, about: { x: number; y: number }): Shape {
    const [c, b] = [Math.tan(x), Math.tan(y)];
    const stretch = 1 + Math.max(Math.abs(b), Math.abs(c));
    return this.mapped({ a: 1, b, c, d: 1, e: -c * about.y, f: -b * about.x }, stretch);
  }

  /** Mirrored in the line through a point in a direction. */
  mirror(direction: number, about: { x: number; y: number }): Shape {
    const turnBack = rotation(-direction, about.x, about.y);
    const flip = scaling(1, -1, about.x, about.y);
    return this.mapped(compose(compose(turnBack, flip), rotation(direction, about.x, about.y)), 1);
  }

  reverse(): Shape {
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

  /** The smallest convex shape around the vertices. */
  hull(): Shape {
    const points = this.operand.rings.flatMap((ring) => [...ring]);
    return this.derived({ outline: polygonPath(convexHull(points)), carried: this.error });
  }

  /** What a stroke along the outline covers, dashed where lengths are given. */
  stroke(style: Omit<StrokeStyle, "tolerance">, dash: readonly number[], phase: number): Shape {
    const { outline, tolerance } = this.parts;
    const curves = this.isRegion ? curvedBoundary(this) : null;
    const { outlines, error } = curves ?? { outlines: outline, error: this.carried };
    return this.ofRegion(strokePath(dashPath(outlines, dash, phase), { ...style, tolerance }), error);
  }

  /** Corners cut off by arcs or lines, and what became of each. */
  cutCorners(
    cut: CornerCut,
    isChosen: (subpath: number, corner: number) => boolean,
  ): { outline: Shape; corners: CutCorner[] } {
    const { path, corners } = cutCorners(this.outline, cut, isChosen);
    return { outline: this.derived({ outline: path, fillRule: this.fillRule, carried: this.carried }), corners };
  }

  /** Arcs or cubic curves along its vertices. */
  curves(within: number, form: FitForm, corner: number): Shape {
    const { path, deviation } = fitCurves(this.flat.subpaths, within, form, corner);
    return this.derived({ outline: path, fillRule: this.fillRule, carried: this.error + deviation });
  }

  /** A circle that was made from it, off by an error. */
  circle({ x, y, radius }: Circle, carried: number): Shape {
    return this.derived({ outline: { subpaths: [circleSubpath(x, y, radius, radius)] }, carried });
  }

  /** A box around it: a turned one, or the upright one. */
  box(box?: TurnedBox): Shape {
    const around = bounds(this.operand.rings);
    if (!around) return this.derived({ outline: { subpaths: [] }, carried: 0 });
    const { minX, minY, maxX, maxY } = around;
    const upright = { x: (minX + maxX) / 2, y: (minY + maxY) / 2, width: maxX - minX, height: maxY - minY, angle: 0 };
    const { x, y, width, height, angle } = box ?? upright;
    const [w, h] = [width / 2, height / 2];
    const outline = polygonPath([-w, -h, w, -h, w, h, -w, h].map((value, i) => value + (i % 2 ? y : x)));
    return this.derived({ outline: transformPath(outline, rotation(angle, x, y)), carried: this.error });
  }

  /** The diagonal of its bounds. */
  get extent(): number {
    const box = bounds(this.operand.rings);
    return box ? Math.hypot(box.maxX - box.minX, box.maxY - box.minY) : 0;
  }

  /** An open line that was made from it. */
  openLine(outline: Path): Shape {
    return this.derived({ outline, carried: this.error });
  }

  withHandles(handles: Handle[]): Shape {
    return new Shape({ ...this.parts, handles }, this.computed);
  }

  /** The middle of its area. */
  get centroid(): { x: number; y: number } {
    const rings = operandOf(this.polygons).rings;
    return momentsOf({ subpaths: rings.flatMap((ring) => polygonPath(ring).subpaths) }).centroid;
  }

  /** The region grown by a distance, or shrunk where it is negative. */
  offset(distance: number, style: Omit<SideStyle, "tolerance">): Shape {
    const { tolerance } = this.parts;
    const { outlines, error } = boundaryOf(this);
    return this.ofRegion(offsetOutlines(outlines, distance, { ...style, tolerance }), error);
  }

  /** With fewer of its vertices, within a distance of what they told. */
  simplify(tolerance: number): Shape {
    const { outlines, deviation } = simplifyOutlines(this.flat.subpaths, tolerance);
    const subpaths = outlines.flatMap(({ vertices, closed }) => polygonPath(vertices, closed).subpaths);
    return this.derived({ outline: { subpaths }, fillRule: this.fillRule, carried: this.error + deviation });
  }

  /** The region without pieces of less than an area, and with holes of less filled. */
  sift(least: number): Shape {
    const left = withoutSpecks(this.polygons, least);
    const rings = new Set(allRings(left));
    const sources = (label: string): Sources => {
      const all = this.regionSources(label);
      return allRings(this.polygons).flatMap((ring, i) => (rings.has(ring) ? [all[i]] : []));
    };
    return this.ofPolygons(left, this.error, sources);
  }

  /** The same outlines, filled under another rule. */
  filled(fillRule: FillRule): Shape {
    return new Shape({ ...this.parts, fillRule, polygons: undefined });
  }

  /** Where the outlines run around at least so many times, in the positive sense. */
  deep(atLeast: number): Shape {
    const clean = (): CombineResult => cleaned(this.operand.rings, { atLeast });
    const { polygons, report } = clean();
    return this.ofPolygons(polygons, this.error + report.movement, (label) =>
      traceEdges(clean(), [this.edgeSources(label)]),
    );
  }

  /** The parts of the region in the tiles of a grid, row by row; tiles that are empty are left out. */
  tiles(grid: TileGrid): Shape[] {
    const { tiles: parts, movement } = tiles(this.operand, grid);
    const again = once(() => tiles(this.operand, grid));
    return parts.map(({ polygons }, i) =>
      this.ofPolygons(
        polygons,
        this.error + movement,
        onceFor((label) => traceEdges(again().tiles[i], [this.edgeSources(label), this.cutSources(again().lines)])),
      ),
    );
  }

  /** The parts of the outlines, taken as open lines, that lie in a region. */
  clip(region: Shape): Shape[] {
    const lines = this.flat.subpaths.map(({ vertices, closed }) => {
      if (!closed) return vertices;
      const line = new Float64Array(vertices.length + 2);
      line.set(vertices);
      line.set(vertices.subarray(0, 2), vertices.length);
      return line;
    });
    return clipLines(lines, region.operand).map((line) =>
      this.derived({ outline: polygonPath(line, false), carried: Math.max(this.error, region.error) }),
    );
  }

  /** The pieces that open polylines cut the region into. */
  cut(polylines: readonly Float64Array[]): Shape[] {
    const { polygons, report } = cut(this.operand, polylines);
    const sources = onceFor((label) =>
      traceEdges(cut(this.operand, polylines), [this.edgeSources(label), this.cutSources(polylines)]),
    );
    let ring = 0;
    return polygons.map((polygon) => {
      const from = ring;
      ring += 1 + polygon.holes.length;
      const to = ring;
      return this.ofPolygons([polygon], this.error + report.movement, (label) => sources(label).slice(from, to));
    });
  }

  /** What edges along a cut stand for. */
  private cutSources(polylines: readonly Float64Array[]): Sources {
    const path: Path = { subpaths: polylines.flatMap((line) => polygonPath(line, false).subpaths) };
    return sourcesOf(path, flattenPath(path, this.flattening), CUT);
  }

  /** A region that was made from its outlines, which are off by an error. */
  private ofRegion(
    { polygons, movement, deviation, curvedDeviation, traced }: ApproximateRegion,
    error: number,
  ): Shape {
    const { attached } = this.parts;
    const sources = traced ? onceFor((label: string) => traced(attached ?? label)) : undefined;
    const byCurves = sources ? error + curvedDeviation + movement : undefined;
    // Without a deviation nothing was flattened: all of it is straight.
    return this.ofPolygons(polygons, error + deviation + movement, sources, byCurves, deviation > 0);
  }

  private ofPolygons(
    polygons: Polygon[],
    carried: number,
    sources?: ShapeParts["sources"],
    carriedByCurves?: number,
    curved = this.hasCurves,
  ): Shape {
    const subpaths = operandOf(polygons).rings.flatMap((ring) => polygonPath(ring).subpaths);
    return this.derived({ outline: { subpaths }, carried, carriedByCurves, polygons, sources, curved });
  }

  /** Another outline made from this one: shown like it, without what was told of this one. */
  private derived(
    parts: Pick<ShapeParts, "outline" | "carried" | "carriedByCurves" | "polygons" | "sources" | "curved"> & {
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

  private mapped(map: Affine, stretch: number): Shape {
    const { outline, fillRule, tolerance, carried = 0, handles = [] } = this.parts;
    const [x, y] = transformPoint(map, this.centre.x, this.centre.y);
    return new Shape({
      outline: transformPath(outline, map),
      fillRule,
      tolerance,
      flattening: this.parts.flattening,
      carried: carried * stretch,
      carriedByCurves: this.curveError * stretch,
      centre: { x, y },
      opacity: this.parts.opacity,
      attached: this.parts.attached,
      placed: compose(this.placed, map),
      told: this.parts.told,
      sources: this.parts.sources && onceFor((label) => transformSources(this.edgeSources(label), map)),
      curved: this.parts.curved,
      handles: handles.map((handle) => ({ ...handle, map: compose(handle.map, map) })),
    });
  }
}

/** What edges along a cut go by. */
const CUT = "cut";
