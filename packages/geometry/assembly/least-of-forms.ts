import { numberAt } from "./copies";
import { measureForm } from "./form";
import { ASKED, keepMiddles, listRuns, lowerRuns, MIDDLE, MIDDLE_X, MIDDLE_Y, VALUES, WRITTEN } from "./least-of";
import { both, bytes, into, placeX, placeY, setPlaces, setTiles, slotAt, TWO, tiles, writeTo } from "./places";
import { beginUnsure, wasUnsure } from "./polygon";
import { RUN } from "./runs";

/** A place in four copies, since forms are measured at four at once, and the distances there. */
const oneX = memory.data(32);
const oneY = memory.data(32);
const distances = memory.data(32);

/** Bytes of an entry of a list of forms: where a form begins, behind that of all, and its value at some place. */
const ENTRY: usize = 16;
const VALUE: usize = 8;

/**
 * Narrows a list of forms, with their values at another place, to those that may have the least value within a radius of a place, with their values
 * there: distances change by no more than the way between two places. Returns where the list ends.
 */
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
  for (let at: usize = 0; at <= TWO; at += TWO) {
    v128.store(oneX + at, both(x));
    v128.store(oneY + at, both(y));
  }
  setPlaces(oneX, oneY);
  writeTo(distances);
  beginUnsure(NaN);
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

/**
 * Writes the least value of the forms in a list at all places, run by run as packages/geometry/assembly/least-of.ts does it for other fields. Places
 * that need the exact fallback get −Infinity; returns whether there are any.
 */
export function leastOfForms(count: i32, runs: i32, all: usize, list: usize, end: usize, result: i32, slot: i32): bool {
  if (end - list === ENTRY) {
    beginUnsure(-Infinity);
    into(result);
    measureForm(all + load<i32>(list), count);
    return wasUnsure;
  }
  const to = slotAt(result);
  const xs = placeX;
  const ys = placeY;
  const ofTiles = tiles;
  const areInTiles = xs === ofTiles;
  seeMiddles(runs, all, list, end, slot);
  beginUnsure(-Infinity);
  const numbers = slotAt(slot + ASKED);
  const written = slotAt(slot + WRITTEN);
  const values = slotAt(slot + VALUES);
  let field = 0;
  for (let entry = list; entry < end; entry += ENTRY) {
    const asked = listRuns(runs, field++, slot);
    for (let k = 0; k < asked; ) {
      // Runs that follow each other are measured together, those that have no value yet where that is to be.
      const first = load<i32>(numberAt(numbers, k));
      const isFirst = load<i32>(numberAt(written, first)) === 0;
      let next = first;
      do {
        store<i32>(numberAt(written, next++), 1);
        k++;
      } while (
        k < asked &&
        load<i32>(numberAt(numbers, k)) === next &&
        isFirst === (load<i32>(numberAt(written, next)) === 0)
      );
      const begin = bytes(first * RUN);
      const places = min(count, next * RUN) - first * RUN;
      setPlaces(xs + begin, ys + begin);
      // Whole tiles stay whole.
      if (areInTiles) setTiles(xs + begin);
      writeTo(isFirst ? to + begin : values);
      measureForm(all + load<i32>(entry), places);
      if (!isFirst) lowerRuns(values, to + begin, places);
    }
  }
  setPlaces(xs, ys);
  setTiles(ofTiles);
  return wasUnsure;
}

function seeMiddles(runs: i32, all: usize, list: usize, end: usize, slot: i32): void {
  beginUnsure(NaN);
  setPlaces(slotAt(slot + MIDDLE_X), slotAt(slot + MIDDLE_Y));
  into(slot + MIDDLE);
  let field = 0;
  for (let entry = list; entry < end; entry += ENTRY) {
    // A single run has all forms measured.
    if (runs > 1) measureForm(all + load<i32>(entry), runs);
    keepMiddles(runs, field++, runs > 1 ? 1 : Infinity, slot);
  }
}
