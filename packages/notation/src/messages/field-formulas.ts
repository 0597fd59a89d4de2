import { type Argument, type Expression, type Mend, ScriptError, type Span } from "../syntax";
import type { Value } from "../values";

type Sum = Extract<Expression, { kind: "arithmetic" }>;

/** What formulas of distances are called here: signs stand for no operation between shapes or distances. Null for other values. */
export function combinedBySign(expression: Sum, left: Value, right: Value): ScriptError | null {
  if (isDistance(left) && isDistance(right))
    return byWords(expression, left.type === "shape" && right.type === "shape");
  const { operator } = expression;
  if (isDistance(left) && right.type === "number" && (operator === "+" || operator === "-"))
    return byOffset(expression, left.type === "shape");
  return null;
}

function byWords({ operator, left, right, from, to }: Sum, areShapes: boolean): ScriptError {
  const word = { "+": "union", "-": "difference", "*": "intersection", "/": null }[operator];
  const what = areShapes ? "shapes" : "distances";
  const message = `${what} are combined by words: union, intersection, difference or xor, not by "${operator}"`;
  const edits = [{ from: left.to, to: right.from, insert: ` ${word} ` }];
  return new ScriptError({ from, to }, message, word ? [{ label: `Write ${word}`, edits }] : []);
}

/** What is inside grows where something is taken from all distances. */
function byOffset({ operator, left, right, from, to }: Sum, isShape: boolean): ScriptError {
  const message = `${isShape ? "a shape" : "a distance"} grows by offset, as in ${isShape ? "pond" : "soft"}.offset(3), and shrinks by a negative one; not by "${operator}"`;
  if (left.kind !== "name" && left.kind !== "call" && left.kind !== "method")
    return new ScriptError({ from, to }, message);
  const begin = operator === "-" ? ".offset(" : right.kind === "number" ? ".offset(-" : ".offset(-1 * ";
  const edits = [
    { from: left.to, to: right.from, insert: begin },
    { from: right.to, to: right.to, insert: ")" },
  ];
  return new ScriptError({ from, to }, message, [{ label: "Write offset", edits }]);
}

/** The same for functions of numbers that are given distances. */
export function combinedByFunction(
  { name, nameSpan }: { name: string; nameSpan: Span },
  given: readonly { argument: Argument; value: Value }[],
): ScriptError | null {
  if (given.length === 0 || !given.every(({ value }) => isDistance(value))) return null;
  if (name === "abs" && given.length === 1)
    return new ScriptError(
      nameSpan,
      'what is near the boundary on both sides is its "shell" by that width, as in soft.shell(4)',
    );
  const word = { min: "union", max: "intersection" }[name];
  if (!word) return null;
  return new ScriptError(
    nameSpan,
    `the ${name === "min" ? "least" : "greatest"} of distances is their ${word}, as in a ${word} b`,
    wordMend(nameSpan, word, given),
  );
}

function wordMend(nameSpan: Span, word: string, given: readonly { argument: Argument }[]): Mend[] {
  const all = given.map(({ argument }) => argument);
  const edits = all.slice(1).map((argument, k) => ({ from: all[k].to, to: argument.from, insert: ` ${word} ` }));
  return [{ label: `Write ${word}`, edits: [{ ...nameSpan, insert: "" }, ...edits] }];
}

/** A shape stands for the distance to it. */
function isDistance({ type }: Value): boolean {
  return type === "distance" || type === "shape" || type === "field";
}
