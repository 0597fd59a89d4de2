import type { DefinitionView, ShapeView } from "@/worker/sheet-view";
import { useAnswers } from "./answers";
import { useChoice } from "./choice";
import { distancesOf } from "./scene";

/** What the Field station shows: a shape's own distance, or one that the script composed. */
export interface FieldInQuestion {
  /** The expression that its values are asked by; null where there is nothing to measure from. */
  name: string | null;
  /** Its definition, or that of the list which it is an item of. */
  definition: string | null;
  isComposed: boolean;
  /** The shape whose own distance it is. */
  shape: ShapeView | null;
  /** The definition of a sampled field that goes with it. */
  sampled: string | null;
}

export function useField(): FieldInQuestion {
  const { view } = useAnswers();
  const { shape, chosen } = useChoice();
  const composed = distancesOf(view);
  const field =
    composed.find(({ name }) => name === chosen) ??
    composed.find(({ definition }) => definition === chosen) ??
    // A sheet that composes distances is about the last one, until a shape is chosen.
    (shape && chosen !== null ? undefined : composed.at(-1));
  if (field) {
    const isSampled = ({ name, value }: DefinitionView) =>
      value?.type === "field" && (name === field.name || value.distance === field.name);
    return { ...field, isComposed: true, shape: null, sampled: view.definitions.find(isSampled)?.name ?? null };
  }
  const sampled = view.definitions.find(
    ({ name, value: each }) =>
      each?.type === "field" && (name === chosen || (!each.isComposed && each.shape === shape?.name)),
  );
  const { name, definition } = shape ?? { name: null, definition: null };
  return { name, definition, isComposed: false, shape: shape?.shape ?? null, sampled: sampled?.name ?? null };
}
