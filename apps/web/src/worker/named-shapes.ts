import { type Definition, namedShapesIn, type Shape } from "@vertexon/notation";

/** All shapes by the expressions that stand for them, the items of lists one by one. */
export function namedShapes(definitions: readonly Definition[]): Map<string, Shape> {
  return new Map(definitions.flatMap(({ name, value }) => (value ? namedShapesIn(name, value) : [])));
}
