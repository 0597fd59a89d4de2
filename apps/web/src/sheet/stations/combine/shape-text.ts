import type { SheetView } from "@/worker/views";
import { shapesOf } from "../../plan/scene";

/** How a shape is named in an expression: an item of a list by its place. */
export function shapeText(view: SheetView, name: string): string {
  const shape = shapesOf(view).find((each) => each.name === name);
  if (!shape || shape.definition === name) return name;
  const items = shapesOf(view).filter(({ definition }) => definition === shape.definition);
  return `${shape.definition}.at(${items.indexOf(shape)})`;
}
