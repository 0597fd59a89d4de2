import type { Shape } from "./shape";
import type { Value } from "./values";

/** The shapes that a value is or holds, lists in lists included. */
export function shapesIn(value: Value): Shape[] {
  if (value.type === "shape") return [value];
  return value.type === "list" ? value.items.flatMap(shapesIn) : [];
}

/** The shapes that a definition's value is or holds, by the expressions that stand for them: `pond`, `posts.at(2)`. */
export function namedShapesIn(expression: string, value: Value): [expression: string, shape: Shape][] {
  if (value.type === "shape") return [[expression, value]];
  if (value.type !== "list") return [];
  return value.items.flatMap((item, i) => namedShapesIn(`${expression}.at(${i})`, item));
}
