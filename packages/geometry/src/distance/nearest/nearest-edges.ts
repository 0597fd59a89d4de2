import type { BoxTree } from "../box-tree";
import { withEdges } from "./engine";

/** The nearest edge of each of many points, anywhere; -1 where there are no edges. Where two are as near, either. */
export function nearestEdges(tree: BoxTree, x: Float64Array, y: Float64Array): Int32Array {
  const points = x.length;
  if (tree.count === 0 || points === 0) return new Int32Array(points).fill(-1);
  return withEdges(tree, points, (engine) => {
    const { buffer } = engine.memory;
    new Float64Array(buffer, engine.xs.value, points).set(x);
    new Float64Array(buffer, engine.ys.value, points).set(y);
    engine.nearestEdges();
    return new Int32Array(engine.memory.buffer, engine.found.value, points).slice();
  });
}
