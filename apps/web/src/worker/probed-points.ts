import { distanceIndex, locationIndex, operandOf } from "@vertexon/geometry";
import { curvesOf, type Shape } from "@vertexon/notation";

/** The sides that a point can lie on; columns of sides hold places in this list. */
export const SIDES = ["outside", "inside", "boundary"] as const;
export type SideName = (typeof SIDES)[number];

/** Points and what was found of each, column by column: a million of them are as many objects too many. */
export interface ProbedPoints {
  x: Float64Array;
  y: Float64Array;
  side: Uint8Array;
  winding: Int32Array;
  distance: Float64Array;
  /** x y of the nearest place, and the edge that it lies on. */
  nearest: Float64Array;
  ring: Int32Array;
  edge: Int32Array;
  /** The side by the true curves; null where edges are all there is. */
  byCurves: Uint8Array | null;
  /** The side that a file gives for each; null where it gives none. */
  labels: Uint8Array | null;
}

/** Points between two reports. */
const AT_ONCE = 8192;

/** Asks a shape about all points; yields how many are done, now and then. */
export function* classify(
  shape: Shape,
  x: Float64Array,
  y: Float64Array,
  labels: readonly SideName[] | null,
): Generator<number, ProbedPoints> {
  const operand = operandOf(shape.polygons);
  const [location, distance, curves] = [locationIndex(operand), distanceIndex(operand), curvesOf(shape)];
  const n = x.length;
  const points: ProbedPoints = {
    x,
    y,
    side: new Uint8Array(n),
    winding: new Int32Array(n),
    distance: new Float64Array(n),
    nearest: new Float64Array(2 * n),
    ring: new Int32Array(n),
    edge: new Int32Array(n),
    byCurves: curves && new Uint8Array(n),
    labels: labels && Uint8Array.from(labels, (label) => SIDES.indexOf(label)),
  };
  for (let i = 0; i < n; i++) {
    if (i % AT_ONCE === 0) yield i;
    const { side, winding } = location.locate(x[i], y[i]);
    const near = distance.distance(x[i], y[i]);
    points.side[i] = SIDES.indexOf(side);
    points.winding[i] = winding;
    points.distance[i] = near.distance;
    points.nearest[2 * i] = near.nearest.x;
    points.nearest[2 * i + 1] = near.nearest.y;
    points.ring[i] = near.ring;
    points.edge[i] = near.edge;
    if (curves && points.byCurves) points.byCurves[i] = SIDES.indexOf(curves.locate(x[i], y[i]).side);
  }
  return points;
}
