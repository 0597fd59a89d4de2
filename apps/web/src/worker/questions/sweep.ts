import { namedShapesIn, type Shape, type Span, type Value } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

/** What a shape is at one value of a number; null where the sheet does not compute there. */
export interface SweepRow {
  value: number;
  vertices: number | null;
  error: number | null;
  area: number | null;
  pieces: number | null;
  holes: number | null;
}

/** Between which values, narrowed down, the number of pieces or holes changes. */
interface SweepChange {
  before: SweepRow;
  after: SweepRow;
}

export interface SweepView {
  rows: SweepRow[];
  changes: SweepChange[];
  /** How many of its steps a sweep has done; all of them at its end. */
  done: number;
  steps: number;
}

/** Halvings that narrow down where the number of pieces or holes changes. */
const HALVINGS = 20;

export interface SweepRequest {
  /** The shape that is looked at. */
  name: string;
  /** What the number is called, which tells one sweep from another. */
  of: string;
  /** Where it stands in the script. */
  number: Span;
  from: number;
  to: number;
  steps: number;
  /** Only whole values. */
  whole: boolean;
}

/** Milliseconds at least between two reports of what was found. */
const PAUSE = 100;

/** Evaluates the sheet with a number run over a range, and looks at one shape; tells what it has found on the way. */
export function sweep(sheet: AskedSheet, request: SweepRequest, tell: (soFar: SweepView) => void): SweepView {
  let before = performance.now();
  let last: SweepView = { rows: [], changes: [], done: 0, steps: 1 };
  for (const found of stepsOf(sheet, request)) {
    last = found;
    const now = performance.now();
    if (now - before < PAUSE) continue;
    before = now;
    tell(found);
  }
  return last;
}

/** After each step, all that is known. */
function* stepsOf(sheet: AskedSheet, { name, number, from, to, steps, whole }: SweepRequest): Generator<SweepView> {
  const definition = /^\w+/.exec(name)?.[0] ?? "";
  const shapeIn = (value: Value | null): Shape | null =>
    (value && namedShapesIn(definition, value).find(([each]) => each === name)?.[1]) ?? null;
  const rowAt = (value: number): SweepRow => {
    const shape = shapeIn(sheet.tried([{ ...number, insert: String(value) }], definition));
    if (!shape) return { value, vertices: null, error: null, area: null, pieces: null, holes: null };
    const { polygons } = shape;
    return {
      value,
      vertices: shape.vertexCount,
      error: shape.error,
      area: shape.area,
      pieces: polygons.length,
      holes: polygons.reduce((sum, { holes }) => sum + holes.length, 0),
    };
  };
  const rows: SweepRow[] = [];
  const changes: SweepChange[] = [];
  const count = Math.max(1, whole ? Math.min(steps, Math.round(to - from)) : steps);
  const most = count + 1;
  for (let i = 0; i <= count; i++) {
    const value = from + ((to - from) * i) / count;
    rows.push(rowAt(whole ? Math.round(value) : Number(value.toPrecision(12))));
    // There may be steps to come: this is not the end yet.
    yield { rows: [...rows], changes, done: i + 1, steps: most + 1 };
  }
  const jumps = rows.slice(1).flatMap((after, i) => (sameParts(rows[i], after) ? [] : [{ before: rows[i], after }]));
  const all = most + jumps.length * HALVINGS;
  for (const [i, jump] of jumps.entries()) {
    let { before, after } = jump;
    for (let k = 0; k < HALVINGS && !(whole && after.value - before.value <= 1); k++) {
      const middle = (before.value + after.value) / 2;
      const row = rowAt(whole ? Math.round(middle) : middle);
      if (sameParts(row, before)) before = row;
      else after = row;
      yield { rows, changes: [...changes], done: most + i * HALVINGS + k, steps: all };
    }
    changes.push({ before, after });
  }
  yield { rows, changes, done: all, steps: all };
}

function sameParts(a: SweepRow, b: SweepRow): boolean {
  return a.pieces === b.pieces && a.holes === b.holes;
}
