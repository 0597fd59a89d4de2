import { carvedDoubles } from "../memory";
import type { Ring } from "./types";

/** All edges of rings, ring by ring, as x0 y0 x1 y1 each: one flat array for loops over every edge. */
export function edgesOf(rings: readonly Ring[]): Float64Array {
  let length = 0;
  for (const ring of rings) length += ring.length;
  const edges = carvedDoubles(2 * length);
  let e = 0;
  for (const ring of rings) {
    writeEdges(ring, edges, e);
    e += 2 * ring.length;
  }
  return edges;
}

/** Apart from where arrays are made, so that compiled code of the loop outlasts a first array of another kind. */
function writeEdges(ring: Ring, edges: Float64Array, at: number): void {
  if (ring.length === 0) return;
  let e = at;
  let x = ring[0];
  let y = ring[1];
  for (let i = 2; i <= ring.length; i += 2) {
    edges[e++] = x;
    edges[e++] = y;
    const j = i < ring.length ? i : 0;
    edges[e++] = x = ring[j];
    edges[e++] = y = ring[j + 1];
  }
}
