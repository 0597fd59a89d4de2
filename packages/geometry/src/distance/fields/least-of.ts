import type { Measure } from "../assembly/places";
import { nearFields, type Side } from "./near-fields";

/** The least value of several fields, each taken as it is or turned over; turned over itself, if wanted. */
export interface Least {
  fields: readonly Side[];
  turned: boolean;
}

/** Slots, counted from the first free one, as packages/geometry/assembly/least-of.ts has them. */
const MIDDLES = 0;
const MIDDLE = 3;
const VALUES = 7;
const LEAST = 10;

/** Places of a run, and fields that have a number for each run of a list in one slot. */
const RUN = 64;
const IN_SLOT = 64;

/** With this many fields or more it is quicker to find first which of them count in the box around all places. */
export const MANY = 8;

/** Asks each field in runs of places where it may have the least value. */
export function measureLeast({ fields: all, turned }: Least): Measure {
  const near = nearFields(all);
  return (places, slot, free) => {
    const { engine, count } = places;
    const [x, y, tiles] = [engine.placeX.value, engine.placeY.value, engine.tiles.value];
    const behind = free + LEAST + 1 + Math.ceil(all.length / IN_SLOT);
    const measureAt = ({ field, turned }: Side, many: number, to: number): void => {
      places.count = many;
      field.measure(places, to, behind);
      if (turned) engine.turnOver(many, to);
      engine.setPlaces(x, y);
      engine.setTiles(tiles);
    };
    const askMiddles = (side: Side, k: number): void => {
      if (count > RUN) {
        engine.setPlaces(engine.slotAt(free + MIDDLES), engine.slotAt(free + MIDDLES + 1));
        measureAt(side, runs, free + MIDDLE);
      }
      // A single run has all fields asked.
      engine.keepMiddles(runs, k, count > RUN ? side.field.lipschitz : Number.POSITIVE_INFINITY, free);
    };
    const askRuns = (side: Side, k: number): void => {
      const many = engine.placesToAsk(count, runs, k, free);
      if (many === 0) return;
      engine.setPlaces(engine.askedX.value, engine.askedY.value);
      // Whole tiles stay whole.
      if (x === tiles) engine.setTiles(engine.askedX.value);
      measureAt(side, many, free + VALUES);
      engine.keepAsked(many, slot, free);
    };
    const runs = engine.middlesOfRuns(count, free);
    const fields = all.length < MANY ? all : near(engine.middleX.value, engine.middleY.value, engine.radius.value);
    if (fields.length === 1) measureAt(fields[0], count, slot);
    else {
      fields.forEach(askMiddles);
      fields.forEach(askRuns);
    }
    places.count = count;
    if (turned) engine.turnOver(count, slot);
  };
}
