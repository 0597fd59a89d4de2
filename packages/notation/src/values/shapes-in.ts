import type { Distance } from "./distance";
import type { Shape } from "./shape";
import type { Value } from "./values";

/** The shapes that a value is or holds, lists in lists included. */
export function shapesIn(value: Value): Shape[] {
  if (value.type === "shape") return [value];
  return value.type === "list" ? value.items.flatMap(shapesIn) : [];
}

/** The shapes that a definition's value is or holds, by the expressions that stand for them: `pond`, `posts.at(2)`. */
export function namedShapesIn(expression: string, value: Value): [expression: string, shape: Shape][] {
  return namedIn("shape", expression, value);
}

/** The same for signed distances. */
export function namedDistancesIn(expression: string, value: Value): [expression: string, distance: Distance][] {
  return namedIn("distance", expression, value);
}

function namedIn<T extends Value["type"]>(
  type: T,
  expression: string,
  value: Value,
): [expression: string, item: Extract<Value, { type: T }>][] {
  if (value.type === "list") return value.items.flatMap((item, i) => namedIn(type, `${expression}.at(${i})`, item));
  return value.type === type ? [[expression, value as Extract<Value, { type: T }>]] : [];
}
