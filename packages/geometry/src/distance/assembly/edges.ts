import { type BoxTree, FAN } from "../box-tree";
import type { Engine } from "./engine";
import { withTables } from "./tables";

/** Uses the compiled part with some edges in its tables, and room for some points. */
export function withEdges<T>(tree: BoxTree, points: number, use: (engine: Engine) => T): T {
  return withTables(tree, points, (engine) => load(engine, tree, points), use);
}

function load(engine: Engine, { count, edges, levels }: BoxTree, points: number): void {
  const boxes = levels.reduce((sum, level) => sum + level.length / 4, 0);
  engine.place(count, boxes, levels[0].length / 4, points);
  const { buffer } = engine.memory;
  new Float64Array(buffer, engine.edges.value, 4 * count).set(edges);
  const sides = new Float64Array(buffer, engine.sides.value, 4 * boxes);
  const children = new Int32Array(buffer, engine.children.value, 4 * boxes);
  let at = 0;
  let below = 0;
  let belowEnd = count;
  let held = FAN;
  for (const level of levels) {
    const n = level.length / 4;
    sides.set(level, 4 * at);
    for (let k = 0; k < n; k++) {
      children.set(
        [below + FAN * k, Math.min(belowEnd, below + FAN * (k + 1)), Math.min(held, count - held * k)],
        4 * (at + k),
      );
    }
    below = at;
    at += n;
    belowEnd = at;
    held *= FAN;
  }
  engine.measureEdges();
}
