import { reserve, stack } from "./memory";

/** Places in a list, at most, and the bytes of their values, with room for those that are written beyond. */
const TOGETHER: usize = 8192;
const SLOT: usize = (TOGETHER << 3) + 64;

/** Where the x and the y of the places are; they are taken in fours, so some more than there are may be read and written. */
export let placeX: usize = 0;
export let placeY: usize = 0;
/** Where values are written to. */
export let out: usize = 0;

export function setPlaces(x: usize, y: usize): void {
  placeX = x;
  placeY = y;
}

/** Where places lie that are in whole tiles, one behind the other. */
export let tiles: usize = 0;

/** Sets the places of a list of samples, by which places of other lists are found. */
export function beginPlaces(x: usize, y: usize, inTiles: bool): void {
  setPlaces(x, y);
  tiles = inTiles ? x : 0;
  byTiles = inTiles;
}

/** Whether lists are mostly made of such tiles, or of what is seen of them. */
export let byTiles: bool = false;

export function setTiles(x: usize): void {
  tiles = x;
}

/** Whether the places are those of such a list. */
export function areInTiles(): bool {
  return placeX === tiles;
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

/** Samples along a side of a tile, and of a block of tiles. */
const TILE: i32 = 8;
const BLOCK: i32 = 64;

/** Writes the x of samples of some columns and up to TILE rows of a grid into a slot, and their y into the next one, tile by tile. */
export function placeTiles(slot: i32, left: i32, top: i32, columns: i32, rows: i32, x: f64, y: f64, cell: f64): void {
  let at: usize = 0;
  for (let begin = 0; begin < columns; begin += TILE)
    at = Tile.place(slot, at, left + begin, top, min(TILE, columns - begin), rows, x, y, cell);
}

/** Writes values that lie tile by tile in a slot into rows, which lie `stride` values apart. */
export function unrollTiles(slot: i32, columns: i32, rows: i32, to: usize, stride: i32): void {
  let from = slotAt(slot);
  for (let begin = 0; begin < columns; begin += TILE)
    from = Tile.unroll(from, to + bytes(begin), min(TILE, columns - begin), rows, stride);
}

/**
 * Writes the x of a block of samples into a slot, and their y into the next one, in such an order that quarters of the list lie close
 * together, and theirs. The block begins at some column and row of a grid, and is no larger than BLOCK by BLOCK.
 *
 *      0  1  4  5        Tiles in the order of their number's bits: every other one is of the column, the rest are of the row.
 *      2  3  6  7        Within a tile row by row.
 *      8  9 12 13
 */
export function placeBlock(slot: i32, left: i32, top: i32, columns: i32, rows: i32, x: f64, y: f64, cell: f64): void {
  let at: usize = 0;
  for (let tile = 0; tile < TILES; tile++) {
    const begin = firstOf(tile);
    const low = firstOf(tile >> 1);
    if (begin < columns && low < rows)
      at = Tile.place(slot, at, left + begin, top + low, min(TILE, columns - begin), min(TILE, rows - low), x, y, cell);
  }
}

/** Writes the values of a block, which lie in that order in a slot, into such rows. */
export function unrollBlock(slot: i32, columns: i32, rows: i32, to: usize, stride: i32): void {
  let from = slotAt(slot);
  for (let tile = 0; tile < TILES; tile++) {
    const begin = firstOf(tile);
    const low = firstOf(tile >> 1);
    const first = to + bytes(low * stride + begin);
    if (begin < columns && low < rows)
      from = Tile.unroll(from, first, min(TILE, columns - begin), min(TILE, rows - low), stride);
  }
}

const TILES: i32 = (BLOCK / TILE) * (BLOCK / TILE);

/** Where a tile begins: the bits 0, 2 and 4 of its number count tiles. */
function firstOf(tile: i32): i32 {
  return TILE * ((tile & 1) | ((tile >> 1) & 2) | ((tile >> 2) & 4));
}

/** Methods, since functions cannot be marked to be written out wherever they are called. */
class Tile {
  /** Writes a tile row by row, always as wide as TILE: what is too much is overwritten by what follows. Returns where that will be. */
  @inline static place(
    slot: i32,
    at: usize,
    left: i32,
    top: i32,
    columns: i32,
    rows: i32,
    x: f64,
    y: f64,
    cell: f64,
  ): usize {
    let toX = slotAt(slot) + at;
    let toY = slotAt(slot + 1) + at;
    const size = both(cell);
    const middle = f64x2.replace_lane(both(<f64>left + 0.5), 1, <f64>left + 1.5);
    const x0 = f64x2.add(both(x), f64x2.mul(middle, size));
    const x2 = f64x2.add(both(x), f64x2.mul(f64x2.add(middle, both(2)), size));
    const x4 = f64x2.add(both(x), f64x2.mul(f64x2.add(middle, both(4)), size));
    const x6 = f64x2.add(both(x), f64x2.mul(f64x2.add(middle, both(6)), size));
    for (let row = top; row < top + rows; row++) {
      const rowY = both(y + (<f64>row + 0.5) * cell);
      v128.store(toX, x0);
      v128.store(toX, x2, 16);
      v128.store(toX, x4, 32);
      v128.store(toX, x6, 48);
      v128.store(toY, rowY);
      v128.store(toY, rowY, 16);
      v128.store(toY, rowY, 32);
      v128.store(toY, rowY, 48);
      toX += bytes(columns);
      toY += bytes(columns);
    }
    return at + bytes(rows * columns);
  }

  /** Writes the values of a tile into rows that lie `stride` values apart. Returns where the next tile's are. */
  @inline static unroll(from: usize, to: usize, columns: i32, rows: i32, stride: i32): usize {
    for (let row = 0; row < rows; row++) {
      if (columns === TILE) {
        v128.store(to, v128.load(from));
        v128.store(to, v128.load(from, 16), 16);
        v128.store(to, v128.load(from, 32), 32);
        v128.store(to, v128.load(from, 48), 48);
      } else for (let at: usize = 0; at < bytes(columns); at += 8) store<f64>(to + at, load<f64>(from + at));
      from += bytes(columns);
      to += bytes(stride);
    }
    return from;
  }
}

/** Values go into a slot; there are as many as are asked for. */
export function into(slot: i32): void {
  out = slotAt(slot);
}

/** Or somewhere else. */
export function writeTo(at: usize): void {
  out = at;
}

/** Where the values of a slot lie. */
export function slotAt(slot: i32): usize {
  const at = stack + <usize>slot * SLOT;
  reserve(at, SLOT);
  return at;
}

/** The bytes of the two values of an operation, and of the four of a round. */
export const TWO: usize = 16;
export const FOUR: usize = 32;

export function bytes(count: i32): usize {
  return (<usize>count) << 3;
}

export function both(value: f64): v128 {
  return f64x2.splat(value);
}

/** How far two places, whose coordinates are somewhere, lie from a middle. */
export function from(at: usize, middle: f64): v128 {
  return f64x2.sub(v128.load(at), both(middle));
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
