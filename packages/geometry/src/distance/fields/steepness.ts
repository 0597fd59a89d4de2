import type { Grid } from "../field";
import type { DistanceField } from "./field";

/** Ways between values that are compared, as a share of coordinates: rounding changes what follows from them by some 1e-9. */
const WAY = 2 ** -20;
/** Where growths to both sides differ by more, a crease lies between them, or a curve too narrow to tell. */
const BENT = 1e-4;

/**
 * The lengths of the gradient at all cell centres, row by row: of an exact distance they are 1. They follow from values beside each sample,
 * to 1e-6 or so, and from the gradient itself where these bend. At creases, where there is none, that of one side is taken.
 */
export function steepness(field: DistanceField, grid: Grid): Float64Array {
  const { x, y, cell, columns, rows } = grid;
  const way = WAY * Math.max(...[x, y, x + columns * cell, y + rows * cell].map(Math.abs));
  const lengths = field.sample(grid);
  const beside = (dx: number, dy: number): Float64Array => field.sample({ ...grid, x: x + dx, y: y + dy });
  const [left, right, below, above] = [beside(-way, 0), beside(way, 0), beside(0, -way), beside(0, way)];
  const slope = { x: 0, y: 0 };
  for (let i = 0; i < lengths.length; i++) {
    const bent = Math.max(
      Math.abs(left[i] + right[i] - 2 * lengths[i]),
      Math.abs(below[i] + above[i] - 2 * lengths[i]),
    );
    if (bent <= BENT * way) lengths[i] = Math.hypot(right[i] - left[i], above[i] - below[i]) / (2 * way);
    else {
      field.at(x + ((i % columns) + 0.5) * cell, y + (Math.floor(i / columns) + 0.5) * cell, slope);
      lengths[i] = Math.hypot(slope.x, slope.y);
    }
  }
  return lengths;
}
