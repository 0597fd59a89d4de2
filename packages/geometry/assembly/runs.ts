import { codeOf, firstOf, isSeveral, isUnknown, lastColumn, listAt, NONE, numberAt, SHOWN, VALUES } from "./copies";
import { areInTiles, both, bytes, placeX, placeY, slotAt } from "./places";
import { leastOf, mostOf } from "./vectors";

/**
 * Runs of places that follow each other in a list, and mostly lie close together. All places of a run are shown to each copy that may be
 * nearest to one of them, which is quicker than to find out which one is, unless these are many.
 */
export const RUN: i32 = 64;

/** Copies that a run may be shown to. */
export const mostOfRun: i32 = 8;
/** Cells of other codes that are looked at for a run. */
const STEPS: i32 = 48;

/** What is returned for a run whose places are better located one by one. */
export const TOO_MANY: i32 = -2;

/** The slot of runs, counted from the first free one. */
const RUNS: i32 = 11;

/** Bytes of a run: its first place, the number of its copies, and they. */
const RECORD: usize = (2 + <usize>mostOfRun) << 2;

/** How many runs several copies are asked for. */
export let runs: i32 = 0;
let records: usize = 0;
/** The run that is looked at. */
let run: usize = 0;

/** The box around its places. */
export let minX: f64 = 0;
export let minY: f64 = 0;
export let maxX: f64 = 0;
export let maxY: f64 = 0;

/** Copies on a grid; none where they are around a centre. */
let gridColumns: i32 = 0;
let gridRows: i32 = 0;
/** Copies around a centre. */
let around: i32 = 0;

export function beginRuns(slot: i32, copiesAround: i32, columns: i32, rows: i32): void {
  seeRuns(slot);
  runs = 0;
  run = records;
  around = copiesAround;
  gridColumns = columns;
  gridRows = rows;
}

/** Begins a run that has no copies yet, and finds the box around its places. */
export function beginRun(place: i32): void {
  store<i32>(run, place);
  store<i32>(run, 0, 4);
  boxOfRun(place, RUN);
}

/** Finds the box around places that follow each other. */
export function boxOfRun(place: i32, length: i32): void {
  const from = bytes(place);
  const end = from + bytes(length);
  if (areInTiles() && length === RUN) {
    minX = load<f64>(placeX + from);
    minY = load<f64>(placeY + from);
    maxX = load<f64>(placeX + end - 8);
    maxY = load<f64>(placeY + end - 8);
    return;
  }
  let leastX = both(Infinity);
  let leastY = both(Infinity);
  let mostX = both(-Infinity);
  let mostY = both(-Infinity);
  for (let at = from; at < end; at += 16) {
    const x = v128.load(placeX + at);
    const y = v128.load(placeY + at);
    leastX = f64x2.pmin(leastX, x);
    mostX = f64x2.pmax(mostX, x);
    leastY = f64x2.pmin(leastY, y);
    mostY = f64x2.pmax(mostY, y);
  }
  minX = leastOf(leastX);
  minY = leastOf(leastY);
  maxX = mostOf(mostX);
  maxY = mostOf(mostY);
}

/** Adds the copies that cells from a column and a row on up to others name. Returns one that has to be learnt first, or NONE or TOO_MANY. */
export function addCells(column: i32, row: i32, endColumn: i32, endRow: i32, columnBits: i32, own: i32): i32 {
  let last = -1;
  let steps = 0;
  for (; row <= endRow; row++)
    for (let i = column; i <= endColumn; ) {
      const cell = (row << columnBits) + i;
      const code = codeOf(cell);
      if (isUnknown(code)) return cell;
      if (code < 0 || steps++ === STEPS) return TOO_MANY;
      if (code !== last && !addCopies(code, own)) return TOO_MANY;
      last = code;
      i = lastColumn(cell) + 1;
    }
  return NONE;
}

/** Adds the copies that a code names. Whether they are not too many. */
export function addCopies(code: i32, own: i32): bool {
  if (!isSeveral(code)) return addCopy(own, firstOf(code));
  const list = listAt(code);
  const count = load<i32>(list);
  if (count > mostOfRun) return false;
  for (let k = 0; k < count; k++) if (!addCopy(own, load<i32>(numberAt(list, k), 4))) return false;
  return true;
}

function addCopy(own: i32, from: i32): bool {
  let copy = own + from;
  if (around > 0) copy -= copy >= around ? around : 0;
  else {
    const column = (own & 0xffff) + ((from << 16) >> 16);
    const row = (own >> 16) + (from >> 16);
    if (column < 0 || column >= gridColumns || row < 0 || row >= gridRows) return true;
    copy = (row << 16) | column;
  }
  const count = load<i32>(run, 4);
  for (let rank = 0; rank < count; rank++) if (copyOf(run, rank) === copy) return true;
  if (count === mostOfRun) return false;
  store<i32>(numberAt(run, 2 + count), copy);
  store<i32>(run, count + 1, 4);
  return true;
}

/** Ends a run, which is kept if it has several copies. Returns the first one. */
export function endRun(): i32 {
  const copy = copyOf(run, 0);
  if (hasCopy(run, 1)) {
    runs++;
    run += RECORD;
  }
  return copy;
}

/** Goes back to the runs that were kept before others were looked at. */
export function seeRuns(slot: i32): void {
  records = slotAt(slot + RUNS);
}

/** A run that was kept. */
export function runAt(i: i32): usize {
  return records + <usize>i * RECORD;
}

/** Whether a run has a copy of this rank, the first one being of rank 0. */
export function hasCopy(ofRun: usize, rank: i32): bool {
  return load<i32>(ofRun, 4) > rank;
}

export function copyOf(ofRun: usize, rank: i32): i32 {
  return load<i32>(numberAt(ofRun, 2 + rank));
}

export function placeOf(ofRun: usize): i32 {
  return load<i32>(ofRun);
}

/** Lowers the values of places by those of `count` that were shown to copies of some rank: runs first, as they were kept, then single ones. */
export function keepLeast(count: i32, runCount: i32, rank: i32, result: i32, slot: i32): void {
  const least = slotAt(result);
  let from = slotAt(slot + VALUES);
  const end = from + bytes(count);
  seeRuns(slot);
  for (let k = 0; k < runCount; k++) {
    if (!hasCopy(runAt(k), rank)) continue;
    let to = least + bytes(placeOf(runAt(k)));
    for (const endRun = from + bytes(RUN); from < endRun; from += 16) {
      v128.store(to, f64x2.pmin(v128.load(to), v128.load(from)));
      to += 16;
    }
  }
  const places = slotAt(slot + SHOWN) + ((from - slotAt(slot + VALUES)) >> 1);
  for (let i = 0; from < end; from += 8) {
    const at = least + bytes(load<i32>(numberAt(places, i++)));
    const value = load<f64>(from);
    if (value < load<f64>(at)) store<f64>(at, value);
  }
}
