import type { DistanceField, Grid } from "@vertexon/geometry";

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** One way in which columns by rows of samples may lie on the plan. */
export interface SampleLayout {
  box: Box;
  /** The first column has the greatest x; the first row the greatest y. */
  isMirrored: boolean;
  isFlipped: boolean;
  /** The outermost samples lie on the box's sides, in place of half a cell within. */
  atCorners: boolean;
}

interface Size {
  columns: number;
  rows: number;
}

/** All ways over some boxes, the plainest first. */
export function layoutsOver(boxes: readonly Box[]): SampleLayout[] {
  const either = [false, true];
  return boxes.flatMap((box) =>
    either.flatMap((atCorners) =>
      either.flatMap((isMirrored) => either.map((isFlipped) => ({ box, atCorners, isMirrored, isFlipped }))),
    ),
  );
}

/** Where sample i lies. */
export function placeOf(i: number, { columns, rows }: Size, layout: SampleLayout): { x: number; y: number } {
  const { box, isMirrored, isFlipped, atCorners } = layout;
  const [column, row] = [i % columns, Math.floor(i / columns)];
  const share = (k: number, count: number): number => (atCorners ? k / Math.max(1, count - 1) : (k + 0.5) / count);
  return {
    x: box.x + share(isMirrored ? columns - 1 - column : column, columns) * box.width,
    y: box.y + share(isFlipped ? rows - 1 - row : row, rows) * box.height,
  };
}

/** The field's values at the samples of some rows, from one row up to another; by tiles where cells are square. */
export function rowsOf(field: DistanceField, size: Size, layout: SampleLayout, from: number, to: number): Float64Array {
  const { columns, rows } = size;
  const grid = gridOf(size, layout);
  if (!grid) {
    const values = new Float64Array(columns * (to - from));
    for (let i = 0; i < values.length; i++) {
      const { x, y } = placeOf(from * columns + i, size, layout);
      values[i] = field.at(x, y);
    }
    return values;
  }
  const first = layout.isFlipped ? rows - to : from;
  const values = field.sample({ ...grid, y: grid.y + first * grid.cell, rows: to - from });
  return turned(values, columns, layout);
}

/** Square cells around all samples, from the least x and y; null where cells are not square. */
export function gridOf({ columns, rows }: Size, { box, atCorners }: SampleLayout): Grid | null {
  const count = (all: number): number => (atCorners ? Math.max(1, all - 1) : all);
  const cell = box.width / count(columns);
  if (Math.abs(box.height / count(rows) - cell) > 1e-9 * cell) return null;
  const by = atCorners ? cell / 2 : 0;
  return { x: box.x - by, y: box.y - by, cell, columns, rows };
}

/** Rows from the least y, columns from the least x, put into a layout's order; or the other way round. */
export function turned(values: Float64Array, columns: number, { isMirrored, isFlipped }: SampleLayout): Float64Array {
  if (!isMirrored && !isFlipped) return values;
  const rows = values.length / columns;
  return Float64Array.from(values, (_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    return values[(isFlipped ? rows - 1 - row : row) * columns + (isMirrored ? columns - 1 - column : column)];
  });
}
