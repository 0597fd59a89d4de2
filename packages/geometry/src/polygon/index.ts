/**
 * Rings, polygons and operands, and their measures.
 *
 * A ring is a Float64Array x0 y0 x1 y1 …, implicitly closed, in plan units. Signed area is the shoelace sum: positive
 * when the ring turns from +x towards +y.
 */
export { boxRing } from "./box-ring";
export { type Crossing, properCrossings } from "./crossings";
export { edgesOf } from "./edges";
export { enclosingBox, type TurnedBox } from "./enclosing-box";
export { type Circle, enclosingCircle } from "./enclosing-circle";
export { convexHull } from "./hull";
export { area, bounds, orientationOf, perimeter, signedArea } from "./measures";
export { withoutSpecks } from "./specks";
export {
  allRings,
  type Bounds,
  type FillRule,
  filled,
  type MultiPolygon,
  type Operand,
  OperandError,
  operandOf,
  type Polygon,
  type Ring,
  requireFiniteRings,
  type WindingRule,
} from "./types";
