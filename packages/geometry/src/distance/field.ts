import type { Operand } from "../polygon";
import type { BoxTree } from "./box-tree";
import { gridDistances } from "./nearest/grid-distances";
import { scanSigns } from "./scan-signs";

/** Square cells of side `cell` from the corner of least x and y, in plan units; sampled at their centres. */
export interface Grid {
  x: number;
  y: number;
  cell: number;
  columns: number;
  rows: number;
}

/** An array for all samples of a grid: the given one, or a new one. Throws `RangeError` for one of another length. */
export function samplesOf({ columns, rows }: Grid, given?: Float64Array): Float64Array {
  if (!given) return new Float64Array(columns * rows);
  if (given.length === columns * rows) return given;
  throw new RangeError(`${columns} by ${rows} samples do not fit an array of ${given.length}`);
}

/**
 * Writes signed distances at all cell centres, row by row from the smallest y: distances tile by tile, sides line by line. What is further
 * from the boundary than `reach` is −reach or reach.
 */
export function signedField(
  shape: Operand,
  tree: BoxTree,
  grid: Grid,
  reach: number,
  gap: (x: number, y: number) => number,
  values: Float64Array,
): void {
  const { x, y, cell, columns, rows } = grid;
  const xs = Float64Array.from({ length: columns }, (_, k) => x + (k + 0.5) * cell);
  const ys = Float64Array.from({ length: rows }, (_, k) => y + (k + 0.5) * cell);
  if (tree.count === 0) values.fill(Number.POSITIVE_INFINITY);
  else gridDistances(tree, xs, ys, reach, gap, values);
  if (reach < Number.POSITIVE_INFINITY)
    for (let i = 0; i < values.length; i++) if (values[i] > reach) values[i] = reach;
  scanSigns(shape, tree.edges, xs, ys, values);
}
