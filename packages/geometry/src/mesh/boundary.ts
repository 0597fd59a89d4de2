import { pointOrder } from "../numeric";
import { allRings, type MultiPolygon, requireFiniteRings } from "../polygon";

/**
 * The boundary as edges between points in rising order of x; the inside lies to the left of each. Of points with the same x
 * the order is up in one column and down in the next: any order would do for a sweep, as if each column leant a little
 * to one side, and from the end of one column it is not far to the start of the next. In lattices all columns upwards would
 * leave diagonals, and then triangles, as long as the columns.
 */
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
  for (const i of backAndForth(pointOrder(px, py), px)) {
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

/** Turns around every second run of points with the same x. */
export function backAndForth(order: Uint32Array, x: Float64Array): Uint32Array {
  let isDown = false;
  for (let k = 0, end = 0; k < order.length; k = end) {
    for (end = k + 1; end < order.length && x[order[end]] === x[order[k]]; end++);
    if (isDown && end - k > 1) order.subarray(k, end).reverse();
    isDown = !isDown;
  }
  return order;
}
