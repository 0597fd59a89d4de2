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
  const order = Uint32Array.from(px, (_, i) => i).sort((i, j) => px[i] - px[j] || py[i] - py[j]);
  const node = new Int32Array(total);
  const [x, y]: [number[], number[]] = [[], []];
  for (const i of order) {
    if (x.length === 0 || x[x.length - 1] !== px[i] || y[y.length - 1] !== py[i]) {
      x.push(px[i]);
      y.push(py[i]);
    }
    node[i] = x.length - 1;
  }
  const [from, to] = [new Int32Array(total), new Int32Array(total)];
  at = 0;
  for (const ring of rings) {
    const n = ring.length / 2;
    for (let i = 0; i < n; i++) {
      from[at + i] = node[at + i];
      to[at + i] = node[at + ((i + 1) % n)];
    }
    at += n;
  }
  return { x: Float64Array.from(x), y: Float64Array.from(y), from, to };
}
