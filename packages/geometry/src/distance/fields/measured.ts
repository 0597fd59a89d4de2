import {
  type Change,
  changeValues,
  type List,
  type Measure,
  measureBlocks,
  measurePlaces,
  measureSamples,
  measureTiles,
} from "../assembly/places";
import { samplesOf } from "../field";
import type { DistanceField, Order } from "./field";

/** The ways to measure many places of a field at once. */
export type Measured = Pick<DistanceField, "sample" | "list" | "order" | "measure">;

const ORDERS = { rows: measureSamples, tiles: measureTiles, blocks: measureBlocks, grid: measureBlocks };

/** By the compiled part. */
export function byMeasure(measure: Measure, order: Order = "rows"): Measured {
  return {
    measure,
    order,
    list: (xs, ys, values) => measurePlaces(measure, xs, ys, values),
    sample: (grid, given) => ORDERS[order](measure, grid, samplesOf(grid, given)),
  };
}

/** The order that suits several fields, by those of each. */
export function lastOf(...given: Order[]): Order {
  const orders = Object.keys(ORDERS) as Order[];
  return orders[Math.max(...given.map((order) => orders.indexOf(order)))];
}

/** The order for lists of places of a field that may have another way for grids. */
export function listOrder(order: Order): Order {
  return order === "grid" ? "blocks" : order;
}

/** By lists that are the quicker the closer their places lie together. */
export function byLists(list: List): Measured {
  return { ...byMeasure((places, slot) => places.measureList(list, slot), "blocks"), list };
}

/** Of what is known place by place. */
export function byPlaces(at: DistanceField["at"]): Measured {
  return byLists((xs, ys, values) => {
    for (let i = 0; i < xs.length; i++) values[i] = at(xs[i], ys[i]);
  });
}

/** The values at places, x y. */
export function valuesAt({ list }: DistanceField, places: readonly number[]): Float64Array {
  const values = new Float64Array(places.length / 2);
  const [xs, ys] = [new Float64Array(values.length), new Float64Array(values.length)];
  for (let k = 0; k < values.length; k++) {
    xs[k] = places[2 * k];
    ys[k] = places[2 * k + 1];
  }
  list(xs, ys, values);
  return values;
}

/** Of a field whose values are changed. */
export function changed(field: DistanceField, change: Change): Measured {
  const both: Measure = (places, slot, free) => {
    field.measure(places, slot, free);
    change(places, slot, free);
  };
  return sampledLike(both, field.order, (grid, given) => {
    const values = field.sample(grid, given);
    changeValues(change, values);
    return values;
  });
}

/** Of two fields whose values are joined. */
export function joined(a: DistanceField, b: DistanceField, join: Change): Measured {
  const both: Measure = (places, slot, free) => {
    a.measure(places, slot, free);
    b.measure(places, free, free + 1);
    join(places, slot, free);
  };
  const room = scratch();
  return sampledLike(both, lastOf(a.order, b.order), (grid, given) => {
    const values = a.sample(grid, given);
    changeValues(join, values, b.sample(grid, room(values.length)));
    return values;
  });
}

/** By the compiled part, or by `sample` where one of those that are changed or joined has a way of its own. */
function sampledLike(measure: Measure, order: Order, sample: DistanceField["sample"]): Measured {
  const measured = byMeasure(measure, order);
  return order === "grid" ? { ...measured, sample } : measured;
}

/** An array that is used again while its length is the same. */
function scratch(): (length: number) => Float64Array {
  let kept = new Float64Array(0);
  return (length) => {
    if (kept.length !== length) kept = new Float64Array(length);
    return kept;
  };
}
