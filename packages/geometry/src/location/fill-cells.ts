import { AT_ONCE, carvedInts } from "../memory";
import { type CellGrid, HAS_EDGES } from "./cell-grid";
import { sideOf } from "./side-of";

/**
 * Edges are taken to come into cells that they miss by less than this share of a cell. Rounding may put a point into the cell beside
 * its own, but no further beyond its line than half of this, where cells are as small as they get (`LEAST` in build-cells.ts).
 */
const MARGIN = 1e-5;
/** Room that stays for the next grid: so many values. */
const KEPT = 2 ** 16;

/** Cells and edges that come into them, in turn. */
let found = new Int32Array(2 ** 10);
let foundCount = 0;

/**
 * Puts every edge into the cells that it comes into, and counts it at the corners that it turns around.
 *
 * Loops over edges and entries stand in functions of their own that neither make arrays nor call what does. Where V8 comes upon
 * a call that it has not seen taken, it throws the compiled code away, and a single build of 10,000 edges would run in slow code
 * to its end: up to ten times as long.
 */
export function fillCells(grid: CellGrid, reach: number): void {
  const { edges, starts } = grid;
  foundCount = 0;
  for (let e = 0; e < edges.length; ) {
    const next = findCells(grid, reach, e);
    if (next === e) makeRoom();
    e = next;
  }
  const entries = carvedInts(foundCount / 2);
  countEntries(starts);
  placeEntries(starts, entries);
  starts.copyWithin(0, 1);
  starts[starts.length - 1] = entries.length;
  grid.entries = entries;
  if (found.length > KEPT) found = new Int32Array(KEPT);
  sumUp(grid);
}

function makeRoom(): void {
  const larger = new Int32Array(2 * found.length);
  larger.set(found);
  found = larger;
}

/** Finds the cells of edges from one on; stops before one for which there is no room, and after so many. */
function findCells(grid: CellGrid, reach: number, from: number): number {
  const { edges, columns, rows, gx, gy, perX, perY } = grid;
  const x0 = gx[0];
  const y0 = gy[0];
  const marginX = MARGIN + reach * perX;
  const marginY = MARGIN + reach * perY;
  const end = Math.min(edges.length, from + 4 * AT_ONCE);
  // Most edges begin where the last one ended, in the same cell.
  let bx = 0;
  let by = 0;
  let bi = 0;
  let bj = 0;
  let isApart = false;
  for (let e = from; e < end; e += 4) {
    const follows = e > from && edges[e] === edges[e - 2] && edges[e + 1] === edges[e - 1];
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
      if (foundCount + 2 > found.length) return e;
      found[foundCount++] = bj * columns + bi;
      found[foundCount++] = e;
    } else {
      if (!pushCells(columns, rows, e, ax, ay, bx, by, marginX, marginY)) return e;
      turnCorners(grid, e);
    }
  }
  return end;
}

/** False, and nothing is pushed, where there is no room for all cells of an edge. */
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
): boolean {
  const left = cellAt(Math.min(ax, bx) - marginX, columns);
  const right = cellAt(Math.max(ax, bx) + marginX, columns);
  const low = cellAt(Math.min(ay, by) - marginY, rows);
  const high = cellAt(Math.max(ay, by) + marginY, rows);
  const isNarrow = left === right || low === high || Math.abs(by - ay) < 2 * marginY;
  const slope = isNarrow ? 0 : (bx - ax) / (by - ay);
  const reach = marginX + marginY * Math.abs(slope);
  let count = foundCount;
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
    if (count + 2 * (to - from + 1) > found.length) return false;
    for (let i = from; i <= to; i++) {
      found[count++] = j * columns + i;
      found[count++] = e;
    }
  }
  foundCount = count;
  return true;
}

function cellAt(place: number, count: number): number {
  const cell = Math.floor(place);
  return cell < 0 ? 0 : cell < count ? cell : count - 1;
}

/**
 * Winding numbers at corners: an edge that crosses the line of a row's corners turns around all those on its left there, up
 * counted positive, so it is noted at the last of them, and summed up from the right.
 */
function turnCorners({ edges, columns, rows, gx, gy, perX, perY, codes }: CellGrid, e: number): void {
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
    if (i >= 0) codes[j * columns + i] += up;
  }
}

function countEntries(starts: Int32Array): void {
  for (let k = 0; k < foundCount; k += 2) starts[found[k] + 1]++;
  for (let c = 1; c < starts.length; c++) starts[c] += starts[c - 1];
}

/** From the last one down, each cell is filled from its end; `starts` is one cell late then. */
function placeEntries(starts: Int32Array, entries: Int32Array): void {
  for (let k = foundCount - 2; k >= 0; k -= 2) entries[--starts[found[k] + 1]] = found[k + 1];
}

/** From changes at corners to codes. */
function sumUp({ columns, rows, starts, codes }: CellGrid): void {
  for (let j = 0; j < rows; j++) {
    let winding = 0;
    for (let c = (j + 1) * columns - 1; c >= j * columns; c--) {
      winding += codes[c];
      codes[c] = 2 * winding + (starts[c] === starts[c + 1] ? 0 : HAS_EDGES);
    }
  }
}
