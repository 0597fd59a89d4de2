import { both, bytes, placeX, placeY, slotAt } from "./places";
import { dot } from "./vectors";

/**
 * The least distance to copies of a shape, at a list of places, run by run: a run is some places that lie one after the other in the list
 * and close together. Which copies may be nearest is decided for all of a run, by what the copies are worth at its middle. A copy sees a
 * place in the frame of the shape.
 *
 * Slots, counted from the first free one: 0 and 1 the x and y of places in the frame of the copy that is nearest to their run. One number
 * for each run: 2 and 3 its middle; 4 its slack, by how much the difference of the values of two copies may change within it; 5 the index
 * of its first place; 6 and 7 the middle in the frame of the nearest copy; 8 to 10 for the kind of copies (around a centre, on a grid);
 * 11 the least value at the middle so far; 12 the indices of open runs, those that another copy may be nearer to. From 13 on, `room` slots
 * each, views of middles by other copies: x, y, two numbers that tell the copy, and the index of the run. Behind these the values of
 * views; or x and y of places that are shown, in pairs, where each pair lies among all places, and the values.
 */
export const NEAR_X: i32 = 0;
export const NEAR_Y: i32 = 1;
const MIDDLE_X: i32 = 2;
const MIDDLE_Y: i32 = 3;
const SLACK: i32 = 4;
const STARTS: i32 = 5;
export const SEEN_X: i32 = 6;
export const SEEN_Y: i32 = 7;
export const OWN: i32 = 8;
const LEAST: i32 = 11;
const OPEN: i32 = 12;
const VIEWS: i32 = 13;

/** Places of a run, at most. */
const RUN: i32 = 16;
/** At this length a list is measured before more is added. */
export const FULL: i32 = 4096;

/** Parts the places into runs that reach at most `limit` from their middles, for a shape of a Lipschitz constant. Returns their number. */
export function makeRuns(count: i32, slot: i32, limit: f64, lipschitz: f64): i32 {
  const middleX = slotAt(slot + MIDDLE_X);
  const middleY = slotAt(slot + MIDDLE_Y);
  const slack = slotAt(slot + SLACK);
  const starts = slotAt(slot + STARTS);
  let runs = 0;
  let length = RUN;
  let square: f64 = 0;
  for (let from = 0; from < count; from += length) {
    // Pairs of places stay pairs, but for those that are two runs.
    if (from & 1) length = 1;
    else if (4 * square <= limit * limit) length = min(2 * length, RUN);
    for (; ; length >>= 1) {
      square = findBox(from, min(from + length, count));
      if (length === 1 || square <= limit * limit) break;
    }
    store<f64>(middleX + bytes(runs), boxX);
    store<f64>(middleY + bytes(runs), boxY);
    store<f64>(slack + bytes(runs), 2 * lipschitz * Math.sqrt(square));
    store<i32>(starts + ((<usize>runs) << 2), from);
    runs++;
  }
  store<i32>(starts + ((<usize>runs) << 2), count);
  return runs;
}

/** The middle of the box around places. */
let boxX: f64 = 0;
let boxY: f64 = 0;

/** Finds the box around the places `from` to `to`, and returns the square of half its diagonal. */
function findBox(from: i32, to: i32): f64 {
  let leastX = v128.load_splat<f64>(placeX + bytes(from));
  let leastY = v128.load_splat<f64>(placeY + bytes(from));
  let mostX = leastX;
  let mostY = leastY;
  // The last pair may overlap the one before it, so that it ends where the places do.
  for (let i = from; i < to - 1; i = i + 3 === to ? i + 1 : i + 2) {
    const x = v128.load(placeX + bytes(i));
    const y = v128.load(placeY + bytes(i));
    leastX = f64x2.pmin(leastX, x);
    leastY = f64x2.pmin(leastY, y);
    mostX = f64x2.pmax(mostX, x);
    mostY = f64x2.pmax(mostY, y);
  }
  const least = f64x2.pmin(v128.shuffle<f64>(leastX, leastY, 0, 2), v128.shuffle<f64>(leastX, leastY, 1, 3));
  const most = f64x2.pmax(v128.shuffle<f64>(mostX, mostY, 0, 2), v128.shuffle<f64>(mostX, mostY, 1, 3));
  const half = f64x2.mul(f64x2.sub(most, least), both(0.5));
  const middle = f64x2.add(least, half);
  boxX = f64x2.extract_lane(middle, 0);
  boxY = f64x2.extract_lane(middle, 1);
  return dot(half, half);
}

export function startsAt(slot: i32): usize {
  return slotAt(slot + STARTS);
}

/** Where the places of a run begin, in bytes; those of the one before end there. */
export function startOf(starts: usize, run: i32): usize {
  return bytes(load<i32>(starts + ((<usize>run) << 2)));
}

/** Where the pair of the first place of a run begins. */
export function pairOf(starts: usize, run: i32): usize {
  return startOf(starts, run) & ~15;
}

/** Stores the numbers of a pair of places of a run that begins at `start`: of its second place only, if the first is of the run before. */
export function storeFrom(start: usize, to: usize, at: usize, pair: v128): void {
  if (at < start) store<f64>(to + start, f64x2.extract_lane(pair, 1));
  else v128.store(to + at, pair);
}

/** How many views there are. */
export let seen: i32 = 0;
let viewX: usize = 0;
let viewY: usize = 0;
let copyA: usize = 0;
let copyB: usize = 0;
let owners: usize = 0;

/** Empties the list of views. */
export function beginSeen(slot: i32, room: i32): void {
  seen = 0;
  findViews(slot, room);
}

/** Finds where the views are. To be called again after the shape was measured, which may have copies of its own. */
export function findViews(slot: i32, room: i32): void {
  viewX = slotAt(slot + VIEWS);
  viewY = slotAt(slot + VIEWS + room);
  copyA = slotAt(slot + VIEWS + 2 * room);
  copyB = slotAt(slot + VIEWS + 3 * room);
  owners = slotAt(slot + VIEWS + 4 * room);
  // The address is not needed: this reserves memory up to there.
  slotAt(slot + VIEWS + 5 * room);
}

/** Adds a view of the middle of a run, by the copy that two numbers tell. */
export function see(u: f64, v: f64, a: f64, b: f64, run: i32): void {
  const at = bytes(seen);
  store<f64>(viewX + at, u);
  store<f64>(viewY + at, v);
  store<f64>(copyA + at, a);
  store<f64>(copyB + at, b);
  store<i32>(owners + ((<usize>seen) << 2), run);
  seen++;
}

/** Adds those of two views whose bits are set. The last pair may reach past the end of the runs. */
export function seeBoth(isNear: v128, u: v128, v: v128, a: v128, b: v128, run: i32, runs: i32): void {
  const which = i64x2.bitmask(isNear);
  if (which & 1)
    see(f64x2.extract_lane(u, 0), f64x2.extract_lane(v, 0), f64x2.extract_lane(a, 0), f64x2.extract_lane(b, 0), run);
  if (which & 2 && run + 1 < runs)
    see(
      f64x2.extract_lane(u, 1),
      f64x2.extract_lane(v, 1),
      f64x2.extract_lane(a, 1),
      f64x2.extract_lane(b, 1),
      run + 1,
    );
}

/**
 * Of `count` views that were measured, beginning with the one at `from`, keeps the copies that may be nearest to a place of their run,
 * behind those that were kept before. Returns how many there are.
 */
export function keepClose(count: i32, slot: i32, room: i32, from: i32, kept: i32): i32 {
  findViews(slot, room);
  const values = slotAt(slot + VIEWS + 5 * room);
  const least = slotAt(slot + LEAST);
  const slack = slotAt(slot + SLACK);
  for (let i = 0; i < count; i++) {
    const run = load<i32>(owners + ((<usize>(from + i)) << 2));
    const value = load<f64>(values + bytes(i));
    const best = load<f64>(least + bytes(run));
    if (value > best + load<f64>(slack + bytes(run))) continue;
    if (value < best) store<f64>(least + bytes(run), value);
    store<f64>(copyA + bytes(kept), load<f64>(copyA + bytes(from + i)));
    store<f64>(copyB + bytes(kept), load<f64>(copyB + bytes(from + i)));
    store<i32>(owners + ((<usize>kept) << 2), run);
    kept++;
  }
  return kept;
}

export function ownerOf(view: i32): i32 {
  return load<i32>(owners + ((<usize>view) << 2));
}

/** The two numbers that tell the copy of a view. */
export function firstOf(view: i32): f64 {
  return load<f64>(copyA + bytes(view));
}

export function secondOf(view: i32): f64 {
  return load<f64>(copyB + bytes(view));
}

/** How many places, in pairs, are shown to copies that are not the nearest to their runs. */
export let shown: i32 = 0;
let shownX: usize = 0;
let shownY: usize = 0;
let pairs: usize = 0;

export function beginShown(slot: i32, room: i32): void {
  shown = 0;
  shownX = slotAt(slot + VIEWS + 5 * room);
  shownY = slotAt(slot + VIEWS + 5 * room + 1);
  pairs = slotAt(slot + VIEWS + 5 * room + 2);
}

/** Whether there is room for all places of a run. */
export function hasRoom(): bool {
  return shown <= FULL - RUN;
}

/**
 * Adds a pair of places, as a copy sees them, if its box is near enough to lower one of their values. One place may belong to another run:
 * no value of a copy is too low.
 */
export function show(u: v128, v: v128, squaredGap: v128, pair: usize, least: usize): void {
  const most = f64x2.pmax(both(0), v128.load(least + pair));
  if (!v128.any_true(f64x2.le(squaredGap, f64x2.mul(most, most)))) return;
  v128.store(shownX + bytes(shown), u);
  v128.store(shownY + bytes(shown), v);
  store<i32>(pairs + ((<usize>shown) << 1), <i32>pair);
  shown += 2;
}

/** Lowers the values of places by those of `count` that were shown. */
export function keepLeast(count: i32, result: i32, slot: i32, room: i32): void {
  beginShown(slot, room);
  const values = slotAt(slot + VIEWS + 5 * room + 3);
  const least = slotAt(result);
  for (let i: usize = 0; i < <usize>count; i += 2) {
    const at = least + <usize>load<i32>(pairs + (i << 1));
    v128.store(at, f64x2.pmin(v128.load(at), v128.load(values + (i << 3))));
  }
}

export function openAt(slot: i32): usize {
  return slotAt(slot + OPEN);
}

/** The end of the list of open runs. The list may be filtered in place: its end never passes what is being read. */
let openEnd: usize = 0;

/** Begins to list open runs behind the first `stay`. */
export function beginOpen(slot: i32, stay: i32): void {
  openEnd = openAt(slot) + ((<usize>stay) << 2);
}

export function listOpen(i: i32): void {
  store<i32>(openEnd, i);
  openEnd += 4;
}

/** Lists runs i and i + 1 where bits 0 and 1 are set; the last pair may reach past the end of the runs. */
export function listBoth(which: i32, i: i32, count: i32): void {
  if (which & 1) listOpen(i);
  if (which & 2 && i + 1 < count) listOpen(i + 1);
}

/** How many open runs there are. */
export function listed(slot: i32): i32 {
  return <i32>((openEnd - openAt(slot)) >>> 2);
}

/** What the box of a copy may be away from the middles of runs, at most, if it is to hold the nearest copy of a place. */
export function mostAway(at: usize, slot: i32): v128 {
  return f64x2.add(f64x2.pmax(both(0), v128.load(slotAt(slot + LEAST) + at)), v128.load(slotAt(slot + SLACK) + at));
}

export function mostAwayFrom(at: usize, slot: i32): f64 {
  return max(0, load<f64>(slotAt(slot + LEAST) + at)) + load<f64>(slotAt(slot + SLACK) + at);
}

/** How far the places of runs lie from their middles, or further. */
export function reachOf(at: usize, slot: i32): v128 {
  return f64x2.mul(both(0.5), v128.load(slotAt(slot + SLACK) + at));
}

/** Squared distances from a box around 0, by half of its width and of its height. */
export function boxGaps(x: v128, y: v128, halfWidth: f64, halfHeight: f64): v128 {
  return f64x2.add(squaredGaps(x, halfWidth), squaredGaps(y, halfHeight));
}

/** Squared distances from the interval −half to half. */
export function squaredGaps(x: v128, half: f64): v128 {
  const gap = f64x2.pmax(both(0), f64x2.sub(f64x2.abs(x), both(half)));
  return f64x2.mul(gap, gap);
}

export function squaredGap(x: f64, half: f64): f64 {
  const gap = Math.abs(x) - half;
  return gap > 0 ? gap * gap : 0;
}
