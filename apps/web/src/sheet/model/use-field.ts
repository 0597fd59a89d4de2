import type { DefinitionView, ValueView } from "@/worker/sheet-view";
import { useAnswers } from "./answers";
import { useChoice } from "./choice";

/** What the Field station shows: a shape's own distance, or one that the script composed. */
export interface FieldInQuestion {
  /** The expression that its values are asked by; null where there is nothing to measure from. */
  name: string | null;
  isComposed: boolean;
  /** The definition of a sampled field that goes with it. */
  sampled: string | null;
}

export function useField(): FieldInQuestion {
  const { view } = useAnswers();
  const { shape, chosen } = useChoice();
  const composed = view.definitions.filter(({ value }) => isComposed(value));
  // Where there are no shapes, it is the last field that is shown, as it would be the last shape.
  const field = composed.find(({ name }) => name === chosen) ?? (shape ? undefined : composed.at(-1));
  if (field) {
    const isSampled = ({ name, value }: DefinitionView) =>
      value?.type === "field" && (name === field.name || value.distance === field.name);
    return { name: field.name, isComposed: true, sampled: view.definitions.find(isSampled)?.name ?? null };
  }
  const sampled = view.definitions.find(
    ({ name, value: each }) =>
      each?.type === "field" && (name === chosen || (!each.isComposed && each.shape === shape?.name)),
  );
  return { name: shape?.name ?? null, isComposed: false, sampled: sampled?.name ?? null };
}

function isComposed(value: ValueView | null): boolean {
  return value?.type === "distance" || (value?.type === "field" && value.isComposed);
}
