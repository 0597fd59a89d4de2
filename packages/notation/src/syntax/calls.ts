import type { Expression } from "./ast";
import { partsOf } from "./parts";

export type Call = Extract<Expression, { kind: "call" }>;

/** The call that a value was written with, below what is chained to it; null where it is computed in another way. */
export function writtenCall(expression: Expression): Call | null {
  if (expression.kind === "method") return writtenCall(expression.target);
  if (expression.kind === "tuple" && expression.items.length === 1) return writtenCall(expression.items[0]);
  return expression.kind === "call" ? expression : null;
}

/** An argument of a call by its name, or by its place among those without one. */
export function argumentOf(call: Call, name: string, place: number): Expression | null {
  const named = call.args.find((argument) => argument.name === name);
  if (named) return named.value;
  const unnamed = call.args.filter((argument) => argument.name === null);
  return unnamed[place]?.value ?? null;
}

/** All expressions in one, itself first. */
export function* within(expression: Expression): Generator<Expression> {
  yield expression;
  for (const part of partsOf(expression)) yield* within(part);
  if (expression.kind === "each") yield* within(expression.body);
}
