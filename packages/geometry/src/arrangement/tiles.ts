import { bounds, type Operand, OperandError, type Polygon, type Ring } from "../polygon";
import { cut } from "./cut";

/** Rectangles side by side from the corner of least x and y, in plan units. */
export interface TileGrid {
  x: number;
  y: number;
  width: number;
  height: number;
  columns: number;
  rows: number;
}

export interface Tile {
  column: number;
  row: number;
  polygons: Polygon[];
}

/** So many lines divide a shape at most. */
const MOST_LINES = 4096;

/**
 * The parts of a shape in the tiles of a grid, row by row, empty tiles left out. All tiles come from one arrangement: the
 * seams of neighbours have the same vertices, bit for bit, and together the tiles are the shape within the grid. Throws
 * `OperandError` for a grid that has no tiles, or more than 4096 lines.
 */
export function tiles(shape: Operand, { x, y, width, height, columns, rows }: TileGrid): Tile[] {
  const isWhole = Number.isInteger(columns) && Number.isInteger(rows) && columns >= 1 && rows >= 1;
  if (!isWhole || columns + rows + 2 > MOST_LINES)
    throw new OperandError(0, 0, `tiles: ${columns} columns and ${rows} rows, expected 1 or more and 4094 in all`);
  if (!(width > 0 && height > 0 && [x, y, width, height].every(Number.isFinite)))
    throw new OperandError(
      0,
      0,
      `tiles: a width of ${width} and a height of ${height}, expected finite numbers above 0`,
    );
  const box = bounds(shape.rings);
  if (!box) return [];
  // Lines reach past the shape and past the grid, so that they cut both from side to side.
  const [right, top] = [x + columns * width, y + rows * height];
  const [x0, x1] = [Math.min(box.minX, x) - width, Math.max(box.maxX, right) + width];
  const [y0, y1] = [Math.min(box.minY, y) - height, Math.max(box.maxY, top) + height];
  const lines: Ring[] = [];
  for (let k = 0; k <= columns; k++) lines.push(Float64Array.of(x + k * width, y0, x + k * width, y1));
  for (let k = 0; k <= rows; k++) lines.push(Float64Array.of(x0, y + k * height, x1, y + k * height));
  const found = new Map<number, Tile>();
  for (const polygon of cut(shape, lines).polygons) {
    // A piece lies in one tile: the middle of its box does, too.
    const part = bounds([polygon.outer])!;
    const column = Math.floor(((part.minX + part.maxX) / 2 - x) / width);
    const row = Math.floor(((part.minY + part.maxY) / 2 - y) / height);
    if (column < 0 || column >= columns || row < 0 || row >= rows) continue;
    const tile = found.get(row * columns + column) ?? { column, row, polygons: [] };
    tile.polygons.push(polygon);
    found.set(row * columns + column, tile);
  }
  return [...found].sort(([p], [q]) => p - q).map(([, tile]) => tile);
}
