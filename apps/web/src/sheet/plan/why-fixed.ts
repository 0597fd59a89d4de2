import type { SheetView } from "@/worker/sheet-view";
import type { Picked } from "../model/handles";
import { shapesOf } from "../model/scene";
import { gripText } from "./grip-text";

/** Why something on the plan cannot be dragged, and what can be done instead. */
export function whyFixed(view: SheetView, { handle: ref, corner }: Picked): string {
  const handle = ref && view.definitions.find(({ name }) => name === ref.definition)?.handles[ref.index];
  if (handle) return `This cannot be dragged: ${gripText(handle, ref.definition)}.`;
  const shape = corner && shapesOf(view).find(({ name }) => name === corner.shape);
  if (!corner || !shape) return "This cannot be dragged: the script computes it. Change the numbers there.";
  const vertex = `Vertex ${corner.index} of ${shape.name}`;
  const { combination } = shape.shape;
  if (combination)
    return `${vertex} cannot be dragged: it follows from the ${combination.operation} of ${combination.operands.join(", ")}. Drag those.`;
  if (shape.name !== shape.definition)
    return `${vertex} cannot be dragged: ${shape.definition} is a list, whose shapes are computed. Change the numbers in the script.`;
  const own = view.definitions.find(({ name }) => name === shape.definition);
  const others = own?.dependsOn.length ? ` and from ${own.dependsOn.join(", ")}` : "";
  return `${vertex} cannot be dragged: it follows from other numbers of ${shape.definition}${others}. Drag its marked handles, or change the numbers in the script.`;
}
