/**
 * Simplification: outlines with fewer of their own vertices that stay within a stated distance, and stay valid.
 *
 * Every edge of the result replaces a run of edges none of whose points is further from it than the tolerance, and no
 * point of it is further from the run: the Hausdorff distance of both outlines is at most the tolerance. Among such
 * choices one with the fewest vertices, or few more, is taken (fewest-vertices.ts), on closed outlines with one vertex of
 * the hull that stays. Where edges of the result meet others, or pass over another outline, or a ring turns over, edges take
 * vertices back (conflicts.ts).
 */
export { SimplifyError, simplifyOutlines } from "./simplify-outlines";
