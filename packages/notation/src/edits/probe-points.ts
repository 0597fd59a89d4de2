import { functions } from "../library";
import { type Expression, parseStatement, ScriptError, type TextEdit } from "../syntax";

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
    const clicked = call?.kind === "call" ? functions.get(call.name)?.clicked : undefined;
    if (call?.kind !== "call" || !clicked || call.args.length < 2) return null;
    return (call.args.find(({ name }) => name === clicked) ?? call.args[call.args.length - 1]).value;
  } catch (error) {
    if (error instanceof ScriptError) return null;
    throw error;
  }
}
