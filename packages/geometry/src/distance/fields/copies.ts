import type { CopiesEngine } from "../assembly/engine";
import { type Measure, type Places, TOGETHER } from "../assembly/places";
import type { Slope } from "../forms";
import type { DistanceField } from "./field";
import { byMeasure, type Measured, measureOf } from "./measured";

/** Copies of a shape, ordered in rings around the one nearest to a place: for single places, and for the compiled part. */
export interface Copies {
  /** The copy about nearest to a place. */
  first(x: number, y: number): number;
  /**
   * Shows a place as the copies of a ring around that one see it, but for those that can have no value below the least so far: ring 0 is
   * the copy itself, ring 1 its neighbours, and so on. False where there are none, or none of this ring or of one further out can have one.
   */
  ring(x: number, y: number, first: number, ring: number, least: Least): boolean;
  /** How far the places of a run in the compiled part may reach from its middle. */
  limit: number;
  /** How many rings there are at most. */
  rings: number;
  /** How many copies the rings `first` to `last` have at most. */
  inRings(first: number, last: number): number;
  /** Turns a gradient in the frame of a copy back. */
  turn?(copy: number, slope: Slope): void;
  /** Sets these copies in the compiled part, until others are set, and returns its functions for them. */
  begin(places: Places): CopiesEngine;
}

/** The least of the values of copies. */
export function ofCopies(field: DistanceField, copies: Copies): Pick<DistanceField, "at"> & Measured {
  const least = new Least(field, copies);
  return {
    at(x, y, slope) {
      const first = copies.first(x, y);
      least.begin(slope);
      for (let k = 0; copies.ring(x, y, first, k, least); k++);
      return least.value;
    },
    ...byMeasure(measureOfCopies(measureOf(field), copies, Math.max(1, field.lipschitz)), field.inRows),
  };
}

/** Slots, counted from the first free one, as packages/geometry/assembly/copies.ts has them. */
const NEAR = 0;
const MIDDLE = 2;
const SEEN = 6;
const LEAST = 11;
const VIEWS = 13;

function measureOfCopies(measure: Measure, copies: Copies, lipschitz: number): Measure {
  return (places, slot, free) => {
    const { engine, count } = places;
    const [x, y] = [engine.placeX.value, engine.placeY.value];
    const { seeNearest, showNearest, seeBeside, see, show } = copies.begin(places);
    /** Measures the shape at `many` places whose x and y lie in two slots. */
    const measureAt = (many: number, atX: number, atY: number, to: number, behind: number): void => {
      places.count = many;
      engine.setPlaces(engine.slotAt(atX), engine.slotAt(atY));
      measure(places, to, behind);
      places.count = count;
      engine.setPlaces(x, y);
      copies.begin(places);
    };
    const runs = engine.makeRuns(count, free, copies.limit, lipschitz);
    engine.setPlaces(engine.slotAt(free + MIDDLE), engine.slotAt(free + MIDDLE + 1));
    seeNearest(runs, free);
    measureAt(runs, free + SEEN, free + SEEN + 1, free + LEAST, free + VIEWS);
    showNearest(runs, free);
    measureAt(count, free + NEAR, free + NEAR + 1, slot, free + VIEWS);
    let left = runs;
    for (let first = 1; left > 0 && first <= copies.rings; first *= 2) {
      const last = 2 * first - 1;
      // `see` stops at TOGETHER views or more, and adds at most those of all rings for the last run.
      const room = 1 + Math.ceil(copies.inRings(first, last) / TOGETHER);
      const behind = free + VIEWS + 5 * room;
      let stay = 0;
      for (let from = 0; from < left; ) {
        if (first === 1) from = seeBeside(from, runs, stay, free, room);
        else from = see(from, left, stay, free, room, first, last);
        stay = engine.listed(free);
        const seen = engine.seen.value;
        let kept = 0;
        for (let part = 0; part < seen; part += TOGETHER) {
          const many = Math.min(TOGETHER, seen - part);
          const firstView = free + VIEWS + part / TOGETHER;
          measureAt(many, firstView, firstView + room, behind, behind + 1);
          kept = engine.keepClose(many, free, room, part, kept);
        }
        for (let view = 0; view < kept; ) {
          view = show(view, kept, slot, free, room);
          const shown = engine.shown.value;
          if (shown === 0) continue;
          measureAt(shown, behind, behind + 1, behind + 3, behind + 4);
          engine.keepLeast(shown, slot, free, room);
        }
      }
      left = stay;
    }
  };
}

/** The least value of copies so far, and its gradient. */
export class Least {
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

  /** Takes the value of a copy in whose frame the place is (u, v). */
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
