import { numberAt } from "./copies";
import { both, bytes, placeX, placeY, slotAt, TWO } from "./places";
import { boxOfRun, maxX, maxY, minX, minY, RUN } from "./runs";

/**
 * The least value of several fields at a list of places, run by run. No place of a run is further away than r from the middle of the box around
 * them, and no value differs by more than L r from the one there: a field whose value there, less L r, is more than that of another one and its
 * L r, is not asked for the run.
 *
 * Slots, counted from the first free one: 0 and 1 the x and y of the middles, 2 the radii, 3 the values of a field there, 4 the most that the
 * least value of a run may be, 5 and 6 the places of runs that a field is asked for, 7 its values, 8 the numbers of these runs, 9 which runs
 * have a value. From 10 on the least that the values of each field may be in each run.
 */
const MIDDLE_X: i32 = 0;
const MIDDLE_Y: i32 = 1;
const RADII: i32 = 2;
export const MIDDLE: i32 = 3;
const MOST: i32 = 4;
const ASKED_X: i32 = 5;
const ASKED_Y: i32 = 6;
export const VALUES: i32 = 7;
const ASKED: i32 = 8;
const WRITTEN: i32 = 9;
export const LEAST: i32 = 10;

/** More than what rounding changes values by, as a share of coordinates. */
export const ROUNDED: f64 = 1 / <f64>((<i64>1) << 40);

/** The bytes of eight values. */
const EIGHT: usize = 64;

/** The middle of the box around all places, and how far they are from it at most. */
export let middleX: f64 = 0;
export let middleY: f64 = 0;
export let radius: f64 = 0;

/** Writes the middles of runs, and their radii. Returns how many there are. */
export function middlesOfRuns(count: i32, slot: i32): i32 {
  const toX = slotAt(slot + MIDDLE_X);
  const toY = slotAt(slot + MIDDLE_Y);
  const radii = slotAt(slot + RADII);
  const most = slotAt(slot + MOST);
  const written = slotAt(slot + WRITTEN);
  let left: f64 = Infinity;
  let low: f64 = Infinity;
  let right: f64 = -Infinity;
  let high: f64 = -Infinity;
  let runs = 0;
  for (let i = 0; i < count; i += RUN) {
    boxOfRun(i, min(RUN, count - i));
    left = min(left, minX);
    low = min(low, minY);
    right = max(right, maxX);
    high = max(high, maxY);
    lookAt(minX, minY, maxX, maxY);
    store<f64>(toX + bytes(runs), middleX);
    store<f64>(toY + bytes(runs), middleY);
    store<f64>(radii + bytes(runs), radius);
    store<f64>(most + bytes(runs), Infinity);
    store<i32>(numberAt(written, runs), 0);
    runs++;
  }
  lookAt(left, low, right, high);
  return runs;
}

function lookAt(left: f64, low: f64, right: f64, high: f64): void {
  // Halves of each, as their sum may be too large.
  const halfWidth = 0.5 * right - 0.5 * left;
  const halfHeight = 0.5 * high - 0.5 * low;
  middleX = 0.5 * left + 0.5 * right;
  middleY = 0.5 * low + 0.5 * high;
  radius = sqrt(halfWidth * halfWidth + halfHeight * halfHeight);
  radius += ROUNDED * (abs(middleX) + abs(middleY) + radius);
}

/** Keeps what values of a field there tell. */
export function keepMiddles(runs: i32, field: i32, lipschitz: f64, slot: i32): void {
  const radii = slotAt(slot + RADII);
  const middle = slotAt(slot + MIDDLE);
  const most = slotAt(slot + MOST);
  const least = leastOf(field, runs, slot);
  // What is not a number leaves the most as it is.
  for (let at: usize = 0; at < bytes(runs); at += TWO) {
    const value = v128.load(middle + at);
    const by = f64x2.mul(both(lipschitz), v128.load(radii + at));
    v128.store(least + at, f64x2.sub(value, by));
    v128.store(most + at, f64x2.pmin(v128.load(most + at), f64x2.add(value, by)));
  }
}

/** Where the places lie that a field is asked for. */
export let askedX: usize = 0;
export let askedY: usize = 0;

/**
 * Finds the places of runs for which a field may have the least value, and writes them one behind the other unless they lie so. Returns how
 * many there are.
 */
export function placesToAsk(count: i32, runs: i32, field: i32, slot: i32): i32 {
  const most = slotAt(slot + MOST);
  const numbers = slotAt(slot + ASKED);
  const least = leastOf(field, runs, slot);
  let asked = 0;
  // What is not a number tells nothing.
  for (let run = 0; run < runs; run++) {
    // Without a branch that the processor would have to guess.
    store<i32>(numberAt(numbers, asked), run);
    asked += i32(!(load<f64>(least + bytes(run)) > load<f64>(most + bytes(run))));
  }
  if (asked === 0) return 0;
  const fromX = placeX;
  const fromY = placeY;
  const begin = load<i32>(numberAt(numbers, 0));
  const last = load<i32>(numberAt(numbers, asked - 1));
  if (last - begin === asked - 1) {
    askedX = fromX + bytes(begin * RUN);
    askedY = fromY + bytes(begin * RUN);
    return min(count, (last + 1) * RUN) - begin * RUN;
  }
  const toX = slotAt(slot + ASKED_X);
  const toY = slotAt(slot + ASKED_Y);
  askedX = toX;
  askedY = toY;
  let places = 0;
  for (let k = 0; k < asked; k++) {
    const first = load<i32>(numberAt(numbers, k)) * RUN;
    const end = min(count, first + RUN);
    let to = bytes(places);
    for (let at = bytes(first); at < bytes(end); at += EIGHT) {
      copyEight(fromX + at, toX + to);
      copyEight(fromY + at, toY + to);
      to += EIGHT;
    }
    places += end - first;
  }
  return places;
}

function copyEight(from: usize, to: usize): void {
  v128.store(to, v128.load(from));
  v128.store(to, v128.load(from, 16), 16);
  v128.store(to, v128.load(from, 32), 32);
  v128.store(to, v128.load(from, 48), 48);
}

/** Lowers the values of the runs that a field was asked for: they have `asked` of all places. */
export function keepAsked(asked: i32, result: i32, slot: i32): void {
  const numbers = slotAt(slot + ASKED);
  const written = slotAt(slot + WRITTEN);
  let from = slotAt(slot + VALUES);
  const to = slotAt(result);
  for (let k = 0; k * RUN < asked; k++) {
    const run = load<i32>(numberAt(numbers, k));
    const isFirst = load<i32>(numberAt(written, run)) === 0;
    store<i32>(numberAt(written, run), 1);
    const end = to + bytes((run + 1) * RUN);
    for (let at = to + bytes(run * RUN); at < end; at += EIGHT) {
      if (isFirst) copyEight(from, at);
      else lowerEight(from, at);
      from += EIGHT;
    }
  }
}

/** Lowers the values of runs that follow each other. */
export function lowerRuns(from: usize, to: usize, places: i32): void {
  const end = to + bytes(places);
  for (; to < end; to += EIGHT) {
    lowerEight(from, to);
    from += EIGHT;
  }
}

function lowerEight(from: usize, to: usize): void {
  v128.store(to, f64x2.pmin(v128.load(to), v128.load(from)));
  v128.store(to, f64x2.pmin(v128.load(to, 16), v128.load(from, 16)), 16);
  v128.store(to, f64x2.pmin(v128.load(to, 32), v128.load(from, 32)), 32);
  v128.store(to, f64x2.pmin(v128.load(to, 48), v128.load(from, 48)), 48);
}

function leastOf(field: i32, runs: i32, slot: i32): usize {
  return slotAt(slot + LEAST) + bytes(field * runs);
}
