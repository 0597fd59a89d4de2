import { measureForm } from "./form";
import { LEAST, MIDDLE, ROUNDED } from "./least-of";
import { both, bytes, setPlaces, slotAt, TWO, writeTo } from "./places";
import { beginUnsure } from "./polygon";
import { boxOfRun, maxX, maxY, minX, minY, RUN } from "./runs";
import { pair } from "./vectors";

/*
 * In which runs of places each form may have the least value, by a quadtree of the runs: a group of runs that follow each other has four groups
 * within it. No place of a group is further than r from the middle of the box around it, so a form whose value there, less r, is more than that of
 * another one and r, has the least value nowhere in the group. The middles of four groups are measured at once.
 */

/** Bytes of an entry of a list of forms, and of the runs of a form: a bit for each of at most 128. */
export const ENTRY: usize = 16;

/** Bytes of a run's box: its least x and y, then its greatest. */
const BOX: usize = 32;

/** Four middles, the radii around them, and the values there of the form that was measured last. */
const middleXs = memory.data(32);
const middleYs = memory.data(32);
const radii = memory.data(32);
const values = memory.data(32);

/** Where the forms begin, and the runs' boxes. */
let forms: usize = 0;
let boxes: usize = 0;
/** How far behind a form's entry its runs are. */
let toRuns: usize = 0;

/** Finds the runs of all forms in a list. Returns how far behind their entries they are. */
export function findRuns(count: i32, runs: i32, all: usize, list: usize, end: usize, slot: i32): usize {
  forms = all;
  boxes = slotAt(slot + MIDDLE);
  for (let run = 0; run < runs; run++) {
    boxOfRun(run * RUN, min(RUN, count - run * RUN));
    const box = boxes + <usize>run * BOX;
    v128.store(box, pair(minX, minY));
    v128.store(box, pair(maxX, maxY), 16);
  }
  const ofRuns = slotAt(slot + LEAST);
  toRuns = ofRuns - list;
  let to = ofRuns + (end - list);
  const group = to;
  for (let entry = list; entry < end; entry += ENTRY) {
    v128.store(entry + toRuns, i64x2.splat(0));
    store<usize>(to, entry);
    to += 4;
  }
  beginUnsure(NaN);
  setPlaces(middleXs, middleYs);
  writeTo(values);
  divide(0, runs, group, to);
  return toRuns;
}

/** Divides a group of runs in which the forms of a list may have the least value. Memory from the list's end on is free. */
function divide(first: i32, runs: i32, list: usize, end: usize): void {
  if (runs === 1 || end - list === 4) {
    for (let at = list; at < end; at += 4) addRuns(load<usize>(at) + toRuns, first, runs);
    return;
  }
  const size = (runs + 3) >> 2;
  const groups = (runs + size - 1) / size;
  for (let k = 0; k < 4; k++)
    seeGroup(k, first + min(k, groups - 1) * size, min(size, runs - min(k, groups - 1) * size));
  const r0 = v128.load(radii);
  const r2 = v128.load(radii, TWO);
  let most0 = both(Infinity);
  let most2 = both(Infinity);
  let to = end;
  for (let at = list; at < end; at += 4) {
    measureForm(forms + load<i32>(load<usize>(at)), 4);
    const value0 = v128.load(values);
    const value2 = v128.load(values, TWO);
    // What is not a number tells nothing.
    most0 = f64x2.pmin(most0, f64x2.add(value0, r0));
    most2 = f64x2.pmin(most2, f64x2.add(value2, r2));
    v128.store(to, f64x2.sub(value0, r0));
    v128.store(to, f64x2.sub(value2, r2), TWO);
    to += 2 * TWO;
  }
  v128.store(to, most0);
  v128.store(to, most2, TWO);
  const mosts = to;
  to += 2 * TWO;
  for (let k = 0; k < groups; k++) {
    const most = load<f64>(mosts + bytes(k));
    const group = to;
    let least = end + bytes(k);
    let groupEnd = group;
    for (let at = list; at < end; at += 4) {
      store<i32>(groupEnd, load<i32>(at));
      // Without a branch that the processor would have to guess.
      groupEnd += (<usize>i32(!(load<f64>(least) > most))) << 2;
      least += 2 * TWO;
    }
    divide(first + k * size, min(size, runs - k * size), group, groupEnd);
  }
}

function addRuns(ofForm: usize, first: i32, runs: i32): void {
  for (let run = first; run < first + runs; run++) {
    const word = ofForm + ((<usize>run >> 6) << 3);
    store<i64>(word, load<i64>(word) | ((<i64>1) << (run & 63)));
  }
}

/** Writes the middle of the box around a group of runs, and how far places of it may be from there. */
function seeGroup(k: i32, first: i32, runs: i32): void {
  let low = both(Infinity);
  let high = both(-Infinity);
  for (let run = first; run < first + runs; run++) {
    low = f64x2.pmin(low, v128.load(boxes + <usize>run * BOX));
    high = f64x2.pmax(high, v128.load(boxes + <usize>run * BOX, 16));
  }
  // Halves of each, as their sum may be too large.
  const half = f64x2.sub(f64x2.mul(both(0.5), high), f64x2.mul(both(0.5), low));
  const middle = f64x2.add(f64x2.mul(both(0.5), high), f64x2.mul(both(0.5), low));
  const x = f64x2.extract_lane(middle, 0);
  const y = f64x2.extract_lane(middle, 1);
  const squares = f64x2.mul(half, half);
  const radius = sqrt(f64x2.extract_lane(squares, 0) + f64x2.extract_lane(squares, 1));
  store<f64>(middleXs + bytes(k), x);
  store<f64>(middleYs + bytes(k), y);
  store<f64>(radii + bytes(k), radius + ROUNDED * (abs(x) + abs(y) + radius));
}
