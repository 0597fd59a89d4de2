/** What definitions come to: numbers, points, shapes and their likes, with the numbers in the script that they follow from. */

export { Distance, distanceOf } from "./distance";
export { type ErrorBound, total } from "./error-bound";
export type { Grip, Handle, Measure } from "./handle";
export { distanceHandles, handlesOf } from "./handles";
export type { PointOrigin } from "./origin";
export { type Combination, MOST_VERTICES, Shape, type Sources } from "./shape";
export { namedDistancesIn, namedShapesIn, shapesIn } from "./shapes-in";
export { bestCircle, type LegValue, type TrailRecord } from "./trail";
export * from "./values";
