import type { GrowingInts } from "../../memory";
import { JoinedSets } from "./joined-sets";

/** The points near each edge: those of edge e are points[first[e]] to points[first[e + 1]]. */
export interface NearPoints {
  first: Int32Array;
  points: Int32Array;
}

/**
 * Takes back the crossings of twins, edges whose ends lie in the same two pixels, that have nothing else near them: such
 * edges fall together on the grid, as copies of an outline do that differ by rounding, and vertices where they cross would
 * say nothing. The crossing of `twins[2 k]` and `twins[2 k + 1]` lies in the pixel with the number `pixels[k]`, which is
 * the point `vertices + pixels[k]`; `nearby` edges come near each pixel. These points are taken out of the lists; the result marks the pixels of theirs.
 *
 * Twins, and twins of theirs, are a family. All that comes near one of them between its ends are crossings of the family,
 * and these come near no other edge: so no vertex lies between the family's edges, nothing crosses them but in the pixels
 * of their ends, and all of them can be moved to the straight way between those without passing over anything.
 */
export function withoutTwins(
  { first, points }: NearPoints,
  vertices: number,
  nearby: Int32Array,
  twins: GrowingInts,
  pixels: Int32Array,
): Uint8Array {
  const edges = first.length - 1;
  const families = new JoinedSets(edges);
  for (let k = 0; k < twins.length; k += 2) families.join(twins.values[k], twins.values[k + 1]);
  const hasOthers = new Uint8Array(edges);
  const crossings = nearby.length;
  const family = new Int32Array(crossings).fill(-1);
  for (let k = 0; k < pixels.length; k++) {
    const mine = families.of(twins.values[2 * k]);
    const other = family[pixels[k]];
    if (other >= 0 && other !== mine) hasOthers[mine] = hasOthers[other] = 1;
    family[pixels[k]] = mine;
  }
  // How many of the edges that come near each pixel are of other families.
  const others = nearby.slice();
  const isSeen = new Uint8Array(edges);
  for (let k = 0; k < twins.length; k++) {
    const e = twins.values[k];
    if (isSeen[e]) continue;
    isSeen[e] = 1;
    const mine = families.of(e);
    for (let i = first[e]; i < first[e + 1]; i++) {
      const c = points[i] - vertices;
      if (c < 0 || family[c] !== mine) hasOthers[mine] = 1;
      else others[c]--;
    }
  }
  for (const c of pixels) if (others[c] > 0) hasOthers[family[c]] = 1;
  const isGone = new Uint8Array(crossings);
  let count = 0;
  for (const c of pixels)
    if (!hasOthers[family[c]]) {
      isGone[c] = 1;
      count++;
    }
  if (count > 0) takeOut(first, points, vertices, isGone);
  return isGone;
}

function takeOut(first: Int32Array, points: Int32Array, vertices: number, isGone: Uint8Array): void {
  let left = 0;
  let begin = 0;
  for (let e = 0; e + 1 < first.length; e++) {
    const end = first[e + 1];
    for (let k = begin; k < end; k++)
      if (points[k] < vertices || isGone[points[k] - vertices] === 0) points[left++] = points[k];
    begin = end;
    first[e + 1] = left;
  }
}
