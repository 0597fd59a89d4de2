import { carvedDoubles, carvedInts } from "../memory";
import { edgesOf, type Ring } from "../polygon";
import type { CellGrid } from "./cell-grid";
import { fillCells } from "./fill-cells";

/** So many cells to an edge: more make building dearer, and questions no quicker. */
const CELLS = 1;
/** An edge comes into 24 cells on average at most: where edges are longer than that, cells are made larger. */
const ENTRIES = 24;
/** Cells are at least so many units of the last place wide: what is computed of places in them is then far from off by one. */
const LEAST = 2 ** 20;
/** What is divided by a smaller extent may overflow. */
const SMALLEST = 1e-290;

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
    codes: carvedInts(columns * rows),
  };
  fillCells(grid, reach);
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
