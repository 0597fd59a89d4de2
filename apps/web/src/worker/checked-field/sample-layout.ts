import type { DistanceField, Grid, Slope } from "@vertexon/geometry";

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** One way in which the samples of a file may lie on the plan. */
export interface SampleLayout {
  box: Box;
  /** Samples along x, and along y. */
  columns: number;
  rows: number;
  /** The file goes through one column after the other. */
  byColumns: boolean;
  /** The first column has the greatest x; the first row the greatest y. */
  isMirrored: boolean;
  isFlipped: boolean;
  /** The outermost samples lie on the box's sides, in place of half a cell within. */
  atCorners: boolean;
  /** By how many cells all samples lie aside of that. */
  shift: { x: number; y: number };
}

interface Size {
  columns: number;
  rows: number;
}

/** All ways over some boxes for a file that says how long its lines are, but for shifts. */
export function layoutsOver(boxes: readonly Box[], { columns, rows }: Size): SampleLayout[] {
  const either = [false, true];
  const orders = [
    { columns, rows, byColumns: false },
    { columns: rows, rows: columns, byColumns: true },
    // The size is that of the plan's grid, the order is not.
    ...(columns === rows ? [] : [{ columns, rows, byColumns: true }]),
  ];
  return boxes.flatMap((box) =>
    orders.flatMap((order) =>
      either.flatMap((atCorners) =>
        either.flatMap((isMirrored) =>
          either.map((isFlipped) => ({ box, ...order, atCorners, isMirrored, isFlipped, shift: { x: 0, y: 0 } })),
        ),
      ),
    ),
  );
}

/** Width and height of a cell. */
export function cellOf({ box, columns, rows, atCorners }: SampleLayout): { width: number; height: number } {
  const count = (all: number): number => (atCorners ? Math.max(1, all - 1) : all);
  return { width: box.width / count(columns), height: box.height / count(rows) };
}

/** Where sample i of the file lies. */
export function placeOf(i: number, layout: SampleLayout): { x: number; y: number } {
  const { columns, rows, byColumns, isMirrored, isFlipped } = layout;
  const [column, row] = byColumns ? [Math.floor(i / rows), i % rows] : [i % columns, Math.floor(i / columns)];
  return placeIn(layout, isMirrored ? columns - 1 - column : column, isFlipped ? rows - 1 - row : row);
}

/** Where a sample lies by its column from the least x, and its row from the least y. */
function placeIn(layout: SampleLayout, column: number, row: number): { x: number; y: number } {
  const { box, atCorners, shift } = layout;
  const { width, height } = cellOf(layout);
  const within = atCorners ? 0 : 0.5;
  return { x: box.x + (column + within + shift.x) * width, y: box.y + (row + within + shift.y) * height };
}

/** Which sample of the file that is. */
function indexIn({ columns, rows, byColumns, isMirrored, isFlipped }: SampleLayout, column: number, row: number) {
  const i = isMirrored ? columns - 1 - column : column;
  const j = isFlipped ? rows - 1 - row : row;
  return byColumns ? i * rows + j : j * columns + i;
}

export function valueAt(field: DistanceField, i: number, layout: SampleLayout, slope?: Slope): number {
  const { x, y } = placeOf(i, layout);
  return field.at(x, y, slope);
}

/** Samples that are measured between two words about how far it is. */
const TOGETHER = 200_000;

/** The field's values at all samples, in the file's order; by tiles where cells are square. */
export function valuesOver(field: DistanceField, layout: SampleLayout, tell: (done: number) => void): Float64Array {
  const { columns, rows } = layout;
  const values = new Float64Array(columns * rows);
  const grid = gridOf(layout);
  const most = Math.max(1, Math.floor(TOGETHER / columns));
  for (let from = 0; from < rows; from += most) {
    const to = Math.min(rows, from + most);
    const some = grid && field.sample({ ...grid, y: grid.y + from * grid.cell, rows: to - from });
    for (let row = from; row < to; row++)
      for (let column = 0; column < columns; column++) {
        const i = indexIn(layout, column, row);
        values[i] = some ? some[(row - from) * columns + column] : valueAt(field, i, layout);
      }
    tell(to / rows);
  }
  return values;
}

/** Square cells around all samples, from the least x and y; null where cells are not square. */
export function gridOf(layout: SampleLayout): Grid | null {
  const { columns, rows } = layout;
  const { width: cell, height } = cellOf(layout);
  if (Math.abs(height - cell) > 1e-9 * cell) return null;
  const { x, y } = placeIn(layout, 0, 0);
  return { x: x - cell / 2, y: y - cell / 2, cell, columns, rows };
}

/** Values in the file's order, row by row from the least x and y. */
export function inRows(values: Float64Array, layout: SampleLayout): Float64Array {
  const { columns } = layout;
  return values.map((_, k) => values[indexIn(layout, k % columns, Math.floor(k / columns))]);
}
