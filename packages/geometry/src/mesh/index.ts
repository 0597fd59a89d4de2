/**
 * Triangles for filling.
 *
 * Polygons are cut into pieces that are monotone in x by a sweep (D. T. Lee and F. P. Preparata, "Location of a point in a
 * planar subdivision and its applications", 1977), and those into triangles with a stack (M. R. Garey, D. S. Johnson,
 * F. P. Preparata and R. E. Tarjan, "Triangulating a simple polygon", 1978). Points, not occurrences of vertices, are
 * swept, so that rings may touch in points as valid polygons may. All decisions are exact: no triangle is
 * turned over and none has an area of 0, whatever lies on one line; their areas add up to the polygons'.
 * On triangles stand the other two: a refinement towards equal angles, and convex pieces.
 */
export { convexPieces, PieceError } from "./convex-pieces";
export { type Refined, refineTriangles } from "./delaunay";
export { fanApex, fanTriangles } from "./fan";
export type { Triangles } from "./triangles";
export { triangulate } from "./triangulate";
