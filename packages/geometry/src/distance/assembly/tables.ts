import { type Engine, makeEngine } from "./engine";

/** One with more memory is not kept. */
const KEPT = 1 << 27;

/** What was used last, and what lies in its tables. */
let kept: { engine: Engine; tables: object; points: number } | undefined;

/** Uses the compiled part with some tables, which `load` puts there unless they are the last ones, and room for some points. */
export function withTables<T>(
  tables: object,
  points: number,
  load: (engine: Engine) => void,
  use: (engine: Engine) => T,
): T {
  const last = kept;
  kept = undefined;
  const engine = last?.engine ?? makeEngine();
  const isLoaded = last !== undefined && last.tables === tables && points <= last.points;
  if (!isLoaded) load(engine);
  const result = use(engine);
  if (engine.memory.buffer.byteLength <= KEPT) kept = { engine, tables, points: isLoaded ? last.points : points };
  return result;
}
