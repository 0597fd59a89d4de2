import type { SyntaxNode, Tree } from "@lezer/common";
import { setWordFor } from "../messages/set-words";
import { ScriptError, type Span } from "./ast";
import { foreignToken } from "./foreign-tokens";
import { slipAt } from "./slips";

/**
 * The first place at which a statement's tree shows that the text does not fit the grammar, with what was expected.
 * `treeOf` parses another text, to see whether a mend is one.
 */
export function syntaxError(tree: Tree, text: string, treeOf: (text: string) => Tree): ScriptError | null {
  const place = firstError(tree);
  if (!place) return null;
  const { from } = place;
  if (depthOf(place) > 2 * DEEPEST_NESTING) return nestedTooDeeply({ from, to: Math.max(from + 1, place.to) });
  const at = from + (/^\s*/.exec(text.slice(from))?.[0].length ?? 0);
  const slip = slipAt(text, at, (mended, beyond) => {
    const next = firstError(treeOf(mended));
    return !next || next.from > beyond;
  });
  const foreign = foreignToken(text, at, setWordFor);
  // Signs of other languages, unless what they stand for here is plain.
  if (foreign && !(slip && SIGNS_OF_SLIPS.includes(text[at])))
    return new ScriptError(foreign.span, foreign.message, foreign.mends);
  const found = isUnclosed(text, at)
    ? undefined
    : /^(?:[A-Za-z_][A-Za-z0-9_]*|[0-9.]+|"[^"]*"|\S)/.exec(text.slice(at))?.[0];
  const to = at + (found?.length ?? 0);
  const span = found ? { from: at, to } : { from: Math.max(0, text.trimEnd().length - 1), to: text.length };
  const expected = `expected ${expectedAt(place, text, at)}, found ${found?.replace(/^[^"]+$/, '"$&"') ?? "the end"}`;
  return new ScriptError(span, slip?.message ?? expected, slip?.mends);
}

function firstError(tree: Tree): SyntaxNode | null {
  let place: SyntaxNode | null = null;
  tree.iterate({
    enter(node) {
      if (node.type.isError && !place) place = node.node;
      return !place;
    },
  });
  return place;
}

const SIGNS_OF_SLIPS = [";", "[", "{", "'"];

/** Brackets, conditions and signs inside of each other. */
export const DEEPEST_NESTING = 150;

export function nestedTooDeeply(span: Span): ScriptError {
  return new ScriptError(span, `nested more than ${DEEPEST_NESTING} deep: give a name to what is inside`);
}

function depthOf(place: SyntaxNode): number {
  let depth = 0;
  for (let node = place.parent; node; node = node.parent) depth++;
  return depth;
}

/** Whether a text begins here that goes on to the end. */
function isUnclosed(text: string, at: number): boolean {
  return /^"[^"]*$/.test(text.slice(at));
}

function expectedAt(place: SyntaxNode, text: string, at: number): string {
  const before = text.slice(0, at).trimEnd();
  const quotes = before.split('"').length - 1;
  if (quotes % 2 === 1 || isUnclosed(text, at)) return "a closing quotation mark";
  if (before === "") return "a statement: name = …, plan, tolerance, picture, fn or emit";
  if (/[=(,:*/+-]$/.test(before) && !/^(plan|emit)\b/.test(before)) return "a value";
  if (/\.$/.test(before)) return "the name of a property or a method";
  if (/\b(union|intersection|difference|xor)$/.test(before)) return "a shape";
  const statement = /^(\w+)\s*(=?)/.exec(before)!;
  if (statement[1] === "plan")
    return "plan WIDTH by HEIGHT, or plan LEAST to GREATEST by LEAST to GREATEST, then y down or y up, unit NAME";
  if (statement[1] === "fn") return "fn NAME(PARAMETERS) = VALUE";
  if (/\beach\b/.test(before) && !before.slice(before.lastIndexOf("each")).includes(":"))
    return "each NAME from FIRST to LAST: VALUE, where LIST.at(NAME) is an item of a list";
  if (/\bif\b/.test(before) && !/\belse\b/.test(before.slice(before.lastIndexOf("if"))))
    return "if CONDITION then VALUE else VALUE";
  if (statement[1] === "picture") return 'picture "FILE", then at (x, y), scale S, fade 60%, clip NAME';
  if (statement[1] === "tolerance") return "a number after tolerance";
  if (statement[1] === "emit") return 'emit NAME as FORM, then decimals COUNT, to "FILE"';
  if (!statement[2]) return `"=" after the name "${statement[1]}"`;
  for (let node: SyntaxNode | null = place; node; node = node.parent)
    if (node.name === "Arguments" || node.name === "Tuple") return 'a comma or ")"';
  const open = before.split("(").length - before.split(")").length;
  return open > 0 ? 'a comma or ")"' : "an operator or the end of the line";
}
