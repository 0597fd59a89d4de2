import type { Expression } from "./ast";

/** The expressions that an expression is made of; the body of a repetition, which sees one name more, is left out. */
export function partsOf(e: Expression): Expression[] {
  switch (e.kind) {
    case "call":
      return e.args.map(({ value }) => value);
    case "method":
      return [e.target, ...e.args.map(({ value }) => value)];
    case "property":
      return [e.target];
    case "tuple":
      return e.items;
    case "leg":
      return e.items.map(({ value }) => value);
    case "set":
      return e.operands;
    case "negation":
    case "not":
      return [e.operand];
    case "repeat":
      return [e.count, e.item];
    case "arithmetic":
    case "comparison":
    case "logic":
      return [e.left, e.right];
    case "if":
      return [e.condition, e.whenTrue, e.whenFalse];
    case "each":
      return e.step ? [e.first, e.last, e.step] : [e.first, e.last];
    default:
      return [];
  }
}
