import { numberAt } from "./copies";
import { writeSeen } from "./joins";
import { reserve } from "./memory";
import { bytes, setPlaces, slotAt } from "./places";

/**
 * Which of some copies may have the least value in which blocks of cells, by the rules that docs/distance.md derives, under "Copies at many
 * places". The values of the copies are measured in between, for all blocks at once.
 *
 * Slots, counted from the first free one: 0 and 1 the x and y of four corners and the middle of each block; 2 and 3 places that are to be
 * measured; 4 their values; from 5 on what is kept of them.
 */
const POINTS: i32 = 0;
const ASKED: i32 = 2;
const FOUND: i32 = 4;
const KEPT: i32 = 5;

/** What differs by more than this part of the sizes differs in truth, and not by rounding only. */
const ROUNDING: f64 = 1 / <f64>((<u64>1) << 44);
/** Differences that tell gradients, in sizes. */
const STEP: f64 = 1 / <f64>(1 << 22);

/** How many of the first copies in a list are tried against the others. */
const TRIED: i32 = 16;

/** Four corners and the middle of a block. */
const POINTS_EACH: i32 = 5;
const MIDDLE: i32 = 4;

let blocks: i32 = 0;
let points: i32 = 0;
let copies: i32 = 0;
let isExactOutside: bool = false;
let isExactInside: bool = false;
let lipschitz: f64 = 1;
/** How far the shape reaches from the origin. */
let size: f64 = 0;

let pointsX: usize = 0;
let pointsY: usize = 0;
let askedX: usize = 0;
let askedY: usize = 0;
let found: usize = 0;
/** Of each copy the values at all points. */
let values: usize = 0;
/** Of each copy, block by block: about its nearest point, how far that is off, and whether it is wanted. */
let feetX: usize = 0;
let feetY: usize = 0;
let rests: usize = 0;
let wanted: usize = 0;
/** By how much the difference of two copies' values may change between the middle of a block and a place in it. */
let spreads: usize = 0;
/** Where each copy lies: columns and rows from the own copy in 16 bits each; 0 if none can be missing. */
export let steps: usize = 0;
/** Of each block the number of copies, and they: first all, by their values at the middle, and in the end those that count. */
export let lists: usize = 0;

/**
 * Sets the numbers of blocks and copies, and what is known of their shape; to be called again after the shape was measured, which may have
 * copies of its own. Returns how many slots are taken.
 */
export function beginBlocks(
  blockCount: i32,
  copyCount: i32,
  slot: i32,
  isOutsideExact: bool,
  isInsideExact: bool,
  constant: f64,
  shapeSize: f64,
): i32 {
  blocks = blockCount;
  points = POINTS_EACH * blocks;
  copies = copyCount;
  isExactOutside = isOutsideExact;
  isExactInside = isInsideExact;
  lipschitz = constant;
  size = shapeSize;
  pointsX = slotAt(slot + POINTS);
  pointsY = slotAt(slot + POINTS + 1);
  askedX = slotAt(slot + ASKED);
  askedY = slotAt(slot + ASKED + 1);
  found = slotAt(slot + FOUND);
  values = slotAt(slot + KEPT);
  feetX = values + bytes(copies * points);
  feetY = feetX + bytes(copies * blocks);
  rests = feetY + bytes(copies * blocks);
  spreads = rests + bytes(copies * blocks);
  lists = spreads + bytes(blocks);
  steps = numberAt(lists, blocks * (copies + 1));
  wanted = numberAt(steps, copies);
  const end = wanted + <usize>(copies * blocks);
  reserve(values, end - values);
  return KEPT + <i32>((end - values) / (slotAt(1) - slotAt(0))) + 1;
}

/**
 * Writes the points of all blocks. Lines between rows lie in the first slot of places that are to be measured (x and y of a place on each, x
 * and y along it), how far along them those between columns are in the second. In the slot of values lie the blocks, four bytes each: their
 * first column and row, and those behind the last.
 */
export function pointsOfBlocks(): void {
  for (let block = 0; block < blocks; block++) {
    const sides = numberAt(found, block);
    const first = bytes(POINTS_EACH * block);
    let sumX: f64 = 0;
    let sumY: f64 = 0;
    for (let corner = 0; corner < MIDDLE; corner++) {
      const way = load<f64>(askedY + bytes(load<u8>(sides + <usize>((corner & 1) << 1))));
      const line = askedX + (bytes(load<u8>(sides + <usize>(corner & 2), 1)) << 2);
      const x = load<f64>(line) + way * load<f64>(line, 16);
      const y = load<f64>(line, 8) + way * load<f64>(line, 24);
      store<f64>(pointsX + first + bytes(corner), x);
      store<f64>(pointsY + first + bytes(corner), y);
      sumX += x;
      sumY += y;
    }
    store<f64>(pointsX + first, 0.25 * sumX, 8 * MIDDLE);
    store<f64>(pointsY + first, 0.25 * sumY, 8 * MIDDLE);
  }
}

/** How the shape was moved to the copy that sees what is listed next. */
let a: f64 = 1;
let b: f64 = 0;
let c: f64 = 0;
let d: f64 = 1;
let e: f64 = 0;
let f: f64 = 0;

export function seeAs(toA: f64, toB: f64, toC: f64, toD: f64, toE: f64, toF: f64): void {
  a = toA;
  b = toB;
  c = toC;
  d = toD;
  e = toE;
  f = toF;
}

/** Lists all points as a copy sees them, behind those of `before` others. */
export function listPoints(before: i32): void {
  const to = bytes(before * points);
  setPlaces(pointsX, pointsY);
  writeSeen(points, askedX + to, askedY + to, a, b, c, d, e, f);
}

/** Keeps the values of some copies at all points, from one copy on. */
export function keepValues(first: i32, count: i32): void {
  memory.copy(values + bytes(first * points), found, bytes(count * points));
}

/**
 * Orders the copies of each block by their values at its middle, those left out that are nowhere less than the first one, and notes whose
 * nearest points are wanted.
 */
export function orderCopies(): void {
  memory.fill(wanted, 0, copies * blocks);
  for (let block = 0; block < blocks; block++) {
    const list = listOf(block);
    const spread = 2 * max(1, lipschitz) * radiusOf(block);
    store<f64>(spreads + bytes(block), spread);
    order(list, block, valueAt(0, middleOf(block)) + spread);
    for (let k = 1; k < load<i32>(list); k++) {
      const copy = load<i32>(entry(list, k));
      const value = valueAt(copy, middleOf(block));
      const best = bestOf(list, k);
      const least = valueAt(best, middleOf(block));
      if (best === copy || value > least + spread) continue;
      if (isExactOutside && least > 0) store<bool>(wantedAt(best, block), true);
      if (isExactInside && least < 0 && value < 0) store<bool>(wantedAt(copy, block), true);
    }
  }
}

/** Lists copies with values up to one, the least first. */
function order(list: usize, block: i32, most: f64): void {
  let count = 0;
  for (let copy = 0; copy < copies; copy++) {
    const value = valueAt(copy, middleOf(block));
    if (value > most) continue;
    let i = count++ - 1;
    for (; i >= 0 && valueAt(load<i32>(entry(list, i)), middleOf(block)) > value; i--)
      store<i32>(entry(list, i + 1), load<i32>(entry(list, i)));
    store<i32>(entry(list, i + 1), copy);
  }
  store<i32>(list, count);
}

/** The greatest distance between the middle of a block and a corner. */
function radiusOf(block: i32): f64 {
  let most: f64 = 0;
  for (let k = 0; k < MIDDLE; k++) most = max(most, lengthTo(POINTS_EACH * block + k, middleX(block), middleY(block)));
  return most;
}

function lengthTo(point: i32, x: f64, y: f64): f64 {
  const dx = load<f64>(pointsX + bytes(point)) - x;
  const dy = load<f64>(pointsY + bytes(point)) - y;
  return Math.sqrt(dx * dx + dy * dy);
}

/** The first copy in a list that is there wherever the one at `k` is; that one itself if none of those that are tried is. */
function bestOf(list: usize, k: i32): i32 {
  const copy = load<i32>(entry(list, k));
  for (let i = 0; i < min(k, TRIED); i++) {
    const other = load<i32>(entry(list, i));
    if (isThereWith(stepsOf(other), stepsOf(copy))) return other;
  }
  return copy;
}

/** Whether one copy is there wherever the own copy and another one are: between these. */
function isThereWith(a: i32, b: i32): bool {
  return isBetween((a << 16) >> 16, (b << 16) >> 16) && isBetween(a >> 16, b >> 16);
}

function isBetween(a: i32, b: i32): bool {
  return b < 0 ? a <= 0 && a >= b : a >= 0 && a <= b;
}

/**
 * Lists two places beside the middle of each block for which the nearest point of a copy is wanted, as the copy sees them, behind those of
 * `before` others. Returns how many blocks these are.
 */
export function listBeside(copy: i32, before: i32): i32 {
  let count = 0;
  const toX = askedX + bytes(2 * before);
  const toY = askedY + bytes(2 * before);
  for (let block = 0; block < blocks; block++) {
    if (!isWanted(copy, block)) continue;
    const x = middleX(block);
    const y = middleY(block);
    const to = bytes(2 * count++);
    const step = stepAt(x, y);
    store<f64>(toX + to, x + step);
    store<f64>(toY + to, y);
    store<f64>(toX + to, x, 8);
    store<f64>(toY + to, y + step, 8);
  }
  setPlaces(toX, toY);
  writeSeen(2 * count, toX, toY, a, b, c, d, e, f);
  return count;
}

function stepAt(x: f64, y: f64): f64 {
  return STEP * (size + max(Math.abs(x), Math.abs(y)));
}

/** Lists those nearest points, as far as the values beside the middles tell; as the copy sees them, and behind those of others. */
export function listFeet(copy: i32, before: i32): i32 {
  let count = 0;
  const toX = askedX + bytes(before);
  const toY = askedY + bytes(before);
  for (let block = 0; block < blocks; block++) {
    if (!isWanted(copy, block)) continue;
    const x = middleX(block);
    const y = middleY(block);
    const value = valueAt(copy, middleOf(block));
    const way = value / stepAt(x, y);
    const beside = found + bytes(2 * (before + count));
    const footX = x - way * (load<f64>(beside) - value);
    const footY = y - way * (load<f64>(beside, 8) - value);
    store<f64>(toX + bytes(count), footX);
    store<f64>(toY + bytes(count++), footY);
    store<f64>(feetX + bytes(copy * blocks + block), footX);
    store<f64>(feetY + bytes(copy * blocks + block), footY);
  }
  setPlaces(toX, toY);
  writeSeen(count, toX, toY, a, b, c, d, e, f);
  return count;
}

/** Keeps by how much they are off; their values lie behind those of others. Returns how many they are. */
export function keepRests(copy: i32, before: i32): i32 {
  let end = before;
  for (let block = 0; block < blocks; block++)
    if (isWanted(copy, block)) store<f64>(rests + bytes(copy * blocks + block), load<f64>(found + bytes(end++)));
  return end - before;
}

/** Leaves of each block's copies those that may have the least value; the first one is there wherever the own copy is. */
export function leaveCandidates(): void {
  for (let block = 0; block < blocks; block++) {
    const list = listOf(block);
    const margin = ROUNDING * (size + cornerSize(block));
    let kept = 0;
    for (let k = 0; k < load<i32>(list); k++) {
      const copy = load<i32>(entry(list, k));
      const best = bestOf(list, k);
      // From here on `found` holds those that are left.
      if (best === copy || !isNowhereLess(copy, best, block, margin)) store<i32>(numberAt(found, kept++), copy);
    }
    store<i32>(list, kept);
    let first = 0;
    while (first + 1 < kept && stepsOf(load<i32>(numberAt(found, first))) !== 0) first++;
    store<i32>(entry(list, 0), load<i32>(numberAt(found, first)));
    memory.copy(entry(list, 1), found, (<usize>first) << 2);
    memory.copy(entry(list, first + 1), numberAt(found, first + 1), (<usize>(kept - first - 1)) << 2);
  }
}

/** Whether one copy has nowhere in a block a lower value than another. */
function isNowhereLess(copy: i32, best: i32, block: i32, margin: f64): bool {
  const value = valueAt(copy, middleOf(block));
  const least = valueAt(best, middleOf(block));
  if (value > least + load<f64>(spreads + bytes(block))) return true;
  return (
    (isExactOutside && isFurther(copy, least > 0 ? best : -1, block, margin, 1)) ||
    (isExactInside && least < 0 && isFurther(best, value < 0 ? copy : -1, block, margin, -1))
  );
}

/** Whether all corners are further outside of a copy than from the foot of another one, or from the middle; or with the sign -1 inside. */
function isFurther(copy: i32, other: i32, block: i32, margin: f64, sign: f64): bool {
  const foot = bytes(other * blocks + block);
  const x = other < 0 ? middleX(block) : load<f64>(feetX + foot);
  const y = other < 0 ? middleY(block) : load<f64>(feetY + foot);
  const rest = other < 0 ? 0 : max(0, sign * load<f64>(rests + foot));
  for (let k = 0; k < MIDDLE; k++) {
    const corner = POINTS_EACH * block + k;
    if (!(sign * valueAt(copy, corner) >= lengthTo(corner, x, y) + rest + margin)) return false;
  }
  return true;
}

function cornerSize(block: i32): f64 {
  let most: f64 = 0;
  for (let k = 0; k < MIDDLE; k++) {
    const at = bytes(POINTS_EACH * block + k);
    most = max(most, max(Math.abs(load<f64>(pointsX + at)), Math.abs(load<f64>(pointsY + at))));
  }
  return most;
}

function valueAt(copy: i32, point: i32): f64 {
  return load<f64>(values + bytes(copy * points + point));
}

function middleOf(block: i32): i32 {
  return POINTS_EACH * block + MIDDLE;
}

function middleX(block: i32): f64 {
  return load<f64>(pointsX + bytes(middleOf(block)));
}

function middleY(block: i32): f64 {
  return load<f64>(pointsY + bytes(middleOf(block)));
}

function isWanted(copy: i32, block: i32): bool {
  return load<bool>(wantedAt(copy, block));
}

function wantedAt(copy: i32, block: i32): usize {
  return wanted + <usize>(copy * blocks + block);
}

function stepsOf(copy: i32): i32 {
  return load<i32>(numberAt(steps, copy));
}

function listOf(block: i32): usize {
  return numberAt(lists, block * (copies + 1));
}

/** Where the entry k of a list lies. */
function entry(list: usize, k: i32): usize {
  return numberAt(list, k + 1);
}
