import { type Attachment, applyEdits, type Shape, Sheet, type Span } from "@vertexon/notation";
import type { SweepRow, SweepView } from "./views";

/** A sweep is given up after so many milliseconds; what it found until then is shown. */
const MOST_TIME = 4000;
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

/** Evaluates the sheet with a number run over a range, and looks at one shape; null where it does not compute. */
export function sweep(
  script: string,
  attachments: readonly Attachment[],
  shapeNamed: (sheet: Sheet, script: string, name: string) => Shape | null,
  { name, number, from, to, steps, whole }: SweepRequest,
): SweepView {
  const sheet = new Sheet();
  sheet.attach([...attachments]);
  const until = performance.now() + MOST_TIME;
  const rowAt = (value: number): SweepRow => {
    const text = applyEdits(script, [{ ...number, insert: String(value) }]);
    const shape = shapeNamed(sheet, text, name);
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
  const count = whole ? Math.min(steps, Math.round(to - from)) : steps;
  for (let i = 0; i <= count && performance.now() < until; i++) {
    const value = from + ((to - from) * i) / Math.max(1, count);
    rows.push(rowAt(whole ? Math.round(value) : Number(value.toPrecision(12))));
  }
  const changes = rows.slice(1).flatMap((after, i) => {
    let before = rows[i];
    if (sameParts(before, after)) return [];
    let next = after;
    for (let k = 0; k < HALVINGS && performance.now() < until; k++) {
      const middle = (before.value + next.value) / 2;
      if (whole && next.value - before.value <= 1) break;
      const row = rowAt(whole ? Math.round(middle) : middle);
      if (sameParts(row, before)) before = row;
      else next = row;
    }
    return [{ before, after: next }];
  });
  return { rows, changes, complete: performance.now() < until };
}

function sameParts(a: SweepRow, b: SweepRow): boolean {
  return a.pieces === b.pieces && a.holes === b.holes;
}
