import { inverse, transformPoint } from "@vertexon/geometry";
import type { Handle, Measure } from "./functions";
import { type Expression, parseStatement, ScriptError, type TextEdit } from "./syntax";

/** Where a definition begins in the script, and the range that its number was given. */
export interface DriverPlace {
  from: number;
  least?: number | null;
  greatest?: number | null;
}

/**
 * The edits that put a handle to (x, y) on the plan by rewriting the numbers that it follows from, rounded so that
 * `decimals` of a plan unit can be told apart. What follows from several numbers stays. `placeOf` tells where a
 * definition begins, null meaning the handle's own; a number keeps to its range.
 */
export function moveHandle(
  handle: Handle,
  placeOf: (name: string | null) => DriverPlace | null,
  x: number,
  y: number,
  decimals: number,
): TextEdit[] {
  const [px, py] = transformPoint(inverse(handle.map), x, y);
  const edits: TextEdit[] = [];
  for (const { measure, origin } of handle.grips) {
    const place = origin.kind === "driver" ? placeOf(origin.name) : null;
    if (origin.kind !== "driver" || !place) continue;
    const from = place.from + origin.from;
    if (edits.some((edit) => edit.from === from)) continue; // both coordinates follow from one number
    const { value, perUnit } = measured(measure, { x: px, y: py });
    const number = clamped((value - origin.offset) / origin.factor, place);
    const digits = decimals + Math.ceil(Math.log10(perUnit * Math.abs(origin.factor)) - 1e-9);
    const text = writeNumber(number, Math.max(0, Math.min(12, digits)));
    const before = origin.tightBefore && !text.startsWith("-") ? " " : "";
    edits.push({ from, to: place.from + origin.to, insert: before + text + (origin.tightAfter ? " " : "") });
  }
  return edits;
}

/** What a place says, and by how many plan units it moves for each unit of that. */
function measured(measure: Measure, { x, y }: { x: number; y: number }): { value: number; perUnit: number } {
  const [dx, dy] = [x - measure.x, y - measure.y];
  switch (measure.by) {
    case "along":
      return { value: dx * measure.dx + dy * measure.dy, perUnit: 1 / Math.hypot(measure.dx, measure.dy) };
    case "distance":
      return { value: Math.hypot(dx, dy), perUnit: 1 };
    case "angle": {
      const turns = Math.round((measure.now - Math.atan2(dy, dx)) / (2 * Math.PI));
      return { value: Math.atan2(dy, dx) + turns * 2 * Math.PI, perUnit: Math.hypot(dx, dy) };
    }
  }
}

function clamped(value: number, { least, greatest }: DriverPlace): number {
  return Math.min(greatest ?? Number.POSITIVE_INFINITY, Math.max(least ?? Number.NEGATIVE_INFINITY, value));
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
