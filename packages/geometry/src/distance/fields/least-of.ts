import type { List, Measure, Places } from "../assembly/places";
import { measureCloseParts, PART } from "./close-parts";
import { MANY, type NearFields, type Side } from "./near-fields";

/** The least value of several fields; turned over, if wanted. */
export interface Least {
  near: NearFields;
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

/** Where more fields than this may count near places in no order, these are parted, or forms measured place by place. */
const WIDE = 64;

/** And where more than this, places lie far apart for the fields: it is quicker to go from one to the next. */
const SCATTERED = 256;

/** Measures the least value of several fields at many places. */
export function measureLeast({ near, turned }: Least): Measure {
  const least = leastOf(near);
  if (!turned) return least;
  return (places, slot, free) => {
    least(places, slot, free);
    places.engine.turnOver(places.count, slot);
  };
}

/** Asks each field in runs of places where it may have the least value. */
function leastOf(near: NearFields): Measure {
  const { all } = near;
  const leastAtAll: List = (xs, ys, values) => {
    for (let i = 0; i < xs.length; i++) values[i] = near.leastAt(xs[i], ys[i]);
  };
  /** The exact fallback: single places have exact signs. */
  const askUnsure = (places: Places, slot: number): void => {
    const { engine, count } = places;
    const [xs, ys, values] = [engine.placeX.value, engine.placeY.value, engine.slotAt(slot)].map(
      (at) => new Float64Array(engine.memory.buffer, at, count),
    );
    for (let i = 0; i < count; i++) if (values[i] === Number.NEGATIVE_INFINITY) values[i] = near.leastAt(xs[i], ys[i]);
  };
  const measure: Measure = (places, slot, free) => {
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
    const inNoOrder = places.blocks === null;
    const [middleX, middleY, radius] = [engine.middleX.value, engine.middleY.value, engine.radius.value];
    let fields = all;
    let asked = all.length;
    const forms = near.forms();
    if (forms) asked = forms.list(places, behind, middleX, middleY, radius);
    else if (all.length >= MANY) {
      fields = near.within(places.blocks, middleX, middleY, radius);
      asked = fields.length;
    }
    if (forms) {
      const isWide = inNoOrder && asked > WIDE;
      const areUnsure = isWide ? forms.measureEach(places, slot, free) : forms.measure(places, runs, slot, free);
      if (areUnsure) askUnsure(places, slot);
    } else if (inNoOrder && asked > SCATTERED) places.measureList(leastAtAll, slot);
    else if (inNoOrder && asked > WIDE && count > PART)
      measureCloseParts(
        places,
        { left: middleX - radius, top: middleY - radius, width: 2 * radius },
        measure,
        slot,
        free,
      );
    else if (asked === 1) measureAt(fields[0], count, slot);
    else {
      fields.forEach(askMiddles);
      fields.forEach(askRuns);
    }
    places.count = count;
  };
  return measure;
}
