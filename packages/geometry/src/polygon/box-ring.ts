import type { Bounds, Ring } from "./types";

/** A box as a ring, its area positive. */
export function boxRing({ minX, minY, maxX, maxY }: Bounds): Ring {
  return Float64Array.of(minX, minY, maxX, minY, maxX, maxY, minX, maxY);
}
