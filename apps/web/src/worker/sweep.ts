import { type Attachment, applyEdits, Sheet, type Span } from "@vertexon/notation";
import { namedShapes } from "./named-shapes";
import type { SweepChange, SweepRow, SweepView } from "./views";

/** Halvings that narrow down where the number of pieces or holes changes. */
const HALVINGS = 20;

export interface SweepRequest {
  /** The shape that is looked at. */
  name: string;
  /** Where the number stands in the script. */
  number: Span;
  from: number;
  to: number;
  steps: number;
  /** Only whole values. */
  whole: boolean;
}

/** Evaluates the sheet with a number run over a range, and looks at one shape: after each step, all that is known. */
export function* sweep(
  script: string,
  attachments: readonly Attachment[],
  { name, number, from, to, steps, whole }: SweepRequest,
): Generator<SweepView> {
  const sheet = new Sheet();
  sheet.attach([...attachments]);
  const rowAt = (value: number): SweepRow => {
    const { definitions } = sheet.update(applyEdits(script, [{ ...number, insert: String(value) }]));
    const shape = namedShapes(definitions).get(name);
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
