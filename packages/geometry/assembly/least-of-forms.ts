import { measureForm } from "./form";
import { lowerRuns, VALUES } from "./least-of";
import { bytes, into, placeX, placeY, setPlaces, setTiles, slotAt, tiles, writeTo } from "./places";
import { beginUnsure, wasUnsure } from "./polygon";
import { RUN } from "./runs";
import { ENTRY, findRuns } from "./runs-of-forms";

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
