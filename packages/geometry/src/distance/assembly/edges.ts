import { type BoxTree, FAN } from "../box-tree";
import { type Engine, makeEngine } from "./engine";

/** One with more memory is not kept. */
const KEPT = 1 << 27;

/** What was used last, with the edges that lie in its tables. */
let kept: { engine: Engine; tree: BoxTree; points: number } | undefined;

/** Uses the compiled part with some edges in its tables, and room for some points. */
export function withEdges<T>(tree: BoxTree, points: number, use: (engine: Engine) => T): T {
  const last = kept;
  kept = undefined;
  const engine = last?.engine ?? makeEngine();
  const isLoaded = last?.tree === tree && points <= last.points;
  if (!isLoaded) load(engine, tree, points);
  const result = use(engine);
  if (engine.memory.buffer.byteLength <= KEPT) kept = { engine, tree, points: isLoaded ? last.points : points };
  return result;
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
