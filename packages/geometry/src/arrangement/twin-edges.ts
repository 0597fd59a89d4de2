import type { GrowingInts } from "./growing";

/** Crossings of twins: edges whose ends lie in the same two pixels. */
export interface TwinCrossings {
  /** The twins of each crossing, two by two. */
  edges: GrowingInts;
  /** The pixel of each crossing, by its number among the crossings. */
  pixels: Int32Array;
}

/**
 * Takes back the crossings of twins that have nothing else near them: those edges fall together on the grid, as copies of
 * an outline do that differ by rounding, and vertices where they cross would say nothing. `nearEdges` and `nearPoints`,
 * pair by pair, are the points near edges, crossings numbered from `vertices` on. Their pairs are taken out; the result
 * marks the pixels of these crossings.
 *
 * Twins, and twins of theirs, are a family. All that comes near one of them between its ends are crossings of the family,
 * and these come near no other edge: so no vertex lies between the family's edges, nothing crosses them but in the pixels
 * of their ends, and all of them can be moved to the straight way between those without passing over anything.
 */
export function withoutTwins(
  edges: number,
  vertices: number,
  crossings: number,
  { edges: twins, pixels }: TwinCrossings,
  nearEdges: GrowingInts,
  nearPoints: GrowingInts,
): Uint8Array {
  const parent = Int32Array.from({ length: edges }, (_, e) => e);
  const familyOf = (edge: number): number => {
    let e = edge;
    while (parent[e] !== e) {
      parent[e] = parent[parent[e]];
      e = parent[e];
    }
    return e;
  };
  const isTwin = new Uint8Array(edges);
  for (let k = 0; k < twins.length; k += 2) {
    isTwin[twins.values[k]] = isTwin[twins.values[k + 1]] = 1;
    parent[familyOf(twins.values[k])] = familyOf(twins.values[k + 1]);
  }
  const hasOthers = new Uint8Array(edges);
  const family = new Int32Array(crossings).fill(-1);
  for (let k = 0; k < pixels.length; k++) {
    const mine = familyOf(twins.values[2 * k]);
    if (family[pixels[k]] >= 0 && family[pixels[k]] !== mine) hasOthers[mine] = hasOthers[family[pixels[k]]] = 1;
    family[pixels[k]] = mine;
  }
  for (let k = 0; k < nearEdges.length; k++) {
    const e = nearEdges.values[k];
    const c = nearPoints.values[k] - vertices;
    const ofEdge = isTwin[e] ? familyOf(e) : -1;
    const ofPoint = c >= 0 ? family[c] : -1;
    if (ofEdge === ofPoint) continue;
    if (ofEdge >= 0) hasOthers[ofEdge] = 1;
    if (ofPoint >= 0) hasOthers[ofPoint] = 1;
  }
  const isGone = Uint8Array.from(family, (f) => (f >= 0 && !hasOthers[f] ? 1 : 0));
  let kept = 0;
  for (let k = 0; k < nearEdges.length; k++) {
    const point = nearPoints.values[k];
    if (point >= vertices && isGone[point - vertices]) continue;
    nearEdges.values[kept] = nearEdges.values[k];
    nearPoints.values[kept++] = point;
  }
  nearEdges.length = nearPoints.length = kept;
  return isGone;
}
