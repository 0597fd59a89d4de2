import {
  beginCells,
  beginShown,
  codeAt,
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
  numberAt,
  OWN,
  severalOf,
  show,
  squaredGap,
  table,
  unknownOf,
} from "./copies";
import { areBoth, both, bytes, placeX, placeY, slotAt } from "./places";

/** Cells along each axis, and those to one side of the middle of a copy's box. */
const SIDE: i32 = 64;
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

/** The nearest copy of the last place, and the way to it from the first one. */
let column: f64 = 0;
let row: f64 = 0;
let awayX: f64 = 0;
let awayY: f64 = 0;
/** Cells around the last place that have the same code. */
let blockCode: i32 = 0;
let blockMinX: f64 = 0;
let blockMinY: f64 = 0;
let blockMaxX: f64 = 0;
let blockMaxY: f64 = 0;

/**
 * Writes places in the frames of their nearest copies, and lists those for which these are not enough. Returns a cell that has to be learnt
 * first, or -1.
 */
export function locateRepeated(count: i32, slot: i32): i32 {
  const toX = slotAt(slot + NEAR_X);
  const toY = slotAt(slot + NEAR_Y);
  const toColumn = slotAt(slot + OWN);
  const toRow = slotAt(slot + OWN + 1);
  beginCells(slot);
  for (let i = 0; i < count; ) {
    const unknown = locatePair(i, count, toX, toY, toColumn, toRow);
    if (unknown !== NONE) return unknown;
    i = locateInBlock(i + 2, count, toX, toY, toColumn, toRow);
  }
  return NONE;
}

/** Writes pairs of places, from one on, as long as they lie in the same cells as the last place. Returns the next one. */
function locateInBlock(i: i32, count: i32, toX: usize, toY: usize, toColumn: usize, toRow: usize): i32 {
  const ofX = both(awayX);
  const ofY = both(awayY);
  const minX = both(blockMinX);
  const minY = both(blockMinY);
  const maxX = both(blockMaxX);
  const maxY = both(blockMaxY);
  const hasSeveral = isSeveral(blockCode);
  for (; i < count; i += 2) {
    const at = bytes(i);
    const x = v128.load(placeX + at);
    const y = v128.load(placeY + at);
    const isBeside = v128.and(f64x2.ge(x, minX), f64x2.le(x, maxX));
    const isBetween = v128.and(f64x2.ge(y, minY), f64x2.le(y, maxY));
    if (!areBoth(v128.and(isBeside, isBetween))) break;
    v128.store(toX + at, f64x2.sub(x, ofX));
    v128.store(toY + at, f64x2.sub(y, ofY));
    if (!hasSeveral) continue;
    for (let k = i; k < min(i + 2, count); k++) {
      store<f64>(toColumn + bytes(k), column);
      store<f64>(toRow + bytes(k), row);
      listSeveral(k, blockCode);
    }
  }
  return i;
}

/**
 * Writes two places, each by its own copy and cell. The cells around the second one that have the same code are the block then. Returns one
 * of the cells if it has to be learnt first, or -1.
 */
function locatePair(i: i32, count: i32, toX: usize, toY: usize, toColumn: usize, toRow: usize): i32 {
  const at = bytes(i);
  const x = v128.load(placeX + at);
  const y = v128.load(placeY + at);
  const ownColumn = nearest(f64x2.mul(f64x2.sub(x, both(midX)), both(perStepX)), columns);
  const ownRow = nearest(f64x2.mul(f64x2.sub(y, both(midY)), both(perStepY)), rows);
  const ofX = f64x2.mul(ownColumn, both(stepX));
  const ofY = f64x2.mul(ownRow, both(stepY));
  v128.store(toColumn + at, ownColumn);
  v128.store(toRow + at, ownRow);
  v128.store(toX + at, f64x2.sub(x, ofX));
  v128.store(toY + at, f64x2.sub(y, ofY));
  const ownX = f64x2.sub(f64x2.sub(x, ofX), both(midX));
  const ownY = f64x2.sub(f64x2.sub(y, ofY), both(midY));
  const cells = i32x4.add(i32x4.mul(cellsOf(ownY, edgeY, outerY), i32x4.splat(SIDE)), cellsOf(ownX, edgeX, outerX));
  const areFar = i64x2.bitmask(v128.or(f64x2.ge(f64x2.abs(ownX), both(endX)), f64x2.ge(f64x2.abs(ownY), both(endY))));
  const cell = i32x4.extract_lane(cells, 1);
  const firstCell = i32x4.extract_lane(cells, 0);
  const unknown = unknownOf(firstCell, i + 1 < count ? cell : firstCell);
  if (unknown !== NONE) return unknown;
  codeAt(i, firstCell, (areFar & 1) === 0);
  blockMaxX = -Infinity;
  if (i + 1 >= count) return NONE;
  blockCode = codeAt(i + 1, cell, (areFar & 2) === 0);
  if (blockCode < 0) return NONE;
  column = f64x2.extract_lane(ownColumn, 1);
  row = f64x2.extract_lane(ownRow, 1);
  awayX = f64x2.extract_lane(ofX, 1);
  awayY = f64x2.extract_lane(ofY, 1);
  // Beyond half a step another copy is the nearest, if there is one.
  const leastX = column > 0 ? -0.5 * stepX : -Infinity;
  const mostX = column < columns - 1 ? 0.5 * stepX : Infinity;
  const leastY = row > 0 ? -0.5 * stepY : -Infinity;
  const mostY = row < rows - 1 ? 0.5 * stepY : Infinity;
  // The lines between rows follow those between columns.
  const lines = table + bytes(SIDE + 1);
  blockMinX = midX + awayX + max(leastX, load<f64>(table + bytes(firstColumn(cell))));
  blockMaxX = midX + awayX + min(mostX, load<f64>(table + bytes(lastColumn(cell)), 8));
  blockMinY = midY + awayY + max(leastY, load<f64>(lines + bytes(firstRow(cell))));
  blockMaxY = midY + awayY + min(mostY, load<f64>(lines + bytes(lastRow(cell)), 8));
  return NONE;
}

/** Shows places that several copies are asked for to the next one of these, if it is there and near enough. Returns how many have one. */
export function showRepeated(count: i32, rank: i32, result: i32, slot: i32): i32 {
  const columnAt = slotAt(slot + OWN);
  const rowAt = slotAt(slot + OWN + 1);
  const least = slotAt(result);
  beginShown(slot);
  let kept = 0;
  for (let i = 0; i < count; i++) {
    const place = severalOf(i);
    const list = listOf(place);
    if (rank + 1 < load<i32>(list)) keepSeveral(kept++, place);
    const other = load<i32>(numberAt(list, rank), 4);
    column = load<f64>(columnAt + bytes(place)) + <f64>((other << 16) >> 16);
    row = load<f64>(rowAt + bytes(place)) + <f64>(other >> 16);
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
