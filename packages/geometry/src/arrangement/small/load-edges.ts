import type { Region } from "../arrange";
import type { PixelGrid } from "../grid/grid";
import { CLEAR, count, givenX, givenY, layerOf, next, offsetX, offsetY, ringFirst, x, y } from "./workspace";

/** Puts the operands on the grid; false where an edge is short, or a coordinate is none. */
export function loadEdges(operands: readonly Region[], grid: PixelGrid): boolean {
  let v = 0;
  let rings = 0;
  let most = 0;
  for (let k = 0; k < operands.length; k++)
    for (let r = 0; r < operands[k].rings.length; r++) {
      const ring = operands[k].rings[r];
      const begin = v;
      if (ring.length < 6) return false;
      for (let i = 0; i < ring.length; i += 2, v++) {
        const px = ring[i] + 0;
        const py = ring[i + 1] + 0;
        // Of a number that is not finite, and of one that is missing.
        if (px - px !== 0 || py - py !== 0) return false;
        const column = grid.column(px);
        const row = grid.row(py);
        const ox = grid.offsetX(px, column);
        const oy = grid.offsetY(py, row);
        givenX[v] = px;
        givenY[v] = py;
        x[v] = column;
        y[v] = row;
        offsetX[v] = ox;
        offsetY[v] = oy;
        most = Math.max(most, ox * ox + oy * oy);
        layerOf[v] = k;
        next[v] = v + 1;
      }
      next[v - 1] = begin;
      ringFirst[rings++] = begin;
    }
  ringFirst[rings] = v;
  count.vertices = v;
  count.rings = rings;
  count.rounding = Math.sqrt(most);
  for (let e = 0; e < v; e++) if (Math.abs(x[next[e]] - x[e]) + Math.abs(y[next[e]] - y[e]) < 4 * CLEAR) return false;
  return true;
}
