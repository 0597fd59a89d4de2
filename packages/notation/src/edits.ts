import type { Affine } from "@vertexon/geometry";
import type { Handle, WrittenNumber } from "./functions";
import { type Expression, parseStatement, ScriptError, type TextEdit } from "./syntax";

/**
 * The edits that put a handle to (x, y) on the plan by rewriting the numbers it was written with, rounded to
 * `decimals`. A coordinate that is computed stays. `offset` is where the handle's statement begins in the script.
 */
export function moveHandle(handle: Handle, offset: number, x: number, y: number, decimals: number): TextEdit[] {
  const point = inverse(handle.map, x, y);
  const edits: TextEdit[] = [];
  const rewrite = (place: WrittenNumber | null, value: number): void => {
    if (!place) return;
    const text = writeNumber(value, decimals);
    const before = place.tightBefore && !text.startsWith("-") ? " " : "";
    const after = place.tightAfter ? " " : "";
    edits.push({ from: offset + place.from, to: offset + place.to, insert: before + text + after });
  };
  rewrite(handle.written.x, point.x);
  rewrite(handle.written.y, point.y);
  return edits;
}

/**
 * The edit that adds a point to what a probe statement asks, or null when the statement is no plain `probe(shape, at: …)`.
 * `offset` is where the statement begins in the script.
 */
export function addProbePoint(statement: string, offset: number, x: string, y: string): TextEdit | null {
  const at = probedPlaces(statement);
  if (!at) return null;
  const isList = at.kind === "tuple" && at.items.length > 0 && at.items.every(({ kind }) => kind === "tuple");
  if (isList) return { from: offset + at.to - 1, to: offset + at.to - 1, insert: `, (${x}, ${y})` };
  const text = statement.slice(at.from, at.to);
  return { from: offset + at.from, to: offset + at.to, insert: `(${text}, (${x}, ${y}))` };
}

function probedPlaces(text: string): Expression | null {
  try {
    const statement = parseStatement(text);
    const call = statement.kind === "definition" ? statement.value : null;
    if (call?.kind !== "call" || call.name !== "probe" || call.args.length !== 2) return null;
    return (call.args.find(({ name }) => name === "at") ?? call.args[1]).value;
  } catch (error) {
    if (error instanceof ScriptError) return null;
    throw error;
  }
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
