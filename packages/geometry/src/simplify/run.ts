import type { Ring } from "../polygon";

export interface Outline {
  vertices: Ring;
  closed: boolean;
}

/** An outline as points in a row, the start of a closed one again at the end, and the indices of those that stay. */
export interface Run {
  points: Float64Array;
  closed: boolean;
  /** How wide to search for the fewest, see `fewestVertices`. */
  beam: number;
  /** Rising, the first and the last among them. Edge e of the result leads from kept[e] to kept[e + 1]. */
  kept: number[];
  /** The sense in which a closed outline turns at its least vertex. */
  sense: -1 | 0 | 1;
}
