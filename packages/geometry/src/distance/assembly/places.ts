import { type Engine, makeEngine } from "./engine";

/** So many places are measured together, as packages/geometry/assembly/places.ts has it: few enough to stay in the processor's own memory. */
const TOGETHER = 4096;

/** Numbers of a table. */
export const TABLE = 4096;

/** Lists of places within the compiled part, and slots for their values. */
export interface Places {
  engine: Engine;
  count: number;
  /** Gives a form the numbers that are as many as it has parts: TABLE at most. */
  setTable(numbers: Float64Array): void;
}

/** Leaves the values at the places in a slot; the slots behind it may be used. */
export type Measure = (places: Places, slot: number) => void;

/** Measures many places. */
export function measurePlaces(measure: Measure, xs: Float64Array, ys: Float64Array, values: Float64Array): void {
  const places = (kept ??= new KeptPlaces());
  for (let from = 0; from < xs.length; from += TOGETHER) {
    const to = Math.min(xs.length, from + TOGETHER);
    places.count = to - from;
    places.views.xs.set(xs.subarray(from, to));
    places.views.ys.set(ys.subarray(from, to));
    places.engine.given();
    measure(places, 0);
    values.set(places.views.first.subarray(0, to - from), from);
  }
}

/** Changes values, with others where there are any, as a measure does with its first slot and the next. */
export function changeValues(change: Measure, values: Float64Array, others?: Float64Array): void {
  const places = (kept ??= new KeptPlaces());
  for (let from = 0; from < values.length; from += TOGETHER) {
    const to = Math.min(values.length, from + TOGETHER);
    places.count = to - from;
    places.views.first.set(values.subarray(from, to));
    if (others) places.views.second.set(others.subarray(from, to));
    change(places, 0);
    values.set(places.views.first.subarray(0, to - from), from);
  }
}

let kept: KeptPlaces | undefined;

class KeptPlaces implements Places {
  count = 0;
  engine = this.made();
  private last = this.look();

  /** What lies in the compiled part's memory, which is another one whenever it grew. */
  get views(): ReturnType<KeptPlaces["look"]> {
    if (this.last.buffer !== this.engine.memory.buffer) this.last = this.look();
    return this.last;
  }

  setTable(numbers: Float64Array): void {
    this.views.table.set(numbers);
  }

  private made(): Engine {
    const engine = makeEngine();
    engine.place(TABLE / 4, 0, 0, TOGETHER);
    engine.slotAt(1);
    return engine;
  }

  private look() {
    const { engine } = this;
    const { buffer } = engine.memory;
    const view = (at: number) => new Float64Array(buffer, at, TOGETHER);
    return {
      buffer,
      xs: view(engine.xs.value),
      ys: view(engine.ys.value),
      first: view(engine.slotAt(0)),
      second: view(engine.slotAt(1)),
      table: new Float64Array(buffer, engine.edges.value, TABLE),
    };
  }
}
