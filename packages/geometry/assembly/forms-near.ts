import { measureForm } from "./form";
import { ROUNDED } from "./least-of";
import { both, bytes, placeX, placeY, setPlaces, slotAt, TWO, writeTo } from "./places";
import { beginUnsure, wasUnsure } from "./polygon";
import { ENTRY } from "./runs-of-forms";
import { pair } from "./vectors";

/*
 * Lists of forms are narrowed to those that may have the least value in a disc. Distances change by no more than the way between two places, so a
 * form has it nowhere within a radius of a place where its value is greater than that of another one by more than twice the radius.
 */

/** Four places, since forms are measured at four at once, and the distances there. */
const placesX = memory.data(32);
const placesY = memory.data(32);
const distances = memory.data(32);

/** An entry of a list of forms has where a form begins, behind that of all, and its value at some place. */
const VALUE: usize = 8;

/** Narrows a list of forms, with their values at another place, to those within a radius of a place. Returns where the list ends. */
export function formsNear(
  all: usize,
  list: usize,
  end: usize,
  otherX: f64,
  otherY: f64,
  x: f64,
  y: f64,
  radius: f64,
): usize {
  const xs = placeX;
  const ys = placeY;
  beginFour(both(x), both(x), both(y), both(y));
  const change = sqrt((x - otherX) * (x - otherX) + (y - otherY) * (y - otherY)) + radius;
  // With a low value to begin with, most others need not be measured; what is not a number tells nothing.
  let most = atMost(Infinity, valueHere(all, leastOf(list, end)) + radius);
  let left = list;
  for (let entry = list; entry < end; entry += ENTRY) {
    if (load<f64>(entry, VALUE) - change > most) continue;
    const value = valueHere(all, entry);
    most = atMost(most, value + radius);
    store<i32>(left, load<i32>(entry));
    store<f64>(left, value, VALUE);
    left += ENTRY;
  }
  end = left;
  left = list;
  for (let entry = list; entry < end; entry += ENTRY) {
    v128.store(left, v128.load(entry));
    left += <usize>i32(!(load<f64>(entry, VALUE) - radius > most)) * ENTRY;
  }
  setPlaces(xs, ys);
  return left;
}

/** Bytes of a form of which four values are known: where it begins, and its values. */
const FOUR_VALUES: usize = 48;

/** Where the four lists end. */
export const quarterEnds = memory.data(16);

/**
 * Narrows a list of forms, with their values in the middle of a square, to four lists: of those within a radius of the middles of its quarters,
 * which have some width. The lists lie behind each other; returns where the first one begins.
 */
export function quartersNear(all: usize, list: usize, end: usize, x: f64, y: f64, width: f64, radius: f64): usize {
  const xs = placeX;
  const ys = placeY;
  const half = 0.5 * width;
  beginFour(pair(x - half, x + half), pair(x - half, x + half), both(y - half), both(y + half));
  const change = Math.SQRT1_2 * width + radius;
  measureForm(all + load<i32>(leastOf(list, end)), 4);
  let most0 = f64x2.pmin(both(Infinity), f64x2.add(v128.load(distances), both(radius)));
  let most2 = f64x2.pmin(both(Infinity), f64x2.add(v128.load(distances, TWO), both(radius)));
  let to = end;
  for (let entry = list; entry < end; entry += ENTRY) {
    const greatest = f64x2.pmax(most0, most2);
    const most = max(f64x2.extract_lane(greatest, 0), f64x2.extract_lane(greatest, 1));
    if (load<f64>(entry, VALUE) - change > most) continue;
    measureForm(all + load<i32>(entry), 4);
    const values0 = v128.load(distances);
    const values2 = v128.load(distances, TWO);
    most0 = f64x2.pmin(most0, f64x2.add(values0, both(radius)));
    most2 = f64x2.pmin(most2, f64x2.add(values2, both(radius)));
    store<i32>(to, load<i32>(entry));
    v128.store(to, values0, 8);
    v128.store(to, values2, 8 + TWO);
    to += FOUR_VALUES;
  }
  v128.store(distances, most0);
  v128.store(distances, most2, TWO);
  const first = to;
  let left = first;
  for (let k = 0; k < 4; k++) {
    const most = load<f64>(distances + bytes(k));
    for (let from = end; from < first; from += FOUR_VALUES) {
      const value = load<f64>(from + bytes(k), 8);
      store<i32>(left, load<i32>(from));
      store<f64>(left, value, VALUE);
      left += <usize>i32(!(value - radius > most)) * ENTRY;
    }
    store<usize>(quarterEnds + ((<usize>k) << 2), left);
  }
  setPlaces(xs, ys);
  return first;
}

/**
 * Writes the least value of the forms in a list, with their values at a place, at each of some other places, which are numbered: of most forms it is
 * known that theirs is not. Places that need the exact fallback get −Infinity; returns whether there are any.
 */
export function leastAtEach(
  first: i32,
  last: i32,
  all: usize,
  list: usize,
  end: usize,
  otherX: f64,
  otherY: f64,
  result: i32,
): bool {
  const xs = placeX;
  const ys = placeY;
  const to = slotAt(result);
  const least = leastOf(list, end);
  setPlaces(placesX, placesY);
  writeTo(distances);
  beginUnsure(-Infinity);
  for (let place = first; place < last; place++) {
    const x = load<f64>(xs + bytes(place));
    const y = load<f64>(ys + bytes(place));
    placeFour(both(x), both(x), both(y), both(y));
    const way = sqrt((x - otherX) * (x - otherX) + (y - otherY) * (y - otherY));
    const change = way + ROUNDED * (abs(x) + abs(y) + way);
    let value = valueHere(all, least);
    for (let entry = list; entry < end; entry += ENTRY) {
      if (entry === least || load<f64>(entry, VALUE) - change > value) continue;
      const other = valueHere(all, entry);
      if (!(value <= other)) value = other;
    }
    store<f64>(to + bytes(place), value);
  }
  setPlaces(xs, ys);
  return wasUnsure;
}

/** What is measured from now on is so at four places. Values that are not certain are none. */
function beginFour(x0: v128, x2: v128, y0: v128, y2: v128): void {
  placeFour(x0, x2, y0, y2);
  setPlaces(placesX, placesY);
  writeTo(distances);
  beginUnsure(NaN);
}

function placeFour(x0: v128, x2: v128, y0: v128, y2: v128): void {
  v128.store(placesX, x0);
  v128.store(placesX, x2, TWO);
  v128.store(placesY, y0);
  v128.store(placesY, y2, TWO);
}

function leastOf(list: usize, end: usize): usize {
  let least = list;
  for (let entry = list; entry < end; entry += ENTRY)
    if (load<f64>(entry, VALUE) < load<f64>(least, VALUE)) least = entry;
  return least;
}

function atMost(most: f64, other: f64): f64 {
  return other < most ? other : most;
}

function valueHere(all: usize, entry: usize): f64 {
  measureForm(all + load<i32>(entry), 1);
  return load<f64>(distances);
}
