import { carvedDoubles, carvedInts, GrowingInts } from "../memory";
import { edgesOf, type Ring } from "../polygon";
import { sideOf } from "./side-of";

/**
 * Square-like cells over edges. Each knows the edges that come into it and the winding number at its corner of least x and y.
 *
 *     gy[j + 1] +-----------+        corner (gx[i], gy[j]), pushed by (ε₁, ε₂) with ε₁ ≫ ε₂ > 0,
 *               |     p     |        so that it lies on no edge and level with no vertex;
 *               |     |     |        the way to a point p: along y = gy[j] to m, then up to p.
 *       gy[j]   c-----m-----+        Edges that it crosses are edges of the cell.
 *             gx[i]       gx[i + 1]
 */
export interface CellGrid {
  /** x0 y0 x1 y1 an edge. */
  edges: Float64Array;
  columns: number;
  rows: number;
  /** Where columns and rows begin, and where the last one ends: points that lie on the last line belong to the last cells. */
  gx: Float64Array;
  gy: Float64Array;
  perX: number;
  perY: number;
  /** The edges of cell c = j * columns + i are entries[starts[c]] to entries[starts[c + 1]]. */
  starts: Int32Array;
  entries: Int32Array;
  /** The winding number at each cell's corner. */
  winding: Int32Array;
}

/** So many cells to an edge: more make building dearer, and questions no quicker. */
const CELLS = 1;
/** Where edges are long against cells, these are larger: no more entries an edge than about so many. */
const ENTRIES = 24;
/** Cells are at least so many units of the last place wide: what is computed of places in them is then far from off by one. */
const LEAST = 2 ** 20;
/** What is divided by a smaller extent may overflow. */
const SMALLEST = 1e-290;
/** Edges are taken to come into cells that they miss by less than this share of a cell. */
const MARGIN = 1e-6;

/** The cells of rings with finite coordinates; null where there is no edge. Edges come into all cells within `reach` of them. */
export function cellGrid(rings: readonly Ring[], reach = 0): CellGrid | null {
  const edges = edgesOf(rings);
  if (edges.length === 0) return null;
  const { minX, minY, maxX, maxY, runX, runY } = extentsOf(edges);
  const [width, height] = [maxX - minX, maxY - minY];
  const count = edges.length / 4;
  const { columns, rows } = sizeFor(count, width, height, runX, runY, Math.max(-minX, maxX), Math.max(-minY, maxY));
  const grid: CellGrid = {
    edges,
    columns,
    rows,
    gx: linesOf(minX, maxX, columns),
    gy: linesOf(minY, maxY, rows),
    perX: width > 0 ? columns / width : 0,
    perY: height > 0 ? rows / height : 0,
    starts: carvedInts(columns * rows + 1),
    entries: carvedInts(0),
    winding: carvedInts(columns * rows),
  };
  fill(grid, reach);
  return grid;
}

interface Extents {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  /** How far all edges together run along both axes. */
  runX: number;
  runY: number;
}

function extentsOf(edges: Float64Array): Extents {
  let minX = edges[0];
  let minY = edges[1];
  let maxX = minX;
  let maxY = minY;
  let runX = 0;
  let runY = 0;
  for (let e = 0; e < edges.length; e += 4) {
    const x = edges[e];
    const y = edges[e + 1];
    if (x < minX) minX = x;
    else if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    else if (y > maxY) maxY = y;
    runX += Math.abs(edges[e + 2] - x);
    runY += Math.abs(edges[e + 3] - y);
  }
  return { minX, minY, maxX, maxY, runX, runY };
}

function sizeFor(
  count: number,
  width: number,
  height: number,
  runX: number,
  runY: number,
  greatestX: number,
  greatestY: number,
): { columns: number; rows: number } {
  // Extents that overflow, or are next to nothing, have one cell along their axis.
  const can = (extent: number, greatest: number): number =>
    extent > SMALLEST && Number.isFinite(extent) ? Math.max(1, Math.floor(extent / (greatest * 2 ** -52 * LEAST))) : 1;
  const most = { columns: can(width, greatestX), rows: can(height, greatestY) };
  const sizes = (cells: number): { columns: number; rows: number } => {
    const aspect = width > 0 && height > 0 ? Math.min(1e6, Math.max(1e-6, width / height)) : 1;
    const along = Math.sqrt(cells * aspect);
    const columns = Math.min(most.columns, Math.max(1, Math.round(along)));
    return { columns, rows: Math.min(most.rows, Math.max(1, Math.round(cells / along))) };
  };
  const first = sizes(Math.max(1, CELLS * count));
  const entries = count + (runX / (width || 1)) * first.columns + (runY / (height || 1)) * first.rows;
  if (!(entries > ENTRIES * count)) return first;
  return sizes(CELLS * count * ((ENTRIES * count) / entries) ** 2);
}

function linesOf(least: number, greatest: number, count: number): Float64Array {
  const lines = carvedDoubles(count + 1);
  const step = (greatest - least) / count;
  lines[0] = least;
  for (let i = 1; i < count; i++) lines[i] = least + i * step;
  lines[count] = greatest;
  return lines;
}

/** Cells and edges that come into them, in turn; used again by the next grid. */
const found = new GrowingInts();

/** Puts every edge into the cells that it comes into, and counts it at the corners that it turns around. */
function fill(grid: CellGrid, reach: number): void {
  findCells(grid, reach);
  const { starts } = grid;
  const { values, length } = found;
  for (let k = 0; k < length; k += 2) starts[values[k] + 1]++;
  for (let c = 1; c < starts.length; c++) starts[c] += starts[c - 1];
  const entries = carvedInts(length / 2);
  // From the last one down, each cell is filled from its end.
  for (let k = length - 2; k >= 0; k -= 2) entries[--starts[values[k] + 1]] = values[k + 1];
  starts.copyWithin(0, 1);
  starts[starts.length - 1] = entries.length;
  grid.entries = entries;
  found.clear();
  sumUp(grid);
}

function findCells(grid: CellGrid, reach: number): void {
  const { edges, columns, rows, gx, gy, perX, perY } = grid;
  const x0 = gx[0];
  const y0 = gy[0];
  const marginX = MARGIN + reach * perX;
  const marginY = MARGIN + reach * perY;
  // Most edges begin where the last one ended, in the same cell.
  let bx = 0;
  let by = 0;
  let bi = 0;
  let bj = 0;
  let isApart = false;
  for (let e = 0; e < edges.length; e += 4) {
    const follows = e > 0 && edges[e] === edges[e - 2] && edges[e + 1] === edges[e - 1];
    // An extent that overflows has one cell.
    const ax = follows ? bx : columns === 1 ? 0 : (edges[e] - x0) * perX;
    const ay = follows ? by : rows === 1 ? 0 : (edges[e + 1] - y0) * perY;
    const ai = bi;
    const aj = bj;
    const wasApart = follows && isApart;
    bx = columns === 1 ? 0 : (edges[e + 2] - x0) * perX;
    by = rows === 1 ? 0 : (edges[e + 3] - y0) * perY;
    bi = Math.floor(bx);
    bj = Math.floor(by);
    isApart = bx - bi > marginX && bi + 1 - bx > marginX && by - bj > marginY && bj + 1 - by > marginY;
    if (wasApart && isApart && ai === bi && aj === bj) {
      // Within one cell, and apart from the lines that corners lie on.
      found.pushTwo(bj * columns + bi, e);
    } else {
      pushCells(columns, rows, e, ax, ay, bx, by, marginX, marginY);
      turnCorners(grid, e);
    }
  }
}

function pushCells(
  columns: number,
  rows: number,
  e: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  marginX: number,
  marginY: number,
): void {
  const left = cellAt(Math.min(ax, bx) - marginX, columns);
  const right = cellAt(Math.max(ax, bx) + marginX, columns);
  const low = cellAt(Math.min(ay, by) - marginY, rows);
  const high = cellAt(Math.max(ay, by) + marginY, rows);
  const isNarrow = left === right || low === high || Math.abs(by - ay) < 2 * marginY;
  const slope = isNarrow ? 0 : (bx - ax) / (by - ay);
  const reach = marginX + marginY * Math.abs(slope);
  for (let j = low; j <= high; j++) {
    let from = left;
    let to = right;
    if (!isNarrow) {
      // The part of the edge in this row tells the columns.
      const p = ax + (Math.max(j, Math.min(ay, by)) - ay) * slope;
      const q = ax + (Math.min(j + 1, Math.max(ay, by)) - ay) * slope;
      const first = Math.floor(Math.min(p, q) - reach);
      const last = Math.floor(Math.max(p, q) + reach);
      if (first > from) from = Math.min(first, right);
      if (last < to) to = Math.max(last, left);
    }
    for (let i = from; i <= to; i++) found.pushTwo(j * columns + i, e);
  }
}

function cellAt(place: number, count: number): number {
  const cell = Math.floor(place);
  return cell < 0 ? 0 : cell < count ? cell : count - 1;
}

/**
 * Winding numbers at corners: an edge that crosses the line of a row's corners turns around all those on its left there, up
 * counted positive, so it is noted at the last of them, and summed up from the right.
 */
function turnCorners({ edges, columns, rows, gx, gy, perX, perY, winding }: CellGrid, e: number): void {
  const ax = edges[e];
  const ay = edges[e + 1];
  const bx = edges[e + 2];
  const by = edges[e + 3];
  const up = by > ay ? 1 : -1;
  const low = up > 0 ? ay : by;
  const high = up > 0 ? by : ay;
  let j = rows === 1 ? 0 : cellAt((low - gy[0]) * perY - 1, rows);
  // Lines from `low` on, but not that of `high`: corners are a little above their line.
  while (j < rows && gy[j] < low) j++;
  for (; j < rows && gy[j] < high; j++) {
    const across = ax + (gy[j] - ay) * ((bx - ax) / (by - ay));
    // Also where differences overflow: what is wrong here is put right by exact steps.
    let i = columns === 1 ? 0 : cellAt((across - gx[0]) * perX, columns);
    while (i >= 0 && sideOf(ax, ay, bx, by, gx[i], gy[j]) !== up) i--;
    while (i + 1 < columns && sideOf(ax, ay, bx, by, gx[i + 1], gy[j]) === up) i++;
    if (i >= 0) winding[j * columns + i] += up;
  }
}

function sumUp({ columns, rows, winding }: CellGrid): void {
  for (let j = 0; j < rows; j++)
    for (let c = (j + 1) * columns - 2; c >= j * columns; c--) winding[c] += winding[c + 1];
}
