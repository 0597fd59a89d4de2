import { distanceIndex, locationIndex, operandOf } from "@vertexon/geometry";
import { curvesOf, type Shape } from "@vertexon/notation";

/** The sides that a point can lie on; columns of sides hold places in this list. */
export const SIDES = ["outside", "inside", "boundary"] as const;
export type SideName = (typeof SIDES)[number];

/** Points and what was found of each, column by column: a million of them are as many objects too many. */
export interface ProbedPoints {
  x: Float64Array;
  y: Float64Array;
  /** Of so many of them it is known how far they are, and from where. */
  measured: number;
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

/** Points that are measured together: the more, the closer they lie. */
const AT_ONCE = 131_072;

/**
 * Asks a shape about all points: first on which side they lie, which is soon known, then how far they are from its outline. Yields what it
 * has, now and then, and in `measured` how many are done.
 */
export function* classify(
  shape: Shape,
  x: Float64Array,
  y: Float64Array,
  labels: readonly SideName[] | null,
): Generator<ProbedPoints, ProbedPoints> {
  const operand = operandOf(shape.polygons);
  const [location, curves] = [locationIndex(operand), curvesOf(shape)];
  const n = x.length;
  const points: ProbedPoints = {
    x,
    y,
    measured: 0,
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
    const { side, winding } = location.locate(x[i], y[i]);
    points.side[i] = SIDES.indexOf(side);
    points.winding[i] = winding;
    if (curves && points.byCurves) points.byCurves[i] = SIDES.indexOf(curves.locate(x[i], y[i]).side);
  }
  const distance = distanceIndex(operand);
  for (let i = 0; i < n; i += AT_ONCE) {
    points.measured = i;
    yield points;
    const end = Math.min(n, i + AT_ONCE);
    const found = distance.distances(x.subarray(i, end), y.subarray(i, end));
    points.distance.set(found.distance, i);
    points.nearest.set(found.nearest, 2 * i);
    points.ring.set(found.ring, i);
    points.edge.set(found.edge, i);
  }
  points.measured = n;
  return points;
}
