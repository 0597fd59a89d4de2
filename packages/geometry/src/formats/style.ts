import type { Bounds } from "../polygon";
import type { Pieces } from "./template/pieces";

/** How lists of vertices are laid out in source code. */
export const LAYOUTS = ["nested", "pairs", "flat", "separate"] as const;
export type Layout = (typeof LAYOUTS)[number];

/** What coordinates are in the program. */
export const NUMBER_TYPES = ["float64", "float32", "int32", "int16"] as const;
export type NumberType = (typeof NUMBER_TYPES)[number];

export const INDEX_TYPES = ["uint16", "uint32"] as const;
export type IndexType = (typeof INDEX_TYPES)[number];

/** How figures are written; every form looks at what is of use to it. */
export interface Style {
  /** Digits after the decimal point, 0 to 17, or as few as bring every number back bit for bit. */
  decimals: number | "exact";
  layout: Layout;
  numbers: NumberType;
  indices: IndexType;
  /** Coordinates are shares of the plan's box, 0 to 1. */
  shares: boolean;
  /** The file's name, without its ending. */
  file: string;
  /** The plan's box in the target's coordinates. */
  box: Bounds;
  /** A form of one's own. */
  pieces: Pieces | null;
}
