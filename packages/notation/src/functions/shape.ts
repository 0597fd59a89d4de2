import {
  type Affine,
  area,
  bounds,
  type CombineReport,
  combineAll,
  compose,
  convexHull,
  cornersOf,
  type FillRule,
  type FlatPath,
  flattenPath,
  IDENTITY,
  type MultiPolygon,
  type Operand,
  type Operation,
  operandOf,
  type Path,
  type Polygon,
  polygonPath,
  reversePath,
  rotation,
  scaling,
  transformPath,
  transformPoint,
  translation,
} from "@vertexon/geometry";
import type { Handle } from "./handle";
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
  /** Curves are flattened to this, in plan units. */
  tolerance: number;
  /** The error bound that earlier steps left in the outline itself, in plan units. */
  carried?: number;
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
}

interface Computed {
  flat: FlatPath | null;
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
    this.computed.flat ??= flattenPath(this.parts.outline, { tolerance: this.parts.tolerance });
    return this.computed.flat;
  }

  get vertexCount(): number {
    return this.flat.subpaths.reduce((sum, { vertices }) => sum + vertices.length / 2, 0);
  }

  /** Bounds the distance between the true outline and the vertices' outline, all steps together. */
  get error(): number {
    return this.carried + this.flat.error;
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
    return new Shape({ ...this.parts, outline: reversePath(this.outline), trail: undefined });
  }

  /** The smallest convex shape around the vertices. */
  hull(): Shape {
    const points = this.operand.rings.flatMap((ring) => [...ring]);
    return new Shape({
      outline: polygonPath(convexHull(points)),
      fillRule: "nonzero",
      tolerance: this.tolerance,
      carried: this.error,
    });
  }

  withTrail(trail: TrailRecord): Shape {
    return new Shape({ ...this.parts, trail }, this.computed);
  }

  /** The same shape, flattened to a tolerance of its own. */
  flattenedTo(tolerance: number): Shape {
    return new Shape({ ...this.parts, tolerance });
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
      carried: carried * stretch,
      centre: { x, y },
      placed: compose(this.placed, map),
      told: this.parts.told,
      handles: handles.map((handle) => ({ ...handle, map: compose(handle.map, map) })),
    });
  }
}

/** A set operation on shapes. Error bounds of the operands and of the operation add up. */
export function combineShapes(
  operation: Operation,
  operands: readonly { label: string; shape: Shape }[],
  tolerance: number,
): Shape {
  const { polygons, report } = combineAll(
    operation,
    operands.map(({ shape }) => shape.operand),
  );
  const carried = operands.reduce((most, { shape }) => Math.max(most, shape.error), 0) + report.movement;
  return new Shape({
    outline: {
      subpaths: operandOf(polygons).rings.flatMap((ring) => polygonPath(ring).subpaths),
    },
    fillRule: "nonzero",
    tolerance,
    carried,
    handles: operands.flatMap(({ shape }) => shape.handles),
    combination: { operation, operands: [...operands], report },
    polygons,
  });
}
