import type { Grid } from "../distance";
import { allRings, type MultiPolygon } from "../polygon";

/**
 * The share of each cell, 0 to 1, that valid polygons fill: exact but for rounding (about 1e-15 for each edge that
 * crosses a cell's row).
 *
 * Each edge adds, in every row that it crosses, the height that it runs through there to all cells to its right, with
 * its sign; in the cell that it crosses only what lies to its right of it. Since the rings of valid polygons turn
 * around their inside exactly once, the sums along a row are areas. O(edges and cells that they cross + cells).
 */
export function coverage(polygons: MultiPolygon, { x, y, cell, columns, rows }: Grid): Float64Array {
  // One more column takes what lies to the right of the last one.
  const width = columns + 1;
  const sums = new Float64Array(width * rows);
  for (const ring of allRings(polygons)) {
    const n = ring.length;
    for (let i = 0; i < n; i += 2) {
      const j = i + 2 === n ? 0 : i + 2;
      addEdge((ring[i] - x) / cell, (ring[i + 1] - y) / cell, (ring[j] - x) / cell, (ring[j + 1] - y) / cell);
    }
  }
  const shares = new Float64Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    let sum = 0;
    for (let column = 0; column < columns; column++) {
      sum += sums[row * width + column];
      shares[row * columns + column] = Math.min(1, Math.max(0, sum));
    }
  }
  return shares;

  function addEdge(ax: number, ay: number, bx: number, by: number): void {
    if (ay === by) return;
    // Upwards, with the sign of the way it ran: the inside lies to its left, so an edge that falls has it on its right.
    const sign = ay < by ? -1 : 1;
    const [x0, y0, x1, y1] = ay < by ? [ax, ay, bx, by] : [bx, by, ax, ay];
    const slope = (x1 - x0) / (y1 - y0);
    const last = Math.min(rows, Math.ceil(y1));
    for (let row = Math.max(0, Math.floor(y0)); row < last; row++) {
      const [low, high] = [Math.max(y0, row), Math.min(y1, row + 1)];
      if (high <= low) continue;
      const at = (height: number): number => (height === y0 ? x0 : height === y1 ? x1 : x0 + (height - y0) * slope);
      addInRow(row * width, at(low), at(high), sign * (high - low));
    }
  }

  /** A straight stretch from p to q within one row, that runs through a height, with its sign. */
  function addInRow(start: number, p: number, q: number, height: number): void {
    const [from, to] = p < q ? [p, q] : [q, p];
    // What lies to the left of the grid fills whole rows, what lies to the right nothing.
    const left = Math.min(1, Math.max(0, to > from ? (0 - from) / (to - from) : from < 0 ? 1 : 0));
    if (left > 0) sums[start] += height * left;
    if (left === 1) return;
    const end = Math.min(columns, Math.ceil(to));
    for (let column = Math.max(0, Math.floor(from)); column < columns; column++) {
      const [low, high] = [Math.max(from, column), Math.min(to, column + 1)];
      const part = to > from ? (high - low) / (to - from) : 1;
      if (part > 0) {
        // The mean of what remains of the cell to the right of the stretch.
        const share = height * part * (column + 1 - (low + high) / 2);
        sums[start + column] += share;
        sums[start + column + 1] += height * part - share;
      }
      if (column + 1 >= end) break;
    }
  }
}
