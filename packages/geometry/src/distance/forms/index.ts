/**
 * Signed distances in closed form, in plan units: each from (x, y) to one kind of shape, negative inside. With a `Slope` they write
 * the gradient as well; the nearest boundary point is p − distance · gradient. docs/distance.md derives each from the shape's own
 * definition. Errors are a few 2^-52 of the coordinates.
 */
export { type ArcForm, arcForm, distanceToArc } from "./arc";
export { type BoxForm, distanceToBox } from "./box";
export { type CapsuleForm, distanceToCapsule } from "./capsule";
export { type CircleForm, distanceToCircle } from "./circle";
export { distanceToCircularSegment } from "./circular-segment";
export {
  type CornersForm,
  distanceToCorners,
  parallelogramForm,
  rhombusForm,
  triangleForm,
} from "./corners";
export { distanceToEllipse, type EllipseForm } from "./ellipse";
export type { FormDistance } from "./form-numbers";
export { distanceToRing, type RingForm } from "./ring";
export { distanceToRingSector, type RingSectorForm } from "./ring-sector";
export { distanceToRoundedBox, type RoundedBoxForm } from "./rounded-box";
export { distanceToSector } from "./sector";
export { distanceToSegment, type SegmentForm } from "./segment";
export type { Slope } from "./slope";
export { distanceToStar, regularForm, type StarForm, starForm } from "./star";
export { strokeOf } from "./stroke";
