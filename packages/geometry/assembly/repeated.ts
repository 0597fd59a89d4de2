import {
  beginOpen,
  beginSeen,
  beginShown,
  boxGaps,
  FULL,
  findViews,
  firstOf,
  hasRoom,
  listBoth,
  listOpen,
  mostAway,
  mostAwayFrom,
  NEAR_X,
  NEAR_Y,
  OWN,
  openAt,
  ownerOf,
  pairOf,
  SEEN_X,
  SEEN_Y,
  secondOf,
  see,
  seeBoth,
  seen,
  show,
  squaredGap,
  squaredGaps,
  startOf,
  startsAt,
  storeFrom,
} from "./copies";
import { both, bytes, placeX, placeY, slotAt } from "./places";

/** Slots of the column and the row of the nearest copy. */
const COLUMN: i32 = OWN;
const ROW: i32 = OWN + 1;

/** The centre of the first copy's box, and half the box. */
let midX: f64 = 0;
let midY: f64 = 0;
let halfWidth: f64 = 0;
let halfHeight: f64 = 0;
let stepX: f64 = 1;
let stepY: f64 = 1;
let columns: f64 = 1;
let rows: f64 = 1;

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
): void {
  midX = x;
  midY = y;
  halfWidth = boxHalfWidth;
  halfHeight = boxHalfHeight;
  stepX = alongX;
  stepY = alongY;
  columns = columnCount;
  rows = rowCount;
}

/** Writes the middles of runs, which are the places now, in the frames of their nearest copies. */
export function seeNearestRepeated(count: i32, slot: i32): void {
  const toX = slotAt(slot + SEEN_X);
  const toY = slotAt(slot + SEEN_Y);
  const toColumn = slotAt(slot + COLUMN);
  const toRow = slotAt(slot + ROW);
  const perX = 1 / stepX;
  const perY = 1 / stepY;
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const x = v128.load(placeX + at);
    const y = v128.load(placeY + at);
    const column = nearest(x, midX, perX, columns);
    const row = nearest(y, midY, perY, rows);
    v128.store(toColumn + at, column);
    v128.store(toRow + at, row);
    v128.store(toX + at, f64x2.sub(x, f64x2.mul(column, both(stepX))));
    v128.store(toY + at, f64x2.sub(y, f64x2.mul(row, both(stepY))));
  }
}

/** Shows the places to the copies that are nearest to their runs. */
export function showNearestRepeated(runs: i32, slot: i32): void {
  const toX = slotAt(slot + NEAR_X);
  const toY = slotAt(slot + NEAR_Y);
  const columnAt = slotAt(slot + COLUMN);
  const rowAt = slotAt(slot + ROW);
  const starts = startsAt(slot);
  for (let run = 0; run < runs; run++) {
    const awayX = both(load<f64>(columnAt + bytes(run)) * stepX);
    const awayY = both(load<f64>(rowAt + bytes(run)) * stepY);
    const start = startOf(starts, run);
    const end = startOf(starts, run + 1);
    for (let at = pairOf(starts, run); at < end; at += 16) {
      storeFrom(start, toX, at, f64x2.sub(v128.load(placeX + at), awayX));
      storeFrom(start, toY, at, f64x2.sub(v128.load(placeY + at), awayY));
    }
  }
}

/** Shows the places of the runs of kept views to their copies. */
export function showRepeated(from: i32, kept: i32, result: i32, slot: i32, room: i32): i32 {
  const least = slotAt(result);
  const starts = startsAt(slot);
  findViews(slot, room);
  beginShown(slot, room);
  let view = from;
  for (; view < kept && hasRoom(); view++) {
    const run = ownerOf(view);
    const end = startOf(starts, run + 1);
    const awayX = both(firstOf(view));
    const awayY = both(secondOf(view));
    for (let at = pairOf(starts, run); at < end; at += 16) {
      const u = f64x2.sub(v128.load(placeX + at), awayX);
      const v = f64x2.sub(v128.load(placeY + at), awayY);
      const gaps = boxGaps(f64x2.sub(u, both(midX)), f64x2.sub(v, both(midY)), halfWidth, halfHeight);
      show(u, v, gaps, at, least);
    }
  }
  return view;
}

/** The nearest columns of places, or rows. */
function nearest(x: v128, mid: f64, perStep: f64, all: f64): v128 {
  const steps = f64x2.nearest(f64x2.mul(f64x2.sub(x, both(mid)), both(perStep)));
  return f64x2.pmin(both(all - 1), f64x2.pmax(both(0), steps));
}

/** Adds views of runs, from one on, by the eight copies around the nearest ones. */
export function seeBesideRepeated(from: i32, count: i32, stay: i32, slot: i32, room: i32): i32 {
  const fromXs = slotAt(slot + SEEN_X);
  const fromYs = slotAt(slot + SEEN_Y);
  const columnAt = slotAt(slot + COLUMN);
  const rowAt = slotAt(slot + ROW);
  beginOpen(slot, stay);
  beginSeen(slot, room);
  for (; from < count && seen < FULL; from += 2) {
    const at = bytes(from);
    const u = v128.load(fromXs + at);
    const v = v128.load(fromYs + at);
    const x = f64x2.sub(u, both(midX));
    const y = f64x2.sub(v, both(midY));
    const most = mostAway(at, slot);
    // If none of the eight can be nearer, none further can. This bound ignores the ends of the grid.
    const rest = nearestSide(x, y, stepX - halfWidth, stepY - halfHeight);
    if (!v128.any_true(f64x2.le(rest, most))) continue;
    const column = v128.load(columnAt + at);
    const row = v128.load(rowAt + at);
    const mostSquare = f64x2.mul(most, most);
    for (let j: f64 = -1; j <= 1; j++) {
      const left = f64x2.sub(mostSquare, gapTo(y, j, row, halfHeight, stepY, rows));
      for (let k: f64 = -1; k <= 1; k++) {
        if (j === 0 && k === 0) continue;
        const isNear = f64x2.le(gapTo(x, k, column, halfWidth, stepX, columns), left);
        if (!v128.any_true(isNear)) continue;
        const copyU = f64x2.sub(u, both(k * stepX));
        const copyV = f64x2.sub(v, both(j * stepY));
        const awayX = f64x2.mul(f64x2.add(column, both(k)), both(stepX));
        const awayY = f64x2.mul(f64x2.add(row, both(j)), both(stepY));
        seeBoth(isNear, copyU, copyV, awayX, awayY, from, count);
      }
    }
    const further = nearestSide(x, y, 2 * stepX - halfWidth, 2 * stepY - halfHeight);
    listBoth(i64x2.bitmask(f64x2.le(further, most)), from, count);
  }
  return min(from, count);
}

/** How far places lie from the nearest of four sides around them. */
function nearestSide(x: v128, y: v128, sideX: f64, sideY: f64): v128 {
  return f64x2.pmin(f64x2.sub(both(sideX), f64x2.abs(x)), f64x2.sub(both(sideY), f64x2.abs(y)));
}

/** Squared distances along x from the boxes of the column that lies `by` beside that of the nearest copies; or along y, of rows. */
function gapTo(x: v128, by: f64, column: v128, half: f64, step: f64, all: f64): v128 {
  const gaps = squaredGaps(f64x2.sub(x, both(by * step)), half);
  const other = f64x2.add(column, both(by));
  const isThere = v128.and(f64x2.ge(other, both(0)), f64x2.lt(other, both(all)));
  return v128.bitselect(gaps, both(Infinity), isThere);
}

/** Adds views of open runs by the copies of the rings `first` to `last`. */
export function seeRepeated(from: i32, count: i32, stay: i32, slot: i32, room: i32, first: i32, last: i32): i32 {
  const columnAt = slotAt(slot + COLUMN);
  const rowAt = slotAt(slot + ROW);
  const fromXs = slotAt(slot + SEEN_X);
  const fromYs = slotAt(slot + SEEN_Y);
  const open = openAt(slot);
  beginOpen(slot, stay);
  beginSeen(slot, room);
  for (; from < count && seen < FULL; from++) {
    const run = load<i32>(open + ((<usize>from) << 2));
    const at = bytes(run);
    const u = load<f64>(fromXs + at);
    const v = load<f64>(fromYs + at);
    const column = load<f64>(columnAt + at);
    const row = load<f64>(rowAt + at);
    const most = mostAwayFrom(at, slot);
    let ring = first;
    for (; ring <= last; ring++) {
      if (ringSquare(u - midX, v - midY, column, row, <f64>ring) > most * most) break;
      seeRing(u, v, column, row, <f64>ring, most * most, run);
    }
    if (ring > last) listOpen(run);
  }
  return from;
}

/** A lower bound of the squared distance from the boxes of a ring, and of later ones; infinite where there are none. */
function ringSquare(x: f64, y: f64, column: f64, row: f64, ring: f64): f64 {
  const outX = outside(x, column, halfWidth, stepX, columns);
  const outY = outside(y, row, halfHeight, stepY, rows);
  const besideX = max(outX, ringGap(x, column, halfWidth, stepX, columns, ring));
  const besideY = max(outY, ringGap(y, row, halfHeight, stepY, rows, ring));
  return min(besideX * besideX + outY * outY, outX * outX + besideY * besideY);
}

/** The distance along x from the box around all columns. */
function outside(x: f64, column: f64, half: f64, step: f64, all: f64): f64 {
  return max(0, max(-x - half - column * step, x - half - (all - 1 - column) * step));
}

/** The distance along x from the two outer columns of a ring; infinite where the grid has neither. */
function ringGap(x: f64, column: f64, half: f64, step: f64, all: f64, ring: f64): f64 {
  const left: f64 = column >= ring ? x + ring * step - half : Infinity;
  const right: f64 = column + ring < all ? ring * step - x - half : Infinity;
  return max(0, min(left, right));
}

/** Adds views by the copies of a ring whose boxes are near enough: its two outer rows, and of the rows between the two outer columns. */
function seeRing(u: f64, v: f64, column: f64, row: f64, ring: f64, mostSquare: f64, run: i32): void {
  const lastColumn = min(columns - 1, column + ring);
  const lastRow = min(rows - 1, row + ring);
  for (let j = max(0, row - ring); j <= lastRow; j++) {
    const copyV = v - (j - row) * stepY;
    const left = mostSquare - squaredGap(copyV - midY, halfHeight);
    if (left < 0) continue;
    const isOuter = Math.abs(j - row) === ring;
    const step: f64 = isOuter ? 1 : 2 * ring;
    for (let k: f64 = isOuter ? max(0, column - ring) : column - ring; k <= lastColumn; k += step) {
      const copyU = u - (k - column) * stepX;
      if (k >= 0 && squaredGap(copyU - midX, halfWidth) <= left) see(copyU, copyV, k * stepX, j * stepY, run);
    }
  }
}
