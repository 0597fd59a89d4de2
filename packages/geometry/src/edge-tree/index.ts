/**
 * A bounding-volume tree over edges in their order along outlines, where neighbours lie close together: pairs of edges that
 * come near each other, edges near a point, below it, or in a box.
 */
export type { PairVisitor } from "./edge-pairs";
export { EdgeTree } from "./edge-tree";
