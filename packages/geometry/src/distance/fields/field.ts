import type { Bounds } from "../../polygon";
import type { Grid } from "../field";
import type { Slope } from "../forms";

/**
 * What values are worth on one side of the zeros: the distance to them, no more than that, or neither (where the Lipschitz
 * constant is greater than 1: divided by it they are a bound). docs/distance.md derives it for each composition.
 */
export type Worth = "exact" | "bound" | "neither";

/** A signed distance field, or what was composed of some: negative inside, in plan units. */
export interface DistanceField {
  /** The value at a place; the gradient is written into `slope`. */
  at(x: number, y: number, slope?: Slope): number;
  /** The values at all cell centres, row by row from the smallest y. */
  sample(grid: Grid): Float64Array;
  /** Writes the values at many places; only where they need no preparing, which `sample` does once for a grid. */
  list?(xs: Float64Array, ys: Float64Array, values: Float64Array): void;
  worth: { inside: Worth; outside: Worth };
  /** No two values differ by more than so many times the distance of their places. */
  lipschitz: number;
  /** A box around all places with values up to a level; null where there are none. Its sides may be infinite. */
  within(level: number): Bounds | null;
}

/** Samples and lists of what is known place by place. */
export function byPlaces(at: DistanceField["at"]): Pick<DistanceField, "sample" | "list"> {
  return byLists((xs, ys, values) => {
    for (let i = 0; i < xs.length; i++) values[i] = at(xs[i], ys[i]);
  });
}

/** Samples of what is known list by list: each row is one, short enough to stay in the processor's own memory. */
export function byLists(list: NonNullable<DistanceField["list"]>): Pick<DistanceField, "sample" | "list"> {
  return {
    list,
    sample(grid) {
      const { x, y, cell, columns, rows } = grid;
      const values = new Float64Array(columns * rows);
      const xs = Float64Array.from({ length: columns }, (_, k) => x + (k + 0.5) * cell);
      const ys = new Float64Array(columns);
      for (let row = 0; row < rows; row++)
        list(xs, ys.fill(y + (row + 0.5) * cell), values.subarray(row * columns, (row + 1) * columns));
      return values;
    },
  };
}

/** Samples and lists of a field whose values are changed one by one. */
export function changed(
  field: DistanceField,
  change: (values: Float64Array) => void,
): Pick<DistanceField, "sample" | "list"> {
  const { list } = field;
  if (list)
    return byLists((xs, ys, values) => {
      list(xs, ys, values);
      change(values);
    });
  return {
    sample(grid) {
      const values = field.sample(grid);
      change(values);
      return values;
    },
  };
}

/** Samples and lists of two fields whose values are joined, into those of the first. */
export function joined(
  a: DistanceField,
  b: DistanceField,
  join: (values: Float64Array, others: Float64Array) => void,
): Pick<DistanceField, "sample" | "list"> {
  const { list } = a;
  const other = b.list;
  const room = scratch();
  if (list && other)
    return byLists((xs, ys, values) => {
      const others = room(xs.length);
      list(xs, ys, values);
      other(xs, ys, others);
      join(values, others);
    });
  return {
    sample(grid) {
      const values = a.sample(grid);
      join(values, b.sample(grid));
      return values;
    },
  };
}

/** An array that is used again while its length is the same. */
export function scratch(): (length: number) => Float64Array {
  let kept = new Float64Array(0);
  return (length) => {
    if (kept.length !== length) kept = new Float64Array(length);
    return kept;
  };
}

export const EVERYWHERE: Bounds = {
  minX: Number.NEGATIVE_INFINITY,
  minY: Number.NEGATIVE_INFINITY,
  maxX: Number.POSITIVE_INFINITY,
  maxY: Number.POSITIVE_INFINITY,
};

/** What lies around a box by a distance, or what is left of it. */
export function grownBox({ minX, minY, maxX, maxY }: Bounds, by: number): Bounds {
  return { minX: minX - by, minY: minY - by, maxX: maxX + by, maxY: maxY + by };
}

const ORDER: readonly Worth[] = ["neither", "bound", "exact"];

/** The least of some worths. */
export function least(...worths: Worth[]): Worth {
  return ORDER[Math.min(...worths.map((worth) => ORDER.indexOf(worth)))];
}
