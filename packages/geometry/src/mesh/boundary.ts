import { pointOrder } from "../numeric";
import { allRings, type MultiPolygon, requireFiniteRings } from "../polygon";

/** The boundary as edges between points in lexicographic order; the inside lies to the left of each. */
export interface Boundary {
  x: Float64Array;
  y: Float64Array;
  from: Int32Array;
  to: Int32Array;
}

/** Throws `OperandError` for coordinates that are not finite. */
export function boundaryOf(polygons: MultiPolygon): Boundary {
  const rings = allRings(polygons);
  requireFiniteRings(rings, "the polygons");
  const total = rings.reduce((sum, ring) => sum + ring.length / 2, 0);
  const [px, py] = [new Float64Array(total), new Float64Array(total)];
  let at = 0;
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2, at++) {
      px[at] = ring[i];
      py[at] = ring[i + 1];
    }
  const node = new Int32Array(total);
  const [x, y] = [new Float64Array(total), new Float64Array(total)];
  let last = -1;
  for (const i of pointOrder(px, py)) {
    if (last < 0 || x[last] !== px[i] || y[last] !== py[i]) {
      last++;
      x[last] = px[i];
      y[last] = py[i];
    }
    node[i] = last;
  }
  const to = new Int32Array(total);
  at = 0;
  for (const ring of rings) {
    const n = ring.length / 2;
    for (let i = 0; i + 1 < n; i++) to[at + i] = node[at + i + 1];
    if (n > 0) to[at + n - 1] = node[at];
    at += n;
  }
  return { x: x.subarray(0, last + 1), y: y.subarray(0, last + 1), from: node, to };
}
