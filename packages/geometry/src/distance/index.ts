/**
 * Signed distance to the edges of a shape: negative inside, 0 on the boundary, positive outside.
 *
 * The sign is exact (see ../location). The magnitude is the distance to the nearest edge of the rings as given, in plain
 * doubles with an error of a few 2^-52 of the shape's size: for single questions each foot is computed from the nearer end of
 * its edge. Fields are measured tile by tile, each with the edges that may be nearest somewhere in it (nearest/, which runs what is
 * written in ../../assembly), and get their signs line by line (scan-signs.ts); a sample differs from the single answer in its last
 * bits at most.
 * Where rings cross or overlap under the nonzero rule, an edge may run inside the shape; combine such a shape with
 * itself first, so that its edges are its boundary. Coordinates are expected within 1e±150.
 */
export { type Contour, contours } from "./contours";
export { type DistanceIndex, distanceIndex, type SignedDistances } from "./distance-index";
export type { Grid } from "./field";
export * from "./fields";
export * from "./forms";
export { inscribedCircle } from "./inscribed-circle";
export { type MedialAxis, medialAxis } from "./medial-axis";
export { minkowskiSum } from "./minkowski-sum";
export { distanceTo, type Foot, nearestOnEdge } from "./nearest-on-edge";
export { type Parting, shortestParting } from "./parting";
export { type Relation, type RelationKind, relate } from "./relate";
export { type SignedDistance, signedDistance } from "./signed-distance";
export { signedDistanceToPath } from "./signed-distance-to-path";
