import { locatePoint } from "../location";
import { bounds, orientationOf, type Ring } from "../polygon";

/** Indices of an outer ring and of the holes directly inside it. */
export interface Nest {
  outer: number;
  holes: number[];
}

/**
 * Gives every ring of negative orientation to the innermost ring of positive orientation around it.
 *
 * Rings may touch in points but share no edge, so the middle of an edge lies on no other ring and decides. Grid
 * coordinates are integers below 2^47: the middle is exact. Of the rings around a hole the innermost is the one that
 * no other of them lies in.
 */
export function nest(rings: readonly Ring[]): Nest[] {
  const nests: Nest[] = [];
  const holes: number[] = [];
  rings.forEach((ring, i) => {
    if (orientationOf(ring) > 0) nests.push({ outer: i, holes: [] });
    else holes.push(i);
  });
  const boxes = nests.map(({ outer }) => bounds([rings[outer]])!);
  const around = (i: number, k: number): boolean => {
    const ring = rings[i];
    const x = (ring[0] + ring[2]) / 2;
    const y = (ring[1] + ring[3]) / 2;
    const box = boxes[k];
    if (x < box.minX || x > box.maxX || y < box.minY || y > box.maxY) return false;
    return locatePoint(x, y, { rings: [rings[nests[k].outer]], fillRule: "nonzero" }).side === "inside";
  };
  for (const hole of holes) {
    let innermost = -1;
    for (let k = 0; k < nests.length; k++)
      if (around(hole, k) && (innermost < 0 || around(nests[k].outer, innermost))) innermost = k;
    nests[innermost].holes.push(hole);
  }
  return nests;
}
