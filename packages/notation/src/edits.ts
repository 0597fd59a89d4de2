import type { Affine } from "@vertexon/geometry";
import type { Handle } from "./functions";
import type { Span } from "./syntax";

/** A replacement of a stretch of the script. */
export interface TextEdit extends Span {
  insert: string;
}

/**
 * The edits that put a handle to (x, y) on the plan by rewriting the numbers it was written with, rounded to
 * `decimals`. A coordinate that is computed stays. `offset` is where the handle's statement begins in the script.
 */
export function moveHandle(handle: Handle, offset: number, x: number, y: number, decimals: number): TextEdit[] {
  const point = inverse(handle.map, x, y);
  const edits: TextEdit[] = [];
  const rewrite = (span: Span | null, value: number): void => {
    if (span) edits.push({ from: offset + span.from, to: offset + span.to, insert: writeNumber(value, decimals) });
  };
  rewrite(handle.written.x, point.x);
  rewrite(handle.written.y, point.y);
  return edits;
}

/** A number for the script: rounded to `decimals`, without trailing zeros or an exponent. */
export function writeNumber(value: number, decimals: number): string {
  const text = value.toFixed(Math.max(0, Math.min(17, decimals)));
  const short = text.includes(".") ? text.replace(/\.?0+$/, "") : text;
  return short === "-0" ? "0" : short;
}

export function applyEdits(script: string, edits: readonly TextEdit[]): string {
  let result = script;
  for (const { from, to, insert } of [...edits].sort((a, b) => b.from - a.from))
    result = result.slice(0, from) + insert + result.slice(to);
  return result;
}

function inverse({ a, b, c, d, e, f }: Affine, x: number, y: number): { x: number; y: number } {
  const determinant = a * d - b * c;
  return { x: (d * (x - e) - c * (y - f)) / determinant, y: (a * (y - f) - b * (x - e)) / determinant };
}
