/**
 * The arrangement: all edges of all operands, split wherever they meet, with the winding number of every operand on both
 * sides of every piece. Every set operation is a selection of pieces from it.
 *
 * It is snap-rounded on a grid of a power of two, about 2^-46 of the extent: every edge that passes through the pixel of a
 * vertex or a crossing is bent to that pixel's centre. Afterwards pieces meet only at nodes, whatever was nearly
 * coincident before (J. D. Hobby, "Practical segment intersection with finite precision output", 1999; L. J. Guibas and
 * D. H. Marimont, "Rounding arrangements dynamically", 1998). Where edges cross and which pixels they meet is decided for
 * the doubles that came in (given-edges.ts), all that follows for whole numbers on the grid; every decision is exact.
 * Edges that lie in the same pixels with nothing else near them fall together, without vertices where they cross
 * (twin-edges.ts).
 *
 * Vertices that nothing comes to are no nodes: runs of them are one piece, whatever their number, so that all that
 * follows costs by the meetings and not by the edges. Pairs of edges come from a tree of boxes (edge-tree.ts).
 *
 * Guarantees: the boundary moves by at most one grid step a pass; a new vertex lies within half a step, in x and in y, of
 * where two edges that came in truly cross; the area is off by no more than the length of the boundary times its
 * movement; rings are simple and meet at most in points; outer rings have positive area, holes negative, each hole inside
 * its outer ring; input vertices that in the end nothing comes within three steps of return bit for bit; a result
 * combined with itself is itself; equal input gives equal output, whatever the order of operands, of their rings, or the
 * start of a ring. What closes up under the grid is counted, and its places told.
 */
export { clipLines } from "./clip-lines";
export {
  cleaned,
  cleanedWithin,
  combine,
  combineAll,
  combineWithin,
  type Operation,
  pickRegions,
  regions,
} from "./combine";
export { cut } from "./cut";
export type { CombineReport, CombineResult, EdgeOrigins } from "./output/select";
export { type NearResult, type PreparedOperand, preparedOperand } from "./prepared";
export { type Tile, type TiledShape, type TileGrid, tiles } from "./tiles";
