import {
  type Change,
  changeValues,
  type List,
  type Measure,
  measurePlaces,
  measureSamples,
  TOGETHER,
} from "../assembly/places";
import { type Grid, samplesOf } from "../field";
import type { DistanceField } from "./field";

/** The ways to measure many places of a field at once. */
export type Measured = Pick<DistanceField, "sample" | "list" | "inRows" | "measure">;

/** By a list at a time; of a grid as many rows as are measured together. */
function byRows(list: List): Measured {
  return {
    list,
    inRows: true,
    measure: null,
    sample(grid, given) {
      const values = samplesOf(grid, given);
      const { columns, rows } = grid;
      const [row, all] = placesOf(grid);
      const together = Math.max(1, Math.min(rows, Math.floor(TOGETHER / columns)));
      const xs = new Float64Array(together * columns);
      const ys = new Float64Array(together * columns);
      for (let k = 0; k < together; k++) xs.set(row, k * columns);
      for (let first = 0; first < rows; first += together) {
        const end = Math.min(rows, first + together);
        for (let k = first; k < end; k++) ys.fill(all[k], (k - first) * columns, (k - first + 1) * columns);
        const count = (end - first) * columns;
        list(xs.subarray(0, count), ys.subarray(0, count), values.subarray(first * columns, end * columns));
      }
      return values;
    },
  };
}

/** Samples along a side of a block. */
const BLOCK = 64;

/** By a list at a time; of a grid each square block is one, for lists that are the quicker the closer their places lie together. */
export function byBlocks(list: List, side = BLOCK): Measured {
  return {
    list,
    inRows: false,
    measure: null,
    sample(grid, given) {
      const values = samplesOf(grid, given);
      const { columns, rows } = grid;
      const [xs, ys] = placesOf(grid);
      const [blockXs, blockYs, found] = [0, 1, 2].map(() => new Float64Array(side * side));
      for (let top = 0; top < rows; top += side)
        for (let left = 0; left < columns; left += side) {
          const right = Math.min(columns, left + side);
          const bottom = Math.min(rows, top + side);
          let count = 0;
          for (let row = top; row < bottom; row++)
            for (let column = left; column < right; column++) {
              blockXs[count] = xs[column];
              blockYs[count++] = ys[row];
            }
          list(blockXs.subarray(0, count), blockYs.subarray(0, count), found.subarray(0, count));
          count = 0;
          for (let row = top; row < bottom; row++)
            for (let column = left; column < right; column++) values[row * columns + column] = found[count++];
        }
      return values;
    },
  };
}

/** Of lists that rest on others, in the way that suits these. */
export function byLists(list: List, inRows: boolean): Measured {
  return inRows ? byRows(list) : byBlocks(list);
}

/** Of what is known place by place. */
export function byPlaces(at: DistanceField["at"]): Measured {
  return byRows((xs, ys, values) => {
    for (let i = 0; i < xs.length; i++) values[i] = at(xs[i], ys[i]);
  });
}

/** By the compiled part; what rests on lists that want blocks is sampled in blocks. */
export function byMeasure(measure: Measure, inRows = true): Measured {
  const list = listOf(measure);
  if (!inRows) return { ...byBlocks(list), measure };
  return { list, inRows, measure, sample: (grid, given) => measureSamples(measure, grid, samplesOf(grid, given)) };
}

/** Lists of what the compiled part measures. */
export function listOf(measure: Measure): List {
  return (xs, ys, values) => measurePlaces(measure, xs, ys, values);
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

/** A measure for any field: its own, or one that calls its list. */
export function measureOf({ measure, list }: DistanceField): Measure {
  return measure ?? ((places, slot, free) => places.measureList(list, slot, free));
}

/** Of a field whose values are changed. */
export function changed(field: DistanceField, change: Change): Measured {
  const { measure } = field;
  const both: Measure | null =
    measure &&
    ((places, slot, free) => {
      measure(places, slot, free);
      change(places, slot, free);
    });
  const list: List = (xs, ys, values) => {
    field.list(xs, ys, values);
    changeValues(change, values);
  };
  return sampledLike(field.inRows, both, list, (grid, given) => {
    const values = field.sample(grid, given);
    changeValues(change, values);
    return values;
  });
}

/** Of two fields whose values are joined. */
export function joined(a: DistanceField, b: DistanceField, join: Change): Measured {
  const [measure, other] = [a.measure, b.measure];
  const both: Measure | null =
    measure &&
    other &&
    ((places, slot, free) => {
      measure(places, slot, free);
      other(places, free, free + 1);
      join(places, slot, free);
    });
  const room = scratch();
  const list: List = (xs, ys, values) => {
    const others = room(xs.length);
    a.list(xs, ys, values);
    b.list(xs, ys, others);
    changeValues(join, values, others);
  };
  return sampledLike(a.inRows && b.inRows, both, list, (grid, given) => {
    const values = a.sample(grid, given);
    changeValues(join, values, b.sample(grid, room(values.length)));
    return values;
  });
}

/** Lists by the measure if there is one; grids by rows of lists, or by `sample`. */
function sampledLike(inRows: boolean, measure: Measure | null, list: List, sample: DistanceField["sample"]): Measured {
  if (inRows) return measure ? byMeasure(measure) : byRows(list);
  return { list: measure ? listOf(measure) : list, inRows, sample, measure };
}

/** An array that is used again while its length is the same. */
export function scratch(): (length: number) => Float64Array {
  let kept = new Float64Array(0);
  return (length) => {
    if (kept.length !== length) kept = new Float64Array(length);
    return kept;
  };
}

/** The x of a grid's columns, and the y of its rows. */
function placesOf({ x, y, cell, columns, rows }: Grid): [xs: Float64Array, ys: Float64Array] {
  return [
    Float64Array.from({ length: columns }, (_, k) => x + (k + 0.5) * cell),
    Float64Array.from({ length: rows }, (_, k) => y + (k + 0.5) * cell),
  ];
}
