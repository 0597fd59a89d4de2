import { reserve, stack } from "./memory";

/** Places in a list, at most, and the bytes of their values. */
const TOGETHER: usize = 4096;
const SLOT: usize = TOGETHER << 3;

/** Where the x and the y of the places are; they are taken in pairs, one more than there are may be read and written. */
export let placeX: usize = 0;
export let placeY: usize = 0;
/** Where values are written to. */
let out: usize = 0;

export function setPlaces(x: usize, y: usize): void {
  placeX = x;
  placeY = y;
}

/** Writes the x of `count` samples of a grid of square cells from one on, row by row, into a slot. */
export function placeColumns(count: i32, slot: i32, from: i32, columns: i32, x: f64, cell: f64): void {
  const to = slotAt(slot);
  let column = from % columns;
  for (let i = 0; i < count; column = 0) {
    const end = min(count, i + columns - column);
    let middle = f64x2.replace_lane(both(<f64>column + 0.5), 1, <f64>column + 1.5);
    for (; i + 1 < end; i += 2) {
      v128.store(to + bytes(i), f64x2.add(both(x), f64x2.mul(middle, both(cell))));
      middle = f64x2.add(middle, both(2));
    }
    // A pair that begins with the last place of a slot would reach into the next one.
    if (i < end) store<f64>(to + bytes(i++), x + f64x2.extract_lane(middle, 0) * cell);
  }
}

/** And their y. */
export function placeRows(count: i32, slot: i32, from: i32, columns: i32, y: f64, cell: f64): void {
  const to = slotAt(slot);
  let left = columns - (from % columns);
  let row = <f64>(from / columns);
  for (let i = 0; i < count; left = columns) {
    const end = min(count, i + left);
    const rowY = y + (row + 0.5) * cell;
    row += 1;
    for (; i + 1 < end; i += 2) v128.store(to + bytes(i), both(rowY));
    if (i < end) store<f64>(to + bytes(i++), rowY);
  }
}

/** Samples along a side of a block, and of a tile of it. */
const BLOCK: i32 = 64;
const TILE: i32 = 8;

/**
 * Writes the x of a block of samples into a slot, and their y into the next one, in such an order that quarters of the list lie close
 * together, and theirs. The block begins at some column and row of a grid, and is no larger than BLOCK by BLOCK.
 *
 *      0  1  4  5        Tiles in the order of their number's bits: every other one is of the column, the rest are of the row.
 *      2  3  6  7        Within a tile row by row.
 *      8  9 12 13
 */
export function placeBlock(slot: i32, left: i32, top: i32, columns: i32, rows: i32, x: f64, y: f64, cell: f64): void {
  let toX = slotAt(slot);
  let toY = slotAt(slot + 1);
  for (let tile = 0; tile < TILES; tile++) {
    const begin = firstOf(tile);
    const end = min(columns, begin + TILE);
    const firstRow = firstOf(tile >> 1);
    const endRow = min(rows, firstRow + TILE);
    for (let row = firstRow; row < endRow; row++) {
      const rowY = y + (<f64>(top + row) + 0.5) * cell;
      for (let column = begin; column < end; column++) {
        store<f64>(toX, x + (<f64>(left + column) + 0.5) * cell);
        store<f64>(toY, rowY);
        toX += 8;
        toY += 8;
      }
    }
  }
}

/** Writes the values of a block, which lie in that order in a slot, row by row into another one. */
export function unrollBlock(slot: i32, columns: i32, rows: i32, to: i32): void {
  let from = slotAt(slot);
  const values = slotAt(to);
  for (let tile = 0; tile < TILES; tile++) {
    const begin = firstOf(tile);
    const firstRow = firstOf(tile >> 1);
    const endRow = min(rows, firstRow + TILE);
    const width = bytes(max(0, min(columns, begin + TILE) - begin));
    for (let row = firstRow; row < endRow; row++) {
      const to = values + bytes(row * columns + begin);
      for (let at: usize = 0; at < width; at += 8) store<f64>(to + at, load<f64>(from + at));
      from += width;
    }
  }
}

const TILES: i32 = (BLOCK / TILE) * (BLOCK / TILE);

/** Where a tile begins: the bits 0, 2 and 4 of its number count tiles. */
function firstOf(tile: i32): i32 {
  return TILE * ((tile & 1) | ((tile >> 1) & 2) | ((tile >> 2) & 4));
}

/** Values go into a slot; there are as many as are asked for. */
export function into(slot: i32): void {
  out = slotAt(slot);
}

/** Where the values of a slot lie. */
export function slotAt(slot: i32): usize {
  const at = stack + <usize>slot * SLOT;
  reserve(at, SLOT);
  return at;
}

export function bytes(count: i32): usize {
  return (<usize>count) << 3;
}

export function both(value: f64): v128 {
  return f64x2.splat(value);
}

export function fromX(at: usize, x: f64): v128 {
  return f64x2.sub(v128.load(placeX + at), both(x));
}

export function fromY(at: usize, y: f64): v128 {
  return f64x2.sub(v128.load(placeY + at), both(y));
}

/** A factor that a loop needs. V8 moves what was computed before a loop into it, divisions too, but for what is in memory. */
export let factor: v128 = f64x2.splat(1);

export function keepFactor(value: f64): void {
  factor = both(value);
}

export function write(at: usize, distances: v128): void {
  v128.store(out + at, distances);
}

export function written(at: usize): v128 {
  return v128.load(out + at);
}

/** Whether a comparison holds for both of a pair: by one instruction of the processor, which all_true is not. */
export function areBoth(mask: v128): bool {
  return i64x2.bitmask(mask) === 3;
}

export function isEither(mask: v128): bool {
  return i64x2.bitmask(mask) !== 0;
}

/** Lengths of ways. */
export function length(dx: v128, dy: v128): v128 {
  return f64x2.sqrt(squares(dx, dy));
}

export function squares(dx: v128, dy: v128): v128 {
  return f64x2.add(f64x2.mul(dx, dx), f64x2.mul(dy, dy));
}

/** Ways along a direction, and to the left of it. */
export function along(dx: v128, dy: v128, cos: v128, sin: v128): v128 {
  return f64x2.add(f64x2.mul(dx, cos), f64x2.mul(dy, sin));
}

export function across(dx: v128, dy: v128, cos: v128, sin: v128): v128 {
  return f64x2.sub(f64x2.mul(dy, cos), f64x2.mul(dx, sin));
}

/** Shares kept between 0 and 1. */
export function clamped(share: v128): v128 {
  return f64x2.pmax(both(0), f64x2.pmin(both(1), share));
}

/** Less than 0 inside; not turned over, so that there is no −0. */
export function signed(distance: v128, isInside: v128): v128 {
  return v128.bitselect(f64x2.sub(both(0), distance), distance, isInside);
}
