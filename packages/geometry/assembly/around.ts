import {
  beginCells,
  beginShown,
  codeAt,
  codeOf,
  countShown,
  firstColumn,
  firstOf,
  firstRow,
  keepSeveral,
  lastColumn,
  lastRow,
  listOf,
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
import {
  across,
  along,
  areBoth,
  areInTiles,
  both,
  bytes,
  fromX,
  fromY,
  isEither,
  placeX,
  placeY,
  slotAt,
} from "./places";
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
import { leastOf, mostOf, pair } from "./vectors";

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

/** The copy in whose wedge the last place lay, and the directions of that wedge. */
let own: i32 = 0;
let cos: f64 = 1;
let sin: f64 = 0;
/** Cells of that wedge that have the same code: between two lines across it, and two rays, by their slopes. */
let blockCode: i32 = 0;
let blockFrom: f64 = 0;
let blockTo: f64 = 0;
let blockRight: f64 = 0;
let blockLeft: f64 = 0;

/**
 * Writes places in the frames of the first copies of their runs or cells, and lists those for which that is not enough. Returns a cell that
 * has to be learnt first, or -1.
 */
export function locateAround(count: i32, slot: i32): i32 {
  const toX = slotAt(slot + NEAR_X);
  const toY = slotAt(slot + NEAR_Y);
  const owns = slotAt(slot + OWN);
  beginCells(slot);
  beginRuns(slot, copies, 0, 0);
  enterWedge(0);
  for (let i = 0; i < count; i += RUN) {
    let unknown = i + RUN <= count ? locateRun(i, toX, toY) : TOO_MANY;
    if (unknown === TOO_MANY) unknown = locatePairs(i, min(i + RUN, count), toX, toY, owns);
    if (unknown !== NONE) return unknown;
  }
  return NONE;
}

/** Finds all copies that may be nearest to a run, and writes it in the frame of the first one. Returns as `addCells` does. */
function locateRun(i: i32, toX: usize, toY: usize): i32 {
  beginRun(i);
  const dx = pair(minX - cx, maxX - cx);
  const low = both(minY - cy);
  const high = both(maxY - cy);
  let unknown = NONE;
  if (isInBlock(dx, low) && isInBlock(dx, high)) {
    if (!addCopies(blockCode, own)) unknown = TOO_MANY;
  } else if (isInWedge(dx, low) && isInWedge(dx, high)) unknown = addWedge(dx, low, high);
  else unknown = addWedges(dx, low, high);
  if (unknown === NONE) placeRun(i, endRun(), toX + bytes(i), toY + bytes(i));
  return unknown;
}

/** Whether two corners of a box lie in the cells that have the same code. */
function isInBlock(dx: v128, dy: v128): bool {
  const ahead = along(dx, dy, both(cos), both(sin));
  const side = across(dx, dy, both(cos), both(sin));
  const isAhead = v128.and(f64x2.ge(ahead, both(blockFrom)), f64x2.le(ahead, both(blockTo)));
  const isRight = f64x2.le(side, f64x2.mul(ahead, both(blockLeft)));
  const isLeft = f64x2.ge(side, f64x2.mul(ahead, both(blockRight)));
  return areBoth(v128.and(isAhead, v128.and(isRight, isLeft)));
}

function isInWedge(dx: v128, dy: v128): bool {
  const ahead = along(dx, dy, both(cos), both(sin));
  const side = across(dx, dy, both(cos), both(sin));
  return areBoth(f64x2.le(f64x2.abs(side), f64x2.mul(ahead, both(tan))));
}

/** Wedges that a run may reach into. */
const WEDGES: i32 = 4;

/** Adds the copies that a box names in all wedges that it reaches into: those of its corners, and between these. */
function addWedges(dx: v128, low: v128, high: v128): i32 {
  const lows = wedgesOf(dx, low);
  const highs = wedgesOf(dx, high);
  const first = i32x4.extract_lane(lows, 0);
  const a = stepsBetween(first, i32x4.extract_lane(lows, 1));
  const b = stepsBetween(first, i32x4.extract_lane(highs, 0));
  const c = stepsBetween(first, i32x4.extract_lane(highs, 1));
  const from = min(min(0, a), min(b, c));
  const to = max(max(0, a), max(b, c));
  if (to - from >= WEDGES) return TOO_MANY;
  for (let k = from; k <= to; k++) {
    const wedge = first + k;
    enterWedge(wedge < 0 ? wedge + copies : wedge >= copies ? wedge - copies : wedge);
    const unknown = addWedge(dx, low, high);
    if (unknown !== NONE) return unknown;
  }
  return NONE;
}

/** The way from a wedge to another one, which is less than half of them away where no box between them has the centre in it. */
function stepsBetween(from: i32, to: i32): i32 {
  const steps = to - from;
  if (2 * steps > copies) return steps - copies;
  return 2 * steps < -copies ? steps + copies : steps;
}

function enterWedge(wedge: i32): void {
  own = wedge;
  cos = load<f64>(copyAt(wedge), 16);
  sin = load<f64>(copyAt(wedge), 24);
  blockTo = -1;
}

/** Adds the copies that a box names in the own wedge: by the cells between those of its corners, as lines across and slopes of rays are. */
function addWedge(dx: v128, low: v128, high: v128): i32 {
  const lowAhead = along(dx, low, both(cos), both(sin));
  const highAhead = along(dx, high, both(cos), both(sin));
  const from = leastOf(f64x2.pmin(lowAhead, highAhead));
  const to = mostOf(f64x2.pmax(lowAhead, highAhead));
  // A box that has the centre in it, or reaches behind it, has no slopes.
  if (!(from > 0 && to < end)) return TOO_MANY;
  const rows = rowsOf(pair(from, to));
  const lowSlope = f64x2.div(across(dx, low, both(cos), both(sin)), lowAhead);
  const highSlope = f64x2.div(across(dx, high, both(cos), both(sin)), highAhead);
  const right = leastOf(f64x2.pmin(lowSlope, highSlope));
  const columns = columnsOf(pair(right, mostOf(f64x2.pmax(lowSlope, highSlope))));
  const endColumn = i32x4.extract_lane(columns, 1);
  const endRow = i32x4.extract_lane(rows, 1);
  const unknown = addCells(
    i32x4.extract_lane(columns, 0),
    i32x4.extract_lane(rows, 0),
    endColumn,
    endRow,
    COLUMN_BITS,
    own,
  );
  if (unknown === NONE) enterBlock((endRow << COLUMN_BITS) + endColumn);
  return unknown;
}

function enterBlock(cell: i32): void {
  blockCode = codeOf(cell);
  blockFrom = load<f64>(table + bytes(firstRow(cell)));
  blockTo = load<f64>(table + bytes(lastRow(cell)), 8);
  blockRight = tan * (<f64>firstColumn(cell) * (2 / <f64>COLUMNS) - 1);
  blockLeft = tan * (<f64>lastColumn(cell) * (2 / <f64>COLUMNS) + (2 / <f64>COLUMNS - 1));
}

/** Writes a run as a copy sees it. */
function placeRun(i: i32, copy: i32, toX: usize, toY: usize): void {
  const x = both(cx);
  const y = both(cy);
  const copyCos = v128.load_splat<f64>(copyAt(copy));
  const copySin = v128.load_splat<f64>(copyAt(copy), 8);
  const end = bytes(i + RUN);
  if (areInTiles()) {
    placeTile(bytes(i), end, copyCos, copySin, toX, toY);
    return;
  }
  for (let at = bytes(i); at < end; at += 16) {
    const dx = f64x2.sub(v128.load(placeX + at), x);
    const dy = f64x2.sub(v128.load(placeY + at), y);
    v128.store(toX, f64x2.add(x, along(dx, dy, copyCos, copySin)));
    v128.store(toY, f64x2.add(y, across(dx, dy, copyCos, copySin)));
    toX += 16;
    toY += 16;
  }
}

/** As in general; but all rows of a tile have the same x, and all places of a row the same y. */
function placeTile(at: usize, end: usize, copyCos: v128, copySin: v128, toX: usize, toY: usize): void {
  const x = both(cx);
  const y = both(cy);
  const dx0 = fromX(at, cx);
  const dx2 = fromX(at + 16, cx);
  const dx4 = fromX(at + 32, cx);
  const dx6 = fromX(at + 48, cx);
  const cos0 = f64x2.mul(dx0, copyCos);
  const cos2 = f64x2.mul(dx2, copyCos);
  const cos4 = f64x2.mul(dx4, copyCos);
  const cos6 = f64x2.mul(dx6, copyCos);
  const sin0 = f64x2.mul(dx0, copySin);
  const sin2 = f64x2.mul(dx2, copySin);
  const sin4 = f64x2.mul(dx4, copySin);
  const sin6 = f64x2.mul(dx6, copySin);
  for (; at < end; at += 64) {
    const dy = fromY(at, cy);
    const dySin = f64x2.mul(dy, copySin);
    const dyCos = f64x2.mul(dy, copyCos);
    v128.store(toX, f64x2.add(x, f64x2.add(cos0, dySin)));
    v128.store(toX, f64x2.add(x, f64x2.add(cos2, dySin)), 16);
    v128.store(toX, f64x2.add(x, f64x2.add(cos4, dySin)), 32);
    v128.store(toX, f64x2.add(x, f64x2.add(cos6, dySin)), 48);
    v128.store(toY, f64x2.add(y, f64x2.sub(dyCos, sin0)));
    v128.store(toY, f64x2.add(y, f64x2.sub(dyCos, sin2)), 16);
    v128.store(toY, f64x2.add(y, f64x2.sub(dyCos, sin4)), 32);
    v128.store(toY, f64x2.add(y, f64x2.sub(dyCos, sin6)), 48);
    toX += 64;
    toY += 64;
  }
}

/** Writes places that are in no run, each by its own wedge and cell. Returns a cell that has to be learnt first, or -1. */
function locatePairs(from: i32, end: i32, toX: usize, toY: usize, owns: usize): i32 {
  for (let i = from; i < end; i += 2) {
    const unknown = locatePair(i, end, toX, toY, owns);
    if (unknown !== NONE) return unknown;
  }
  return NONE;
}

function locatePair(i: i32, count: i32, toX: usize, toY: usize, owns: usize): i32 {
  const at = bytes(i);
  const dx = fromX(at, cx);
  const dy = fromY(at, cy);
  let first = own;
  let second = own;
  let ahead = along(dx, dy, both(cos), both(sin));
  let side = across(dx, dy, both(cos), both(sin));
  if (isEither(f64x2.gt(f64x2.abs(side), f64x2.mul(ahead, both(tan))))) {
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
  const cells = i32x4.add(i32x4.shl(rowsOf(ahead), COLUMN_BITS), columnsOf(f64x2.div(side, ahead)));
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
    enterWedge(second);
  }
  const a = v128.load(copyAt(first + firstOf(firstCode)));
  const b = v128.load(copyAt(second + firstOf(secondCode)));
  const copyCos = v128.shuffle<f64>(a, b, 0, 2);
  const copySin = v128.shuffle<f64>(a, b, 1, 3);
  v128.store(toX + at, f64x2.add(both(cx), along(dx, dy, copyCos, copySin)));
  v128.store(toY + at, f64x2.add(both(cy), across(dx, dy, copyCos, copySin)));
  return NONE;
}

/**
 * Shows runs, and places that several copies are asked for, to the next one of these; single places only if its box is near enough. Returns
 * how many single places have one more.
 */
export function showAround(count: i32, runs: i32, rank: i32, result: i32, slot: i32): i32 {
  const owns = slotAt(slot + OWN);
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

/** Rows of cells by distances along a wedge's direction, and columns by the slopes of rays. */
function rowsOf(ahead: v128): v128 {
  return within(f64x2.mul(f64x2.div(ahead, f64x2.add(ahead, both(scale))), both(ROWS)), ROWS);
}

function columnsOf(slope: v128): v128 {
  const share = f64x2.div(slope, both(tan));
  return within(f64x2.mul(f64x2.add(share, both(1)), both(COLUMNS / 2)), COLUMNS);
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
