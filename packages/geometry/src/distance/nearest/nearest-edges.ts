import { withEdges } from "../assembly/edges";
import type { BoxTree } from "../box-tree";

/** The nearest edge of each of many points, anywhere; -1 where there are no edges. Where two are as near, either. */
export function nearestEdges(tree: BoxTree, x: Float64Array, y: Float64Array): Int32Array {
  const points = x.length;
  if (tree.count === 0) return new Int32Array(points).fill(-1);
  return withPoints(tree, x, y, (buffer, { found }) => new Int32Array(buffer, found.value, points).slice());
}

/**
 * Writes the distances of many points from the nearest of some edges, of which there is one at least. `gap` is asked where a point lies so
 * near that doubles cannot square its distance.
 */
export function pointDistances(
  tree: BoxTree,
  x: Float64Array,
  y: Float64Array,
  gap: (x: number, y: number) => number,
  values: Float64Array,
): void {
  withPoints(tree, x, y, (buffer, { gaps }) => values.set(new Float64Array(buffer, gaps.value, x.length)));
  for (let i = 0; i < values.length; i++) if (values[i] < 0) values[i] = gap(x[i], y[i]);
}

function withPoints<T>(
  tree: BoxTree,
  x: Float64Array,
  y: Float64Array,
  read: (buffer: ArrayBuffer, tables: { found: { value: number }; gaps: { value: number } }) => T,
): T {
  return withEdges(tree, x.length, (engine) => {
    new Float64Array(engine.memory.buffer, engine.xs.value, x.length).set(x);
    new Float64Array(engine.memory.buffer, engine.ys.value, x.length).set(y);
    if (x.length > 0) engine.nearestEdges(x.length);
    return read(engine.memory.buffer, engine);
  });
}
