import type { Bounds, Operand } from "../../polygon";
import type { List, Measure } from "../assembly/places";
import type { Grid } from "../field";
import type { Slope } from "../forms";
import type { FormNumbers } from "../forms/form-numbers";

/**
 * What values are worth on one side of the zeros: the distance to them, no more than that, or neither (where the Lipschitz
 * constant is greater than 1: divided by it they are a bound). docs/distance.md derives it for each composition.
 */
export type Worth = "exact" | "bound" | "neither";

/**
 * Row by row, where a place is as quick to measure whatever the one before; in tiles, where places close to each other are the quicker; in
 * blocks of tiles, where lists of places close to each other are; or as a grid in a way of its own, which is quicker than lists.
 */
export type Order = "rows" | "tiles" | "blocks" | "grid";

/** The polygons that a field is the exact distance to, but for rounding; null where they are better not made. */
export type Outline = () => Operand | null;

/** A signed distance field, or what was composed of some: negative inside, in plan units. */
export interface DistanceField {
  /** The value at a place; the gradient is written into `slope`. */
  at(x: number, y: number, slope?: Slope): number;
  /**
   * The values at all cell centres, row by row from the smallest y; in `values`, if that is given, which throws `RangeError` if it has another
   * length. To have a new array from the system can take as long as to sample a simple field: who samples often gives the same one.
   */
  sample(grid: Grid, values?: Float64Array): Float64Array;
  /** Writes the values at many places, best close to each other. */
  list: List;
  /** How the compiled part measures it. */
  measure: Measure;
  /** In which order samples of a grid are best measured. */
  order: Order;
  /** What the compiled part takes it by, if it is made of a closed form, or of a polygon of few edges. */
  form?: () => FormNumbers | null;
  /** The fields whose least value a union has. */
  united?: readonly DistanceField[];
  worth: { inside: Worth; outside: Worth };
  /** No two values differ by more than so many times the distance of their places. */
  lipschitz: number;
  outline?: Outline;
  /** A box around all places with values up to a level; null where there are none. Its sides may be infinite. */
  within(level: number): Bounds | null;
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

export function boxInBoth(a: Bounds | null, b: Bounds | null): Bounds | null {
  if (!a || !b) return null;
  const [minX, maxX] = [Math.max(a.minX, b.minX), Math.min(a.maxX, b.maxX)];
  const [minY, maxY] = [Math.max(a.minY, b.minY), Math.min(a.maxY, b.maxY)];
  return minX <= maxX && minY <= maxY ? { minX, minY, maxX, maxY } : null;
}

export function boxAroundBoth(a: Bounds | null, b: Bounds | null): Bounds | null {
  if (!a || !b) return a ?? b;
  return {
    minX: Math.min(a.minX, b.minX),
    minY: Math.min(a.minY, b.minY),
    maxX: Math.max(a.maxX, b.maxX),
    maxY: Math.max(a.maxY, b.maxY),
  };
}

const ORDER: readonly Worth[] = ["neither", "bound", "exact"];

/** The least of some worths. */
export function least(...worths: Worth[]): Worth {
  return ORDER[Math.min(...worths.map((worth) => ORDER.indexOf(worth)))];
}
