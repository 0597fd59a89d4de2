import type { Ring } from "./types";

/** All edges of rings, ring by ring, as x0 y0 x1 y1 each: one flat array for loops over every edge. */
export function edgesOf(rings: readonly Ring[]): Float64Array {
  const edges = new Float64Array(2 * rings.reduce((sum, ring) => sum + ring.length, 0));
  let e = 0;
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const j = i + 2 < ring.length ? i + 2 : 0;
      edges[e++] = ring[i];
      edges[e++] = ring[i + 1];
      edges[e++] = ring[j];
      edges[e++] = ring[j + 1];
    }
  return edges;
}
