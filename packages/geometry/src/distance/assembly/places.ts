import type { Grid } from "../field";
import { type Engine, makeEngine } from "./engine";

/** So many places are measured together, as packages/geometry/assembly/places.ts has it: few enough to stay in the processor's own memory. */
export const TOGETHER = 4096;

/** Numbers of a table. */
export const TABLE = 4096;

/** Lists of places within the compiled part, and slots for their values. */
export interface Places {
  engine: Engine;
  count: number;
  /** Gives a form the numbers that are as many as it has parts: TABLE at most. */
  setTable(numbers: Float64Array): void;
  /** Writes into a slot the values that a list gives at the places; the slots from `free` on may be used. */
  measureList(list: List, slot: number, free: number): void;
}

/** Writes the values at many places. */
export type List = (xs: Float64Array, ys: Float64Array, values: Float64Array) => void;

/** Leaves the values at the places in a slot, and the places as they were; the slots from `free` on may be used. */
export type Measure = (places: Places, slot: number, free: number) => void;

/** Changes the values in a slot, by those in another one if it joins the two. */
export type Change = (places: Places, slot: number, other: number) => void;

/** Measures many places. */
export function measurePlaces(measure: Measure, xs: Float64Array, ys: Float64Array, values: Float64Array): void {
  const places = (kept ??= new KeptPlaces());
  const { engine, top } = places;
  for (let from = 0; from < xs.length; from += TOGETHER) {
    const to = Math.min(xs.length, from + TOGETHER);
    places.count = to - from;
    places.view(top).set(xs.subarray(from, to));
    places.view(top + 1).set(ys.subarray(from, to));
    engine.setPlaces(engine.slotAt(top), engine.slotAt(top + 1));
    measure(places, top + 2, top + 3);
    values.set(places.view(top + 2).subarray(0, to - from), from);
  }
}

/** Measures all samples of a grid, row by row. */
export function measureSamples(measure: Measure, { x, y, cell, columns }: Grid, values: Float64Array): Float64Array {
  const places = (kept ??= new KeptPlaces());
  const { engine, top } = places;
  // Whole rows have the same x each time.
  const together = columns > TOGETHER ? TOGETHER : TOGETHER - (TOGETHER % columns);
  for (let from = 0; from < values.length; from += together) {
    places.count = Math.min(together, values.length - from);
    if (from === 0 || columns > TOGETHER) engine.placeColumns(places.count, top, from, columns, x, cell);
    engine.placeRows(places.count, top + 1, from, columns, y, cell);
    engine.setPlaces(engine.slotAt(top), engine.slotAt(top + 1));
    measure(places, top + 2, top + 3);
    values.set(places.view(top + 2).subarray(0, places.count), from);
  }
  return values;
}

/** Changes values, by others where there are any. */
export function changeValues(change: Change, values: Float64Array, others?: Float64Array): void {
  const places = (kept ??= new KeptPlaces());
  const { top } = places;
  for (let from = 0; from < values.length; from += TOGETHER) {
    const to = Math.min(values.length, from + TOGETHER);
    places.count = to - from;
    places.view(top).set(values.subarray(from, to));
    if (others) places.view(top + 1).set(others.subarray(from, to));
    change(places, top, top + 1);
    values.set(places.view(top).subarray(0, to - from), from);
  }
}

let kept: KeptPlaces | undefined;

class KeptPlaces implements Places {
  count = 0;
  engine = makeEngine();
  /** The first unused slot. Lists that are measured within a measure begin there. */
  top = 0;
  private buffer?: ArrayBuffer;
  private views: Float64Array[] = [];
  private table!: Float64Array;

  constructor() {
    this.engine.place(TABLE / 4, 0, 0, 0);
  }

  /** The values of a slot, until memory grows. */
  view(slot: number): Float64Array {
    const at = this.engine.slotAt(slot);
    this.look();
    return (this.views[slot] ??= new Float64Array(this.engine.memory.buffer, at, TOGETHER));
  }

  setTable(numbers: Float64Array): void {
    this.look();
    this.table.set(numbers);
  }

  measureList(list: List, slot: number, free: number): void {
    const { engine, count, top } = this;
    const [x, y] = [engine.placeX.value, engine.placeY.value];
    const numbersAt = (at: number) => new Float64Array(engine.memory.buffer, at, count).slice();
    const found = new Float64Array(count);
    this.top = free;
    try {
      list(numbersAt(x), numbersAt(y), found);
    } finally {
      this.top = top;
    }
    this.count = count;
    engine.setPlaces(x, y);
    this.view(slot).set(found);
  }

  /** Memory is another one whenever it grew. */
  private look(): void {
    const { memory, edges } = this.engine;
    if (this.buffer === memory.buffer) return;
    this.buffer = memory.buffer;
    this.views = [];
    this.table = new Float64Array(memory.buffer, edges.value, TABLE);
  }
}
