import { both, bytes, slotAt } from "./places";

/**
 * What is known of copies of a shape at a list of places, from a slot on: the least value so far, x and y as the nearest copy of each sees
 * it, two slots for what a kind of copies wants to know, and the numbers of the places that others may be nearer to. Behind these lie places
 * as others see them: x, y and whose each is, over as many slots each as they need.
 */
export const SEEN_X: i32 = 1;
export const SEEN_Y: i32 = 2;
export const OWN: i32 = 3;
const OPEN: i32 = 5;
const OTHERS: i32 = 6;

/** From so many places on, what is seen is measured first. */
export const FULL: i32 = 4096;

/** As many places others see so far. */
export let seen: i32 = 0;
let seenX: usize = 0;
let seenY: usize = 0;
let owners: usize = 0;

export function beginSeen(slot: i32, room: i32): void {
  seen = 0;
  seenX = slotAt(slot + OTHERS);
  seenY = slotAt(slot + OTHERS + room);
  owners = slotAt(slot + OTHERS + 2 * room);
  // Makes sure of the memory of all of them.
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

/** The end of the list of open places; one that is read may be written anew behind what was read. */
let openEnd: usize = 0;

export function beginOpen(slot: i32): void {
  openEnd = openAt(slot);
}

export function listOpen(i: i32): void {
  store<i32>(openEnd, i);
  openEnd += 4;
}

/** Of two places, those that are in the list and that the bits tell of. */
export function listBoth(which: i32, i: i32, count: i32): void {
  if (which & 1) listOpen(i);
  if (which & 2 && i + 1 < count) listOpen(i + 1);
}

export function listed(slot: i32): i32 {
  return <i32>((openEnd - openAt(slot)) >>> 2);
}

/** Values of what was seen, from one on, become least ones where they are less. */
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

/** How far places lie from what reaches so far to both sides of 0, squared. */
export function squaredGaps(x: v128, half: f64): v128 {
  const gap = f64x2.pmax(both(0), f64x2.sub(f64x2.abs(x), both(half)));
  return f64x2.mul(gap, gap);
}

export function squaredGap(x: f64, half: f64): f64 {
  const gap = Math.abs(x) - half;
  return gap > 0 ? gap * gap : 0;
}
