import { measureForm } from "./form";
import { lowerRuns, VALUES } from "./least-of";
import { both, bytes, into, placeX, placeY, setPlaces, setTiles, slotAt, TWO, tiles, writeTo } from "./places";
import { beginUnsure, wasUnsure } from "./polygon";
import { RUN } from "./runs";
import { ENTRY, findRuns } from "./runs-of-forms";

/** A place in four copies, since forms are measured at four at once, and the distances there. */
const oneX = memory.data(32);
const oneY = memory.data(32);
const distances = memory.data(32);

/** An entry of a list of forms has where a form begins, behind that of all, and its value at some place. */
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
  const toRuns = findRuns(count, runs, all, list, end, slot);
  beginUnsure(-Infinity);
  const values = slotAt(slot + VALUES);
  let written0: i64 = 0;
  let written1: i64 = 0;
  for (let entry = list; entry < end; entry += ENTRY) {
    const form = all + load<i32>(entry);
    for (let word = 0; word < 2; word++) {
      const ofForm = load<i64>(entry + toRuns + bytes(word));
      const written = word === 0 ? written0 : written1;
      // Runs without a value first: theirs is written to its place.
      for (let turn = 0; turn < 2; turn++) {
        const isFirst = turn === 0;
        for (let rest = ofForm & (isFirst ? ~written : written); rest !== 0; rest = withoutFirst(rest)) {
          const begin = bytes(64 * word + firstOf(rest)) * RUN;
          const places = min(RUN * lengthOf(rest), count - <i32>(begin >> 3));
          setPlaces(xs + begin, ys + begin);
          // Whole tiles stay whole.
          if (areInTiles) setTiles(xs + begin);
          writeTo(isFirst ? to + begin : values);
          measureForm(form, places);
          if (!isFirst) lowerRuns(values, to + begin, places);
        }
      }
      if (word === 0) written0 |= ofForm;
      else written1 |= ofForm;
    }
  }
  setPlaces(xs, ys);
  setTiles(ofTiles);
  return wasUnsure;
}

/** The first of some runs, each a bit, and how many follow each other from there on. */
function firstOf(runs: i64): i32 {
  return <i32>ctz(runs);
}

function lengthOf(runs: i64): i32 {
  const from = <u64>runs >> <u64>ctz(runs);
  return ~from === 0 ? 64 : <i32>ctz(~from);
}

function withoutFirst(runs: i64): i64 {
  // Adding to the lowest bit carries through the bits that follow it.
  return runs & (runs + (runs & -runs));
}
