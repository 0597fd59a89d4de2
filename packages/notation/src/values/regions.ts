import {
  type ApproximateRegion,
  allRings,
  type CombineResult,
  cleaned,
  dashPath,
  offsetOutlines,
  operandOf,
  type Polygon,
  polygonPath,
  type SideStyle,
  type StrokeStyle,
  strokePath,
  traceEdges,
  withoutSpecks,
} from "@vertexon/geometry";
import { boundaryOf, curvedBoundary } from "./boundary";
import { after, type ErrorBound } from "./error-bound";
import { onceFor } from "./once";
import type { Shape, Sources } from "./shape";

/** What a stroke along the outline covers, dashed where lengths are given. */
export function stroked(
  shape: Shape,
  style: Omit<StrokeStyle, "tolerance">,
  dash: readonly number[],
  phase: number,
): Shape {
  const { outline, tolerance } = shape;
  const curves = shape.isRegion ? curvedBoundary(shape) : null;
  const { outlines, bound } = curves ?? { outlines: outline, bound: shape.carried };
  return regionFrom(shape, strokePath(dashPath(outlines, dash, phase), { ...style, tolerance }), bound);
}

/** The region grown by a distance, or shrunk where it is negative. */
export function offsetBy(shape: Shape, distance: number, style: Omit<SideStyle, "tolerance">): Shape {
  const { tolerance } = shape;
  const { outlines, bound } = boundaryOf(shape);
  return regionFrom(shape, offsetOutlines(outlines, distance, { ...style, tolerance }), bound);
}

/** The region without pieces of less than an area, and with holes of less filled. */
export function sifted(shape: Shape, least: number): Shape {
  const left = withoutSpecks(shape.polygons, least);
  const rings = new Set(allRings(left));
  const sources = (label: string): Sources => {
    const all = shape.regionSources(label);
    return allRings(shape.polygons).flatMap((ring, i) => (rings.has(ring) ? [all[i]] : []));
  };
  return polygonsFrom(shape, left, shape.bound, sources);
}

/** Where the outlines run around at least so many times, in the positive sense. */
export function coveredAtLeast(shape: Shape, atLeast: number): Shape {
  const clean = (): CombineResult => cleaned(shape.operand.rings, { atLeast });
  const { polygons, report } = clean();
  return polygonsFrom(shape, polygons, after(shape.bound, { snapping: report.movement }), (label) =>
    traceEdges(clean(), [shape.edgeSources(label)]),
  );
}

/** A region that was made from its outlines, which are off by a bound. */
function regionFrom(
  shape: Shape,
  { polygons, movement, deviation, curvedDeviation, traced }: ApproximateRegion,
  bound: ErrorBound,
): Shape {
  const { attached } = shape;
  const sources = traced ? onceFor((label: string) => traced(attached ?? label)) : undefined;
  const of = (flattening: number): ErrorBound => after(bound, { flattening, snapping: movement });
  const byCurves = sources ? of(curvedDeviation) : undefined;
  // Without a deviation nothing was flattened: all of it is straight.
  return polygonsFrom(shape, polygons, of(deviation), sources, byCurves, deviation > 0);
}

/** A region as its polygons, whose edges stand for what the sources say. */
export function polygonsFrom(
  shape: Shape,
  polygons: Polygon[],
  carried: ErrorBound,
  sources?: (label: string) => Sources,
  carriedByCurves?: ErrorBound,
  curved = shape.hasCurves,
): Shape {
  const subpaths = operandOf(polygons).rings.flatMap((ring) => polygonPath(ring).subpaths);
  return shape.derived({ outline: { subpaths }, carried, carriedByCurves, polygons, sources, curved });
}
