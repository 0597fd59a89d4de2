import type { Grid } from "../distance";
import { locationIndex } from "../location";
import { type MultiPolygon, operandOf } from "../polygon";

/** 1 for each cell whose centre lies inside of polygons or on their boundary, 0 for all others. */
export function hardEdged(polygons: MultiPolygon, { x, y, cell, columns, rows }: Grid): Uint8Array {
  const centres = new Float64Array(2 * columns * rows);
  for (let row = 0, at = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      centres[at++] = x + (column + 0.5) * cell;
      centres[at++] = y + (row + 0.5) * cell;
    }
  return Uint8Array.from(locationIndex(operandOf(polygons)).locateAll(centres), (side) => (side >= 0 ? 1 : 0));
}
