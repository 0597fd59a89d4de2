/** Indexed triangles: x y of each vertex, and three indices a triangle, in the positive sense. */
export interface Triangles {
  vertices: Float64Array;
  indices: Uint16Array | Uint32Array;
}
