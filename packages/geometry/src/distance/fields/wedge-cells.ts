import type { Block } from "./candidates";

/** Radians by which a place may be beyond the wedge that the compiled part takes it to be in. */
export const BEYOND = 2e-5;

/** Cells across a wedge, and away from the centre; where they end, in the distance within which half of them lie. */
const COLUMNS = 64;
const ROWS = 64;
const FAR = 2 ** 12;

/** Rows that are learnt together; the one at the centre alone. */
const TOGETHER = 16;

/**
 * The wedge around the first of some copies around (x, y), up to an angle of `half` on both sides of its direction, parted into cells:
 * trapezoids between rays from the centre and lines across. packages/geometry/assembly/around.ts finds them.
 */
export function wedgeCells(x: number, y: number, direction: number, half: number, size: number) {
  const scale = size || 1;
  const end = FAR * scale;
  const [axisX, axisY] = [Math.cos(direction), Math.sin(direction)];
  const tan = Math.tan(half);
  const aheads = new Float64Array(ROWS + 1);
  const lines = new Float64Array(4 * (ROWS + 1));
  for (let row = 0; row <= ROWS; row++) {
    const ahead = row === ROWS ? end : (scale * row) / (ROWS - row);
    const side = ahead * tan;
    aheads[row] = ahead;
    lines[4 * row] = x + ahead * axisX;
    lines[4 * row + 1] = y + ahead * axisY;
    lines[4 * row + 2] = -side * axisY;
    lines[4 * row + 3] = side * axisX;
  }
  return {
    columns: COLUMNS,
    rows: ROWS,
    blockOf(_column: number, row: number): Block {
      const first = row - (row % TOGETHER);
      const [from, to] = row === 0 ? [0, 1] : [Math.max(1, first), first + TOGETHER];
      return { column: 0, row: from, columnEnd: COLUMNS, rowEnd: to };
    },
    // At the centre all copies have the same value.
    areAlike: ({ row }: Block) => row === 0,
    aheads,
    frame: [direction / (2 * Math.PI), tan, scale, end],
    lines,
    ways: Float64Array.from({ length: COLUMNS + 1 }, (_, column) => (2 * column) / COLUMNS - 1),
  };
}
