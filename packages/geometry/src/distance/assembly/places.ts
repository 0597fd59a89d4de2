import { type Engine, makeEngine } from "./engine";

/** So many places are measured together: few enough to stay in the processor's own memory. */
const TOGETHER = 4096;

interface Kept {
  engine: Engine;
  xs: Float64Array;
  ys: Float64Array;
  gaps: Float64Array;
  table: Float64Array;
}

let kept: Kept | undefined;

/** Measures distances from places by the compiled part, with a table of numbers where that takes one. */
export function measurePlaces(
  xs: Float64Array,
  ys: Float64Array,
  values: Float64Array,
  measure: (engine: Engine, count: number) => void,
  table: Float64Array = NOTHING,
): void {
  if (!kept || kept.table.length < table.length) kept = withRoom(table.length);
  kept.table.set(table);
  for (let from = 0; from < xs.length; from += TOGETHER) {
    const to = Math.min(xs.length, from + TOGETHER);
    kept.xs.set(xs.subarray(from, to));
    kept.ys.set(ys.subarray(from, to));
    measure(kept.engine, to - from);
    values.set(kept.gaps.subarray(0, to - from), from);
  }
}

const NOTHING = new Float64Array(0);

function withRoom(numbers: number): Kept {
  const engine = makeEngine();
  const edges = Math.max(64, Math.ceil(numbers / 4));
  engine.place(edges, 0, 0, TOGETHER);
  const view = (address: { value: number }, length: number) =>
    new Float64Array(engine.memory.buffer, address.value, length);
  return {
    engine,
    xs: view(engine.xs, TOGETHER),
    ys: view(engine.ys, TOGETHER),
    gaps: view(engine.gaps, TOGETHER),
    table: view(engine.edges, 4 * edges),
  };
}
