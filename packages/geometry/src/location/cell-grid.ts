/**
 * Square-like cells over edges. Each knows the edges that come into it and the winding number at its corner of least x and y.
 *
 *     gy[j + 1] +-----------+        corner (gx[i], gy[j]), pushed by (ε₁, ε₂) with ε₁ ≫ ε₂ > 0,
 *               |     p     |        so that it lies on no edge and level with no vertex;
 *               |     |     |        the way to a point p: along y = gy[j] to m, then up to p.
 *       gy[j]   c-----m-----+        Edges that it crosses are edges of the cell.
 *             gx[i]       gx[i + 1]
 */
export interface CellGrid {
  /** x0 y0 x1 y1 an edge. */
  edges: Float64Array;
  columns: number;
  rows: number;
  /** Where columns and rows begin, and where the last one ends: points that lie on the last line belong to the last cells. */
  gx: Float64Array;
  gy: Float64Array;
  perX: number;
  perY: number;
  /** The edges of cell c = j * columns + i are entries[starts[c]] to entries[starts[c + 1]]. */
  starts: Int32Array;
  entries: Int32Array;
  /** Twice the winding number at each cell's corner, and {@link HAS_EDGES}: most questions need no more, and it stays in the cache. */
  codes: Int32Array;
}

/** The bit of cells with edges. */
export const HAS_EDGES = 1;
