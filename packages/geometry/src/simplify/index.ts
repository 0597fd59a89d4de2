/**
 * Simplification: outlines with fewer of their own vertices that stay within a stated distance.
 *
 * Every edge of the result replaces a run of edges none of whose points is further from it than the tolerance, and no
 * point of it is further from the run: the Hausdorff distance of both outlines is at most the tolerance. Among such
 * choices the one with the fewest vertices is taken (H. Imai and M. Iri, "Polygonal approximations of a curve", 1988;
 * candidates by wedges of directions, W. S. Chan and F. Chin, 1996), with a window of 2000 vertices an edge
 * and, on closed outlines, one vertex of the hull that stays. Edges that would cross others take vertices back.
 */
export { SimplifyError, simplifyOutlines } from "./simplify-outlines";
