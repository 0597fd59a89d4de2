import { bounds, type Operand, OperandError, type Polygon, type Ring } from "../polygon";
import { cut } from "./cut";
import type { EdgeOrigins } from "./output/select";

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
  /** Where the edges of its rings come from: the shape is operand 0, the lines of the grid are operand 1. */
  origins(): EdgeOrigins[];
}

export interface TiledShape {
  /** Row by row, empty ones left out. */
  tiles: Tile[];
  /** What cut the shape: x0 y0 x1 y1 each. */
  lines: Ring[];
  /** No point of the boundary was moved further than this, in plan units. */
  movement: number;
}

/** So many lines divide a shape at most. */
const MOST_LINES = 4096;

/**
 * The parts of a shape in the tiles of a grid, row by row, empty tiles left out. All tiles come from one arrangement: the
 * seams of neighbours have the same vertices, bit for bit, and together the tiles are the shape within the grid, moved by no
 * more than `movement`. Costs as {@link cut} does. Throws `OperandError` for a grid that has no tiles, or more than 4096 lines.
 */
export function tiles(shape: Operand, grid: TileGrid): TiledShape {
  const { x, y, width, height, columns, rows } = grid;
  const isWhole = Number.isInteger(columns) && Number.isInteger(rows) && columns >= 1 && rows >= 1;
  if (!isWhole || columns + rows + 2 > MOST_LINES)
    throw new OperandError(0, 0, `tiles: ${columns} columns and ${rows} rows, expected 1 or more and 4094 in all`);
  if (!(width > 0 && height > 0 && [x, y, width, height].every(Number.isFinite)))
    throw new OperandError(
      0,
      0,
      `tiles: a width of ${width} and a height of ${height}, expected finite numbers above 0`,
    );
  const lines = linesOf(shape, grid);
  if (lines.length === 0) return { tiles: [], lines, movement: 0 };
  const result = cut(shape, lines);
  let all: EdgeOrigins[] | undefined;
  const originsOf = (ring: number): EdgeOrigins => {
    all ??= result.origins();
    return all[ring];
  };
  const found = new Map<number, Tile & { rings: number[] }>();
  let ring = 0;
  for (const polygon of result.polygons) {
    const first = ring;
    ring += 1 + polygon.holes.length;
    // A piece lies in one tile: the middle of its box does, too.
    const part = bounds([polygon.outer])!;
    const column = Math.floor(((part.minX + part.maxX) / 2 - x) / width);
    const row = Math.floor(((part.minY + part.maxY) / 2 - y) / height);
    if (column < 0 || column >= columns || row < 0 || row >= rows) continue;
    const place = row * columns + column;
    const rings = found.get(place)?.rings ?? [];
    const tile = found.get(place) ?? { column, row, polygons: [], rings, origins: () => rings.map(originsOf) };
    tile.polygons.push(polygon);
    for (let r = first; r < ring; r++) rings.push(r);
    found.set(place, tile);
  }
  const tiles = [...found].sort(([p], [q]) => p - q).map(([, { rings: _, ...tile }]) => tile);
  return { tiles, lines, movement: result.report.movement };
}

/** Lines that reach past the shape and past the grid, so that they cut both from side to side; none for no shape. */
function linesOf(shape: Operand, { x, y, width, height, columns, rows }: TileGrid): Ring[] {
  const box = bounds(shape.rings);
  if (!box) return [];
  const [right, top] = [x + columns * width, y + rows * height];
  const [x0, x1] = [Math.min(box.minX, x) - width, Math.max(box.maxX, right) + width];
  const [y0, y1] = [Math.min(box.minY, y) - height, Math.max(box.maxY, top) + height];
  const lines: Ring[] = [];
  for (let k = 0; k <= columns; k++) lines.push(Float64Array.of(x + k * width, y0, x + k * width, y1));
  for (let k = 0; k <= rows; k++) lines.push(Float64Array.of(x0, y + k * height, x1, y + k * height));
  return lines;
}
