import {
  beginCells,
  beginShown,
  codeAt,
  codeOf,
  countShown,
  firstColumn,
  firstRow,
  isSeveral,
  keepSeveral,
  lastColumn,
  lastRow,
  listOf,
  listSeveral,
  NEAR_X,
  NEAR_Y,
  NONE,
  nextX,
  nextY,
  numberAt,
  OWN,
  severalOf,
  show,
  squaredGap,
  table,
  unknownOf,
} from "./copies";
import { areBoth, areInTiles, both, bytes, isEither, placeX, placeY, slotAt } from "./places";
import {
  addCells,
  addCopies,
  beginRun,
  beginRuns,
  copyOf,
  endRun,
  hasCopy,
  maxX,
  maxY,
  minX,
  minY,
  placeOf,
  RUN,
  runAt,
  seeRuns,
  TOO_MANY,
} from "./runs";
import { pair } from "./vectors";

/** Cells along each axis, and those to one side of the middle of a copy's box. */
const SIDE_BITS: i32 = 6;
const SIDE: i32 = 1 << SIDE_BITS;
const HALF: f64 = SIDE / 2;

/** The middle of the first copy's box, and half of it. */
let midX: f64 = 0;
let midY: f64 = 0;
let halfWidth: f64 = 0;
let halfHeight: f64 = 0;
let stepX: f64 = 1;
let stepY: f64 = 1;
let columns: f64 = 1;
let rows: f64 = 1;
/** Half of the cells lie within an edge of the middle of a copy, evenly; the others get wider by an outer size, up to an end. */
let edgeX: f64 = 0.5;
let edgeY: f64 = 0.5;
let outerX: f64 = 1;
let outerY: f64 = 1;
let endX: f64 = 0;
let endY: f64 = 0;
let perStepX: f64 = 1;
let perStepY: f64 = 1;

/** Sets the copies. To be called again after the shape was measured, which may have copies of its own. */
export function beginRepeated(
  x: f64,
  y: f64,
  boxHalfWidth: f64,
  boxHalfHeight: f64,
  alongX: f64,
  alongY: f64,
  columnCount: f64,
  rowCount: f64,
  innerX: f64,
  sizeX: f64,
  farX: f64,
  innerY: f64,
  sizeY: f64,
  farY: f64,
): void {
  midX = x;
  midY = y;
  halfWidth = boxHalfWidth;
  halfHeight = boxHalfHeight;
  stepX = alongX;
  stepY = alongY;
  columns = columnCount;
  rows = rowCount;
  edgeX = innerX;
  outerX = sizeX;
  endX = farX;
  edgeY = innerY;
  outerY = sizeY;
  endY = farY;
  perStepX = 1 / stepX;
  perStepY = 1 / stepY;
}

/** The nearest copy of the last place that has cells around it of the same code, and these. */
let ownColumn: f64 = 0;
let ownRow: f64 = 0;
let blockCode: i32 = 0;
let blockMinX: f64 = 0;
let blockMinY: f64 = 0;
let blockMaxX: f64 = 0;
let blockMaxY: f64 = 0;

/** Runs keep a copy as one number, with 15 bits each for its column and its row. */
const MOST_ALONG: f64 = 32768;

/**
 * Writes places in the frames of the first copies of their runs, or of their nearest copies, and lists those for which these are not enough.
 * Returns a cell that has to be learnt first, or -1.
 */
export function locateRepeated(count: i32, slot: i32): i32 {
  const toX = slotAt(slot + NEAR_X);
  const toY = slotAt(slot + NEAR_Y);
  const toColumn = slotAt(slot + OWN);
  const toRow = slotAt(slot + OWN + 1);
  const hasRuns = max(columns, rows) <= MOST_ALONG;
  beginCells(slot);
  beginRuns(slot, 0, <i32>columns, <i32>rows);
  blockMaxX = -Infinity;
  for (let i = 0; i < count; i += RUN) {
    let unknown = hasRuns && i + RUN <= count ? locateRun(i, toX, toY) : TOO_MANY;
    if (unknown === TOO_MANY) unknown = locatePairs(i, min(i + RUN, count), toX, toY, toColumn, toRow);
    if (unknown !== NONE) return unknown;
  }
  return NONE;
}

/** Finds all copies that may be nearest to a run, and writes it in the frame of the first one. Returns as `addCells` does. */
function locateRun(i: i32, toX: usize, toY: usize): i32 {
  beginRun(i);
  let unknown = NONE;
  if (minX >= blockMinX && maxX <= blockMaxX && minY >= blockMinY && maxY <= blockMaxY) {
    if (!addCopies(blockCode, nameOf(ownColumn, ownRow))) unknown = TOO_MANY;
  } else unknown = addOwn();
  if (unknown === NONE) placeRun(i, endRun(), toX + bytes(i), toY + bytes(i));
  return unknown;
}

/** Adds the copies that a run's box names, by the cells around each copy that is an own one of its places. */
function addOwn(): i32 {
  const x = pair(minX, maxX);
  const y = pair(minY, maxY);
  const nearColumns = nearest(f64x2.mul(f64x2.sub(x, both(midX)), both(perStepX)), columns);
  const nearRows = nearest(f64x2.mul(f64x2.sub(y, both(midY)), both(perStepY)), rows);
  const first = f64x2.extract_lane(nearColumns, 0);
  const last = f64x2.extract_lane(nearColumns, 1);
  const low = f64x2.extract_lane(nearRows, 0);
  const high = f64x2.extract_lane(nearRows, 1);
  // Where places are not numbers the last one may be before the first.
  if (last < first || last > first + 1 || high < low || high > low + 1) return TOO_MANY;
  for (let row = low; row <= high; row += 1) {
    const ownY = ownPart(f64x2.sub(y, both(midY + row * stepY)), row, rows, stepY);
    const cellRows = cellsOf(ownY, edgeY, outerY);
    if (isEither(f64x2.ge(f64x2.abs(ownY), both(endY)))) return TOO_MANY;
    for (let column = first; column <= last; column += 1) {
      const ownX = ownPart(f64x2.sub(x, both(midX + column * stepX)), column, columns, stepX);
      const cellColumns = cellsOf(ownX, edgeX, outerX);
      if (isEither(f64x2.ge(f64x2.abs(ownX), both(endX)))) return TOO_MANY;
      const endColumn = i32x4.extract_lane(cellColumns, 1);
      const endRow = i32x4.extract_lane(cellRows, 1);
      const unknown = addCells(
        i32x4.extract_lane(cellColumns, 0),
        i32x4.extract_lane(cellRows, 0),
        endColumn,
        endRow,
        SIDE_BITS,
        nameOf(column, row),
      );
      if (unknown !== NONE) return unknown;
      enterBlock((endRow << SIDE_BITS) + endColumn, column, row);
    }
  }
  return NONE;
}

/** A copy by its column and row, as runs have it. */
function nameOf(column: f64, row: f64): i32 {
  return ((<i32>row) << 16) | <i32>column;
}

/** What of an interval around a copy has it as the own one: beyond half a step another copy is the nearest, if there is one. */
function ownPart(x: v128, index: f64, all: f64, step: f64): v128 {
  const most: f64 = index < all - 1 ? 0.5 * step : Infinity;
  const least: f64 = index > 0 ? -0.5 * step : -Infinity;
  return f64x2.pmin(both(most), f64x2.pmax(both(least), x));
}

function enterBlock(cell: i32, column: f64, row: f64): void {
  const leastX: f64 = column > 0 ? -0.5 * stepX : -Infinity;
  const mostX: f64 = column < columns - 1 ? 0.5 * stepX : Infinity;
  const leastY: f64 = row > 0 ? -0.5 * stepY : -Infinity;
  const mostY: f64 = row < rows - 1 ? 0.5 * stepY : Infinity;
  const x = midX + column * stepX;
  const y = midY + row * stepY;
  // The lines between rows follow those between columns.
  const lines = table + bytes(SIDE + 1);
  ownColumn = column;
  ownRow = row;
  blockCode = codeOf(cell);
  blockMinX = x + max(leastX, load<f64>(table + bytes(firstColumn(cell))));
  blockMaxX = x + min(mostX, load<f64>(table + bytes(lastColumn(cell)), 8));
  blockMinY = y + max(leastY, load<f64>(lines + bytes(firstRow(cell))));
  blockMaxY = y + min(mostY, load<f64>(lines + bytes(lastRow(cell)), 8));
}

/** Writes a run as a copy sees it. */
function placeRun(i: i32, copy: i32, toX: usize, toY: usize): void {
  const ofX = both(<f64>(copy & 0xffff) * stepX);
  const ofY = both(<f64>(copy >> 16) * stepY);
  const end = bytes(i + RUN);
  if (areInTiles()) {
    placeTile(bytes(i), end, ofX, ofY, toX, toY);
    return;
  }
  for (let at = bytes(i); at < end; at += 16) {
    v128.store(toX, f64x2.sub(v128.load(placeX + at), ofX));
    v128.store(toY, f64x2.sub(v128.load(placeY + at), ofY));
    toX += 16;
    toY += 16;
  }
}

/** As in general; but all rows of a tile have the same x, and all places of a row the same y. */
function placeTile(at: usize, end: usize, ofX: v128, ofY: v128, toX: usize, toY: usize): void {
  const x0 = f64x2.sub(v128.load(placeX + at), ofX);
  const x2 = f64x2.sub(v128.load(placeX + at, 16), ofX);
  const x4 = f64x2.sub(v128.load(placeX + at, 32), ofX);
  const x6 = f64x2.sub(v128.load(placeX + at, 48), ofX);
  for (; at < end; at += 64) {
    const y = f64x2.sub(v128.load(placeY + at), ofY);
    v128.store(toX, x0);
    v128.store(toX, x2, 16);
    v128.store(toX, x4, 32);
    v128.store(toX, x6, 48);
    v128.store(toY, y);
    v128.store(toY, y, 16);
    v128.store(toY, y, 32);
    v128.store(toY, y, 48);
    toX += 64;
    toY += 64;
  }
}

/** Writes places that are in no run, each in the frame of its nearest copy. Returns a cell that has to be learnt first, or -1. */
function locatePairs(from: i32, end: i32, toX: usize, toY: usize, toColumn: usize, toRow: usize): i32 {
  for (let i = from; i < end; ) {
    const unknown = locatePair(i, end, toX, toY, toColumn, toRow);
    if (unknown !== NONE) return unknown;
    i = locateInBlock(i + 2, end, toX, toY, toColumn, toRow);
  }
  return NONE;
}

/** Writes pairs of places, from one on, as long as they lie in the same cells as the last place. Returns the next one. */
function locateInBlock(i: i32, end: i32, toX: usize, toY: usize, toColumn: usize, toRow: usize): i32 {
  const ofX = both(ownColumn * stepX);
  const ofY = both(ownRow * stepY);
  const least = both(blockMinX);
  const most = both(blockMaxX);
  const low = both(blockMinY);
  const high = both(blockMaxY);
  const hasSeveral = isSeveral(blockCode);
  for (; i < end; i += 2) {
    const at = bytes(i);
    const x = v128.load(placeX + at);
    const y = v128.load(placeY + at);
    const isBeside = v128.and(f64x2.ge(x, least), f64x2.le(x, most));
    const isBetween = v128.and(f64x2.ge(y, low), f64x2.le(y, high));
    if (!areBoth(v128.and(isBeside, isBetween))) break;
    v128.store(toX + at, f64x2.sub(x, ofX));
    v128.store(toY + at, f64x2.sub(y, ofY));
    if (!hasSeveral) continue;
    for (let k = i; k < min(i + 2, end); k++) {
      store<f64>(toColumn + bytes(k), ownColumn);
      store<f64>(toRow + bytes(k), ownRow);
      listSeveral(k, blockCode);
    }
  }
  return i;
}

/** Writes two places. The cells around the second one that have the same code are the block then. */
function locatePair(i: i32, count: i32, toX: usize, toY: usize, toColumn: usize, toRow: usize): i32 {
  const at = bytes(i);
  const x = v128.load(placeX + at);
  const y = v128.load(placeY + at);
  const nearColumn = nearest(f64x2.mul(f64x2.sub(x, both(midX)), both(perStepX)), columns);
  const nearRow = nearest(f64x2.mul(f64x2.sub(y, both(midY)), both(perStepY)), rows);
  const ofX = f64x2.mul(nearColumn, both(stepX));
  const ofY = f64x2.mul(nearRow, both(stepY));
  v128.store(toColumn + at, nearColumn);
  v128.store(toRow + at, nearRow);
  v128.store(toX + at, f64x2.sub(x, ofX));
  v128.store(toY + at, f64x2.sub(y, ofY));
  const ownX = f64x2.sub(f64x2.sub(x, ofX), both(midX));
  const ownY = f64x2.sub(f64x2.sub(y, ofY), both(midY));
  const cells = i32x4.add(i32x4.shl(cellsOf(ownY, edgeY, outerY), SIDE_BITS), cellsOf(ownX, edgeX, outerX));
  const areFar = i64x2.bitmask(v128.or(f64x2.ge(f64x2.abs(ownX), both(endX)), f64x2.ge(f64x2.abs(ownY), both(endY))));
  const cell = i32x4.extract_lane(cells, 1);
  const firstCell = i32x4.extract_lane(cells, 0);
  const unknown = unknownOf(firstCell, i + 1 < count ? cell : firstCell);
  if (unknown !== NONE) return unknown;
  codeAt(i, firstCell, (areFar & 1) === 0);
  if (i + 1 < count && codeAt(i + 1, cell, (areFar & 2) === 0) >= 0)
    enterBlock(cell, f64x2.extract_lane(nearColumn, 1), f64x2.extract_lane(nearRow, 1));
  return NONE;
}

/**
 * Shows runs, and places that several copies are asked for, to the next one of these; single places only if it is there and near enough.
 * Returns how many single places have one more.
 */
export function showRepeated(count: i32, runs: i32, rank: i32, result: i32, slot: i32): i32 {
  const columnAt = slotAt(slot + OWN);
  const rowAt = slotAt(slot + OWN + 1);
  const least = slotAt(result);
  beginShown(slot);
  seeRuns(slot);
  for (let k = 0; k < runs; k++) {
    if (!hasCopy(runAt(k), rank)) continue;
    placeRun(placeOf(runAt(k)), copyOf(runAt(k), rank), nextX(), nextY());
    countShown(RUN);
  }
  let kept = 0;
  for (let i = 0; i < count; i++) {
    const place = severalOf(i);
    const list = listOf(place);
    if (rank + 1 < load<i32>(list)) keepSeveral(kept++, place);
    const other = load<i32>(numberAt(list, rank), 4);
    const column = load<f64>(columnAt + bytes(place)) + <f64>((other << 16) >> 16);
    const row = load<f64>(rowAt + bytes(place)) + <f64>(other >> 16);
    if (column < 0 || column >= columns || row < 0 || row >= rows) continue;
    const u = load<f64>(placeX + bytes(place)) - column * stepX;
    const v = load<f64>(placeY + bytes(place)) - row * stepY;
    const most = max(0, load<f64>(least + bytes(place)));
    if (squaredGap(u - midX, halfWidth) + squaredGap(v - midY, halfHeight) <= most * most) show(u, v, place);
  }
  return kept;
}

/** The nearest columns, or rows, by how many steps places lie from the first one. */
function nearest(steps: v128, all: f64): v128 {
  return f64x2.pmin(both(all - 1), f64x2.pmax(both(0), f64x2.nearest(steps)));
}

/** The cells along an axis, by the way from the middle of a copy; the first one for what is not a number. */
function cellsOf(x: v128, edge: f64, outer: f64): v128 {
  const way = f64x2.abs(x);
  const beyond = f64x2.sub(way, both(edge));
  const isInner = f64x2.lt(beyond, both(0));
  const share = v128.bitselect(
    f64x2.div(way, both(edge)),
    f64x2.add(both(1), f64x2.div(beyond, f64x2.add(beyond, both(outer)))),
    isInner,
  );
  const from = f64x2.mul(share, both(HALF / 2));
  const cell = f64x2.add(both(HALF), v128.bitselect(f64x2.neg(from), from, f64x2.lt(x, both(0))));
  return i32x4.trunc_sat_f64x2_s_zero(f64x2.pmin(both(SIDE - 1), f64x2.pmax(both(0), cell)));
}
