import { both, bytes, slotAt } from "./places";

/**
 * The least distance to copies of a shape, at a list of places. A copy sees a place in the frame of the shape.
 *
 * Slots, counted from that of the result: 0 the least value so far; 1 and 2 the x and y in the frame of the nearest copy; 3 and 4 for the
 * kind of copies (around a centre, on a grid); 5 the indices of open places, those that another copy may be nearer to; from 6 on, `room`
 * slots each, x and y in the frames of other copies, and the index of the place that each belongs to.
 */
export const SEEN_X: i32 = 1;
export const SEEN_Y: i32 = 2;
export const OWN: i32 = 3;
const OPEN: i32 = 5;
const OTHERS: i32 = 6;

/** At this length the list of seen places is measured before more are added. */
export const FULL: i32 = 4096;

/** The length of the list of seen places. */
export let seen: i32 = 0;
let seenX: usize = 0;
let seenY: usize = 0;
let owners: usize = 0;

export function beginSeen(slot: i32, room: i32): void {
  seen = 0;
  seenX = slotAt(slot + OTHERS);
  seenY = slotAt(slot + OTHERS + room);
  owners = slotAt(slot + OTHERS + 2 * room);
  // The address is not needed: this reserves memory up to there.
  slotAt(slot + OTHERS + 3 * room);
}

export function see(u: f64, v: f64, owner: i32): void {
  store<f64>(seenX + bytes(seen), u);
  store<f64>(seenY + bytes(seen), v);
  store<i32>(owners + ((<usize>seen) << 2), owner);
  seen++;
}

export function openAt(slot: i32): usize {
  return slotAt(slot + OPEN);
}

/** The end of the list of open places. A list may be filtered in place: its end never passes what is being read. */
let openEnd: usize = 0;

export function beginOpen(slot: i32): void {
  openEnd = openAt(slot);
}

export function listOpen(i: i32): void {
  store<i32>(openEnd, i);
  openEnd += 4;
}

/** Lists places i and i + 1 where bits 0 and 1 are set; the last pair may reach past the end of the places. */
export function listBoth(which: i32, i: i32, count: i32): void {
  if (which & 1) listOpen(i);
  if (which & 2 && i + 1 < count) listOpen(i + 1);
}

export function listed(slot: i32): i32 {
  return <i32>((openEnd - openAt(slot)) >>> 2);
}

/** Lowers the least values by those of `count` seen places, beginning with the one at `from`. */
export function keepLeast(count: i32, slot: i32, room: i32, from: i32): void {
  const least = slotAt(slot);
  const values = slotAt(slot + OTHERS + 3 * room);
  const whose = slotAt(slot + OTHERS + 2 * room) + ((<usize>from) << 2);
  for (let i: usize = 0; i < <usize>count; i++) {
    const at = least + bytes(load<i32>(whose + (i << 2)));
    const value = load<f64>(values + (i << 3));
    if (value < load<f64>(at)) store<f64>(at, value);
  }
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
