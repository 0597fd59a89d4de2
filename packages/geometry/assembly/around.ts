import {
  beginCells,
  beginShown,
  codeAt,
  firstColumn,
  firstOf,
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
import { across, along, areBoth, both, bytes, fromX, fromY, isEither, placeX, placeY, slotAt } from "./places";

/** Cells across a wedge, and from the centre on. */
const COLUMN_BITS: i32 = 6;
const COLUMNS: i32 = 1 << COLUMN_BITS;
const ROWS: i32 = 64;

let copies: i32 = 0;
/** The centre, the middle of the shape's box, and half of it. */
let cx: f64 = 0;
let cy: f64 = 0;
let midX: f64 = 0;
let midY: f64 = 0;
let halfWidth: f64 = 0;
let halfHeight: f64 = 0;
/** The direction of the first copy's wedge, in turns, and the tangent of half its angle. */
let axis: f64 = 0;
let tan: f64 = 0;
/** Half of the rows lie within this distance, and all cells within the other one. */
let scale: f64 = 1;
let end: f64 = 0;

/** The table begins with the distances of the lines between rows. */
const COPIES: usize = (<usize>ROWS + 1) << 3;
/** Bytes of a copy behind them: cosine and sine of its rotation, and of the direction of its wedge. */
const COPY: usize = 32;

/** Sets the copies. To be called again after the shape was measured, which may have copies of its own. */
export function beginAround(
  count: i32,
  x: f64,
  y: f64,
  boxX: f64,
  boxY: f64,
  boxHalfWidth: f64,
  boxHalfHeight: f64,
  axisTurns: f64,
  wedgeTan: f64,
  rowScale: f64,
  endOfCells: f64,
): void {
  copies = count;
  cx = x;
  cy = y;
  midX = boxX;
  midY = boxY;
  halfWidth = boxHalfWidth;
  halfHeight = boxHalfHeight;
  axis = axisTurns;
  tan = wedgeTan;
  scale = rowScale;
  end = endOfCells;
}

/** The copy in whose wedge the last place lay. */
let own: i32 = 0;
/** The directions of that wedge, and of the rotation of the copy that its cell names. */
let cos: f64 = 1;
let sin: f64 = 0;
let turnCos: f64 = 1;
let turnSin: f64 = 0;
/** Cells around the last place that have the same code: between two lines across the wedge, and two rays, by their slopes. */
let blockCode: i32 = 0;
let blockFrom: f64 = 0;
let blockTo: f64 = 0;
let blockRight: f64 = 0;
let blockLeft: f64 = 0;

/**
 * Writes places in the frames of the first copies of their cells, and lists those for which that is not enough. Returns a cell that has to be
 * learnt first, or -1.
 */
export function locateAround(count: i32, slot: i32): i32 {
  const toX = slotAt(slot + NEAR_X);
  const toY = slotAt(slot + NEAR_Y);
  const owns = slotAt(slot + OWN);
  beginCells(slot);
  own = 0;
  blockTo = -1;
  for (let i = 0; i < count; ) {
    const unknown = locatePair(i, count, toX, toY, owns);
    if (unknown !== NONE) return unknown;
    i = locateInBlock(i + 2, count, toX, toY, owns);
  }
  return NONE;
}

/** Writes pairs of places, from one on, as long as they lie in the same cells as the last place. Returns the next one. */
function locateInBlock(i: i32, count: i32, toX: usize, toY: usize, owns: usize): i32 {
  const x = both(cx);
  const y = both(cy);
  const blockCos = both(cos);
  const blockSin = both(sin);
  const copyCos = both(turnCos);
  const copySin = both(turnSin);
  const from = both(blockFrom);
  const to = both(blockTo);
  const right = both(blockRight);
  const left = both(blockLeft);
  const hasSeveral = isSeveral(blockCode);
  for (; i < count; i += 2) {
    const at = bytes(i);
    const dx = f64x2.sub(v128.load(placeX + at), x);
    const dy = f64x2.sub(v128.load(placeY + at), y);
    const ahead = along(dx, dy, blockCos, blockSin);
    const side = across(dx, dy, blockCos, blockSin);
    const isAhead = v128.and(f64x2.ge(ahead, from), f64x2.le(ahead, to));
    const isBetween = v128.and(f64x2.ge(side, f64x2.mul(ahead, right)), f64x2.le(side, f64x2.mul(ahead, left)));
    if (!areBoth(v128.and(isAhead, isBetween))) break;
    v128.store(toX + at, f64x2.add(x, along(dx, dy, copyCos, copySin)));
    v128.store(toY + at, f64x2.add(y, across(dx, dy, copyCos, copySin)));
    if (!hasSeveral) continue;
    for (let k = i; k < min(i + 2, count); k++) {
      store<i32>(numberAt(owns, k), own);
      listSeveral(k, blockCode);
    }
  }
  return i;
}

/**
 * Writes two places, each by its own wedge and cell. The cells around the second one that have the same code are the block then. Returns one
 * of the cells if it has to be learnt first, or -1.
 */
function locatePair(i: i32, count: i32, toX: usize, toY: usize, owns: usize): i32 {
  const at = bytes(i);
  const dx = fromX(at, cx);
  const dy = fromY(at, cy);
  let first = own;
  let second = own;
  let ahead = along(dx, dy, both(cos), both(sin));
  let side = across(dx, dy, both(cos), both(sin));
  if (blockTo < 0 || isEither(f64x2.gt(f64x2.abs(side), f64x2.mul(ahead, both(tan))))) {
    const wedges = wedgesOf(dx, dy);
    first = i32x4.extract_lane(wedges, 0);
    second = i32x4.extract_lane(wedges, 1);
    const a = v128.load(copyAt(first), 16);
    const b = v128.load(copyAt(second), 16);
    const wedgeCos = v128.shuffle<f64>(a, b, 0, 2);
    const wedgeSin = v128.shuffle<f64>(a, b, 1, 3);
    ahead = along(dx, dy, wedgeCos, wedgeSin);
    side = across(dx, dy, wedgeCos, wedgeSin);
  }
  const row = within(f64x2.mul(f64x2.div(ahead, f64x2.add(ahead, both(scale))), both(ROWS)), ROWS);
  const share = f64x2.div(side, f64x2.mul(ahead, both(tan)));
  const column = within(f64x2.mul(f64x2.add(share, both(1)), both(COLUMNS / 2)), COLUMNS);
  const cells = i32x4.add(i32x4.shl(row, COLUMN_BITS), column);
  const cell = i32x4.extract_lane(cells, 1);
  const firstCell = i32x4.extract_lane(cells, 0);
  const unknown = unknownOf(firstCell, i + 1 < count ? cell : firstCell);
  if (unknown !== NONE) return unknown;
  const firstCode = codeAt(i, firstCell, !(f64x2.extract_lane(ahead, 0) >= end));
  store<i32>(numberAt(owns, i), first);
  let secondCode = 0;
  if (i + 1 < count) {
    secondCode = codeAt(i + 1, cell, !(f64x2.extract_lane(ahead, 1) >= end));
    store<i32>(numberAt(owns, i + 1), second);
  }
  const a = v128.load(copyAt(first + firstOf(firstCode)));
  const b = v128.load(copyAt(second + firstOf(secondCode)));
  const copyCos = v128.shuffle<f64>(a, b, 0, 2);
  const copySin = v128.shuffle<f64>(a, b, 1, 3);
  v128.store(toX + at, f64x2.add(both(cx), along(dx, dy, copyCos, copySin)));
  v128.store(toY + at, f64x2.add(both(cy), across(dx, dy, copyCos, copySin)));
  blockTo = -1;
  if (secondCode < 0) return NONE;
  own = second;
  cos = load<f64>(copyAt(second), 16);
  sin = load<f64>(copyAt(second), 24);
  turnCos = f64x2.extract_lane(b, 0);
  turnSin = f64x2.extract_lane(b, 1);
  blockCode = secondCode;
  blockFrom = load<f64>(table + bytes(firstRow(cell)));
  blockTo = load<f64>(table + bytes(lastRow(cell)), 8);
  blockRight = tan * (<f64>firstColumn(cell) * (2 / <f64>COLUMNS) - 1);
  blockLeft = tan * (<f64>lastColumn(cell) * (2 / <f64>COLUMNS) + (2 / <f64>COLUMNS - 1));
  return NONE;
}

/** Shows places that several copies are asked for to the next one of these, if its box is near enough. Returns how many have one. */
export function showAround(count: i32, rank: i32, result: i32, slot: i32): i32 {
  const owns = slotAt(slot + OWN);
  const least = slotAt(result);
  beginShown(slot);
  let kept = 0;
  for (let i = 0; i < count; i++) {
    const place = severalOf(i);
    const list = listOf(place);
    if (rank + 1 < load<i32>(list)) keepSeveral(kept++, place);
    const copy = copyAt(load<i32>(numberAt(owns, place)) + load<i32>(numberAt(list, rank), 4));
    const copyCos = load<f64>(copy);
    const copySin = load<f64>(copy, 8);
    const dx = load<f64>(placeX + bytes(place)) - cx;
    const dy = load<f64>(placeY + bytes(place)) - cy;
    const u = cx + (dx * copyCos + dy * copySin);
    const v = cy + (dy * copyCos - dx * copySin);
    const most = max(0, load<f64>(least + bytes(place)));
    if (squaredGap(u - midX, halfWidth) + squaredGap(v - midY, halfHeight) <= most * most) show(u, v, place);
  }
  return kept;
}

function copyAt(copy: i32): usize {
  return table + COPIES + <usize>copy * COPY;
}

/** Indices of cells, kept between 0 and their number; 0 for what is not a number. */
function within(index: v128, all: i32): v128 {
  return i32x4.trunc_sat_f64x2_s_zero(f64x2.pmin(both(all - 1), f64x2.pmax(both(0), index)));
}

/** The copies in whose wedges two places lie, within 2e-5 radians: the cells reach that far beyond. */
function wedgesOf(dx: v128, dy: v128): v128 {
  const all = both(copies);
  const nearest = f64x2.nearest(f64x2.mul(f64x2.sub(turns(dx, dy), both(axis)), all));
  const copy = f64x2.add(nearest, v128.and(all, f64x2.lt(nearest, both(0))));
  return i32x4.trunc_sat_f64x2_s_zero(f64x2.sub(copy, v128.and(all, f64x2.ge(copy, all))));
}

/** Angles of vectors, in turns, within 2e-6 (Abramowitz and Stegun 1964, 4.4.49: 1e-5 in radians). */
function turns(dx: v128, dy: v128): v128 {
  const width = f64x2.abs(dx);
  const height = f64x2.abs(dy);
  const tangent = f64x2.div(f64x2.pmin(height, width), f64x2.pmax(width, height));
  const square = f64x2.mul(tangent, tangent);
  const fourth = f64x2.mul(square, square);
  const low = f64x2.add(both(0.999866), f64x2.mul(both(-0.3302995), square));
  const high = f64x2.add(both(0.180141), f64x2.mul(both(-0.085133), square));
  // In pairs: the processor works on both at a time.
  const sum = f64x2.add(low, f64x2.mul(fourth, f64x2.add(high, f64x2.mul(both(0.0208351), fourth))));
  let turn = f64x2.mul(f64x2.mul(sum, tangent), both(0.5 / Math.PI));
  turn = v128.bitselect(f64x2.sub(both(0.25), turn), turn, f64x2.gt(height, width));
  turn = v128.bitselect(f64x2.sub(both(0.5), turn), turn, f64x2.lt(dx, both(0)));
  return v128.bitselect(f64x2.neg(turn), turn, f64x2.lt(dy, both(0)));
}
