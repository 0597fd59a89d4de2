import type { CopiesEngine, Engine } from "../assembly/engine";
import type { Measure } from "../assembly/places";
import type { Slope } from "../forms";
import type { CopiesInCells, Views } from "./candidates";
import type { DistanceField } from "./field";
import { KnownCells } from "./known-cells";
import { byMeasure, lastOf, listOrder, type Measured } from "./measured";

/** Copies of a shape, ordered in rings around the one nearest to a place: for single places, and for the compiled part. */
export interface Copies extends CopiesInCells {
  /** The copy about nearest to a place. */
  first(x: number, y: number): number;
  /** As `ring` in cells, at a place anywhere, around its first copy. */
  ringAt(x: number, y: number, first: number, ring: number, views: Views): boolean;
  /** Turns a gradient in the frame of a copy back. */
  turn?(copy: number, slope: Slope): void;
  /** Numbers of the copies for the compiled part. */
  table: Float64Array;
  /** Sets these copies in the compiled part, until others are set. */
  begin(engine: Engine): void;
  /** Its functions for them. */
  waysOf(engine: Engine): CopiesEngine;
}

/** The least of the values of copies. */
export function ofCopies(field: DistanceField, copies: Copies): Pick<DistanceField, "at"> & Measured {
  const least = new Least(field, copies);
  const at: DistanceField["at"] = (x, y, slope) => {
    const first = copies.first(x, y);
    least.begin(slope);
    for (let k = 0; copies.ringAt(x, y, first, k, least); k++);
    return least.value;
  };
  return {
    at,
    ...byMeasure(measureOfCopies(field, copies, at), lastOf("tiles", listOrder(field.order))),
  };
}

/** Slots, counted from the first free one, as packages/geometry/assembly/copies.ts has them. */
const NEAR = 0;
const FAR = 6;
const SHOWN = 7;
const VALUES = 10;
const BEHIND = 12;

function measureOfCopies(field: DistanceField, copies: Copies, at: DistanceField["at"]): Measure {
  const { measure } = field;
  let known: KnownCells | undefined;
  return (places, slot, free) => {
    const learnt = (known ??= new KnownCells(field, copies, copies.table));
    const { engine, count } = places;
    const [x, y] = [engine.placeX.value, engine.placeY.value];
    const behind = free + BEHIND;
    // Others may have been set meanwhile: copies may be copied.
    const begin = (): void => {
      if (learnt.write(places)) copies.begin(engine);
    };
    const { locate, show } = copies.waysOf(engine);
    /** Measures the shape at `many` places whose x and y lie in two slots. */
    const measureAt = (many: number, from: number, to: number): void => {
      places.count = many;
      engine.setPlaces(engine.slotAt(from), engine.slotAt(from + 1));
      measure(places, to, behind);
      places.count = count;
      engine.setPlaces(x, y);
      begin();
    };
    begin();
    for (let cell = locate(count, free); cell >= 0; cell = locate(count, free)) {
      learnt.learn(cell, places, behind);
      begin();
    }
    const farCount = engine.far.value;
    const far = farCount > 0 && new Int32Array(engine.memory.buffer, engine.slotAt(free + FAR), farCount).slice();
    const runs = engine.runs.value;
    let left = engine.several.value;
    measureAt(count, free + NEAR, slot);
    for (let rank = 1; left > 0 || (runs > 0 && rank < engine.mostOfRun.value); rank++) {
      left = show(left, runs, rank, slot, free);
      const shown = engine.shown.value;
      if (shown === 0) continue;
      measureAt(shown, free + SHOWN, free + VALUES);
      engine.keepLeast(shown, runs, rank, slot, free);
    }
    if (!far) return;
    const [xs, ys, values] = [x, y, engine.slotAt(slot)].map(
      (address) => new Float64Array(engine.memory.buffer, address, count),
    );
    for (const place of far) values[place] = at(xs[place], ys[place]);
  };
}

/** The least value of copies so far, and its gradient. */
class Least implements Views {
  value = 0;
  private slope?: Slope;
  private readonly other: Slope = { x: 0, y: 0 };

  constructor(
    private readonly field: DistanceField,
    private readonly copies: Copies,
  ) {}

  begin(slope: Slope | undefined): void {
    this.value = Number.POSITIVE_INFINITY;
    this.slope = slope;
  }

  see(u: number, v: number, copy: number): void {
    const { field, copies, slope, other } = this;
    const value = field.at(u, v, slope && other);
    if (value >= this.value) return;
    this.value = value;
    if (!slope) return;
    slope.x = other.x;
    slope.y = other.y;
    copies.turn?.(copy, slope);
  }
}
