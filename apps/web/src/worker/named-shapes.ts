import { type Definition, type Shape, shapesIn } from "@vertexon/notation";
import { itemName } from "./item-name";

/** All shapes by what they are called, the items of lists one by one. */
export function namedShapes(definitions: readonly Definition[]): Map<string, Shape> {
  return new Map(
    definitions.flatMap(({ name, value }) =>
      value ? shapesIn(value).map((shape, i): [string, Shape] => [itemName(name, value.type, i), shape]) : [],
    ),
  );
}
