import {
  type Bounds,
  type DistanceField,
  framedLevelSet,
  type LevelSet,
  levelSets,
  operandOf,
  type Polygon,
  pathField,
  polygonPath,
  shapeField,
} from "@vertexon/geometry";
import { after, type ErrorBound } from "./error-bound";
import type { Handle } from "./handle";
import { once } from "./once";
import { Shape } from "./shape";

interface DistanceParts {
  field: DistanceField;
  /** The outline that the same composition of outlines encloses, without blends. */
  plain: () => Shape;
  /** How far the outlines that it is measured from may lie from what they were told to be. */
  bound: ErrorBound;
  tolerance: number;
  /** Whether it encloses something else than the plain outline: boundaries run into each other, or it is a level of what is no exact distance. */
  hasOwnOutline: boolean;
  centre: { x: number; y: number };
  /** What can be dragged of it, in the order of its steps. */
  handles: () => Handle[];
}

/** What the tolerance is multiplied by for a contour that is too long, again and again, and the most that this may come to, in tolerances. */
const COARSER = 4;
const COARSEST = 1000;

const NO_HANDLES = (): Handle[] => [];

/** A signed distance at every place: to a shape, or composed of some. */
export class Distance {
  readonly type = "distance";
  readonly field: DistanceField;
  readonly bound: ErrorBound;
  readonly tolerance: number;
  readonly hasOwnOutline: boolean;
  readonly centre: { x: number; y: number };
  private readonly plainOnce: () => Shape;
  private readonly handlesOnce: () => Handle[];
  private readonly ownOnce = once(() => this.outlineOfZeros());

  constructor({ field, plain, bound, tolerance, hasOwnOutline, centre, handles }: DistanceParts) {
    this.field = field;
    this.bound = bound;
    this.tolerance = tolerance;
    this.hasOwnOutline = hasOwnOutline;
    this.centre = centre;
    this.plainOnce = once(plain);
    this.handlesOnce = once(handles);
  }

  get plain(): Shape {
    return this.plainOnce();
  }

  /** The outline that it encloses itself, to within half of the tolerance or what `ownWithin` says. */
  get own(): Shape {
    return this.ownOnce().shape;
  }

  /** The vertices of that lie within this of where the values are 0: the tolerance, more where it is too long for that. */
  get ownWithin(): number {
    return this.ownOnce().within;
  }

  get handles(): Handle[] {
    return this.handlesOnce();
  }

  /** The same without handles: what stands behind a name is dragged where it was written. */
  withoutHandles(): Distance {
    return this.derived({ field: this.field, plain: () => this.plain, handles: NO_HANDLES });
  }

  /** Another field that was made from this one. */
  derived(parts: Partial<DistanceParts> & Pick<DistanceParts, "field" | "plain">): Distance {
    const { bound, tolerance, hasOwnOutline, centre } = this;
    return new Distance({ bound, tolerance, hasOwnOutline, centre, handles: () => this.handles, ...parts });
  }

  /** What lies at values up to a level, as a region within a tolerance of it. */
  contour(level: number, tolerance: number): Shape {
    return this.contours([level], tolerance)[0];
  }

  contours(levels: readonly number[], tolerance: number): Shape[] {
    return levelSets(this.field, levels, tolerance).map((found) => this.enclosed(found));
  }

  /** The same, closed along a frame. */
  contourWithin(level: number, tolerance: number, frame: Bounds): Shape {
    return this.enclosed(framedLevelSet(this.field, level, tolerance, frame));
  }

  /** The level alone: lines that end where they leave a frame, or are closed. */
  contourLines(level: number, tolerance: number, frame: Bounds): Shape {
    const { lines, error } = framedLevelSet(this.field, level, tolerance, frame);
    return this.outlined(lines, error);
  }

  private enclosed({ polygons, error }: LevelSet): Shape {
    const lines = operandOf(polygons).rings.map((points) => ({ points, closed: true }));
    return this.outlined(lines, error, [...polygons]);
  }

  private outlineOfZeros(): { shape: Shape; within: number } {
    const { tolerance } = this;
    if (!this.hasOwnOutline) return { shape: this.plain, within: tolerance };
    // What is too long for its tolerance gets a coarser one.
    for (let within = tolerance / 2; ; within *= COARSER)
      try {
        return { shape: this.contour(0, within), within: Math.max(tolerance, within) };
      } catch (error) {
        if (!(error instanceof RangeError) || within > COARSEST * tolerance) throw error;
      }
  }

  private outlined(
    lines: readonly { points: Float64Array; closed: boolean }[],
    error: number,
    polygons?: Polygon[],
  ): Shape {
    return new Shape({
      outline: { subpaths: lines.flatMap(({ points, closed }) => polygonPath(points, closed).subpaths) },
      fillRule: "nonzero",
      tolerance: this.tolerance,
      carried: after(this.bound, { derived: error }),
      isMade: true,
      ...(polygons ? { polygons } : {}),
    });
  }
}

/** The exact distance to a shape: to the edges of its region, or to its true curves. */
export function distanceOf(shape: Shape, byCurves = false): Distance {
  const operand = operandOf(shape.polygons);
  const edges = shapeField(operand);
  const field = byCurves ? pathField(shape.outline, shape.fillRule, edges.within(shape.error)) : edges;
  return new Distance({
    field,
    plain: () => shape,
    bound: byCurves ? shape.carried : shape.bound,
    tolerance: shape.tolerance,
    hasOwnOutline: false,
    centre: shape.centre,
    handles: () => shape.handles,
  });
}
