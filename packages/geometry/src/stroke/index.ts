/**
 * Outlines at a distance from others: strokes, dashes, and regions grown or shrunk.
 *
 * Everything rests on one walk (side.ts): along the right of an outline at a distance, around each corner by a join,
 * and, where it bends to the right, through the corner itself. Such a walk is the outline plus a sum of pieces that all
 * turn the same way (a strip for each segment, a wedge for each corner), so winding numbers of at least 1 are exactly
 * what the pieces cover together; cleaning under that rule gives the result, whatever crosses in the walk. Where it crosses
 * itself more often than a few times an edge, the pieces are united in halves instead (covered.ts). Beside curves the walk follows the true parallel curve within the tolerance, on true normals (parallel.ts).
 *
 * Words (join, cap, miter limit, dash) as in SVG 2, https://www.w3.org/TR/SVG2/painting.html#StrokeProperties
 */
export type { ApproximateRegion, DerivedRegion } from "./covered";
export { dashPath } from "./dash";
export { offsetOutlines } from "./offset";
export { type Join, type SideStyle, StrokeError } from "./side";
export { type Cap, type StrokeStyle, strokePath } from "./stroke-path";
