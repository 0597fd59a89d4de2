import type { Block, Point } from "./candidates";

/** How many copies there are on each side of one. */
export interface Sides {
  left: number;
  right: number;
  below: number;
  above: number;
}

/** Cells along each axis; where they end, in steps. */
const SIDE = 64;
const HALF = SIDE / 2;
const FAR = 2 ** 12;

/**
 * Half of the cells lie within so many steps of the middle of a copy. Further out, on a side, another copy would be the nearest one, if it
 * were there: half a step, and more than rounding.
 */
const INNER = HALF / 2;
const EDGE = 33 / 64;

/** The lines between cells, in steps from the middle of a copy. */
const LINES = Float64Array.from({ length: SIDE + 1 }, (_, i) => {
  const from = i - HALF;
  return Math.abs(from) === HALF ? Math.sign(from) * FAR : (EDGE * from) / (HALF - Math.abs(from));
});

/**
 * The plane around the box of a copy on a grid, its middle (cx, cy), parted into boxes. Copies on its sides are told by how many columns and
 * rows they lie further on. packages/geometry/assembly/repeated.ts finds the cells.
 */
export function gridCells(cx: number, cy: number, stepX: number, stepY: number, columns: number, rows: number) {
  const sides = ({ column, row, columnEnd, rowEnd }: Block): Sides => ({
    left: columnEnd <= HALF - INNER ? 0 : columns - 1,
    right: column >= HALF + INNER ? 0 : columns - 1,
    below: rowEnd <= HALF - INNER ? 0 : rows - 1,
    above: row >= HALF + INNER ? 0 : rows - 1,
  });
  return {
    columns: SIDE,
    rows: SIDE,
    together: { columns: INNER, rows: INNER },
    table: LINES,
    frame: [stepX, stepY, EDGE, FAR],
    corner: (column: number, row: number): Point => [cx + stepX * LINES[column], cy + stepY * LINES[row]],
    sides,
    mayBeThere(copy: number, block: Block): boolean {
      const { left, right, below, above } = sides(block);
      const [i, j] = [columnOf(copy), rowOf(copy)];
      return i >= -left && i <= right && j >= -below && j <= above;
    },
    /** The copies between two on a grid are there if these are. */
    isThereWith: (a: number, b: number): boolean =>
      isBetween(columnOf(a), columnOf(b)) && isBetween(rowOf(a), rowOf(b)),
  };
}

/** The number of the copy that lies so many columns and rows further on, up to 2^15 of each. */
export function copyAt(columns: number, rows: number): number {
  return (rows << 16) | (columns & 0xffff);
}

export function columnOf(copy: number): number {
  return (copy << 16) >> 16;
}

export function rowOf(copy: number): number {
  return copy >> 16;
}

/** Whether a number lies from 0 to another one. */
function isBetween(a: number, b: number): boolean {
  return b < 0 ? a <= 0 && a >= b : a >= 0 && a <= b;
}
