import type { Bounds } from "../../polygon";
import type { Block } from "./candidates";

/** How often, and how far apart, a shape is repeated; the given one stands at the corner of least x and y. */
export interface Repetition {
  stepX: number;
  stepY: number;
  columns: number;
  rows: number;
}

/** How many copies there are on each side of one. */
export interface Sides {
  left: number;
  right: number;
  below: number;
  above: number;
}

/** Cells along each axis, and from the middle of a copy to one side. */
const SIDE = 64;
const HALF = SIDE / 2;

/** Inner cells on a side, and how far they reach in steps: a half, and some more for rounding. Beyond them no copy is there. */
const INNER = HALF / 2;
const EDGE = 33 / 64;

/** Where cells end, in sizes of a copy. */
const FAR = 2 ** 12;

/**
 * The plane around a copy on a grid, parted into boxes. Other copies have numbers by the columns and rows between them and this one.
 * packages/geometry/assembly/repeated.ts finds the cells.
 */
export function gridCells(box: Bounds, { stepX, stepY, columns, rows }: Repetition) {
  const [halfWidth, halfHeight] = [(box.maxX - box.minX) / 2, (box.maxY - box.minY) / 2];
  const [cx, cy] = [box.minX + halfWidth, box.minY + halfHeight];
  const across = cellsAlong(columns > 1 ? EDGE * stepX : halfWidth || halfHeight || 1, halfWidth);
  const up = cellsAlong(rows > 1 ? EDGE * stepY : halfHeight || halfWidth || 1, halfHeight);
  const sides = ({ column, row, columnEnd, rowEnd }: Block): Sides => ({
    left: columnEnd <= HALF - INNER ? 0 : columns - 1,
    right: column >= HALF + INNER ? 0 : columns - 1,
    below: rowEnd <= HALF - INNER ? 0 : rows - 1,
    above: row >= HALF + INNER ? 0 : rows - 1,
  });
  return {
    columns: SIDE,
    rows: SIDE,
    blockOf(column: number, row: number): Block {
      const [i, iEnd] = aroundCell(column);
      const [j, jEnd] = aroundCell(row);
      return { column: i, row: j, columnEnd: iEnd, rowEnd: jEnd };
    },
    areAlike: () => false,
    table: Float64Array.of(...across.lines, ...up.lines),
    frame: [...across.frame, ...up.frame],
    lines: Float64Array.from(up.lines.flatMap((line) => [cx, cy + line, 1, 0])),
    ways: Float64Array.from(across.lines),
    sides,
  };
}

/** Inner cells are learnt together, and of those on each side the nearer and the further half. */
const LEARNT = [0, (HALF - INNER) / 2, HALF - INNER, HALF + INNER, SIDE - (HALF - INNER) / 2, SIDE];

function aroundCell(cell: number): [number, number] {
  const next = LEARNT.findIndex((end) => cell < end);
  return [LEARNT[next - 1], LEARNT[next]];
}

/** Lines along an axis, from the middle of a copy: evenly up to an edge, and wider further out, by the size of the copy. */
function cellsAlong(edge: number, half: number) {
  const outer = Math.max(edge, half);
  const lines = Array.from({ length: SIDE + 1 }, (_, i) => {
    const from = Math.abs(i - HALF);
    const beyond = from - INNER;
    const way =
      beyond <= 0 ? (edge * from) / INNER : beyond < INNER ? edge + (outer * beyond) / (INNER - beyond) : FAR * outer;
    return i < HALF ? -way : way;
  });
  return { lines, frame: [edge, outer, FAR * outer] };
}
