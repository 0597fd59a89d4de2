import type { Point } from "./candidates";

/** Radians by which a place may be beyond the wedge that the compiled part takes it to be in. */
export const BEYOND = 2e-5;

/** Cells across a wedge, and away from the centre; where they end, in the distance within which half of them lie. */
const COLUMNS = 64;
const ROWS = 64;
const FAR = 2 ** 12;

/**
 * The wedge around the first of some copies around (x, y), up to an angle of `half` on both sides of its direction, parted into cells:
 * trapezoids between rays from the centre and lines across. packages/geometry/assembly/around.ts finds them.
 */
export function wedgeCells(x: number, y: number, direction: number, half: number, size: number) {
  const scale = size || 1;
  const end = FAR * scale;
  const [axisX, axisY] = [Math.cos(direction), Math.sin(direction)];
  const tan = Math.tan(half);
  const lines = Array.from({ length: ROWS + 1 }, (_, row) => (row === ROWS ? end : (scale * row) / (ROWS - row)));
  return {
    columns: COLUMNS,
    rows: ROWS,
    together: { columns: COLUMNS, rows: 8 },
    lines,
    frame: [direction / (2 * Math.PI), tan, scale, end],
    corner(column: number, row: number): Point {
      const ahead = lines[row];
      const side = ahead * tan * ((2 * column) / COLUMNS - 1);
      return [x + ahead * axisX - side * axisY, y + ahead * axisY + side * axisX];
    },
  };
}
