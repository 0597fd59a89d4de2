import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";

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
  const value = view.definitions.find(({ name }) => name === chosen)?.value;
  if (chosen && value?.type === "distance") return { name: chosen, isComposed: true, sampled: null };
  if (chosen && value?.type === "field" && value.isComposed) return { name: chosen, isComposed: true, sampled: chosen };
  const sampled = view.definitions.find(
    ({ name, value: each }) =>
      each?.type === "field" && (name === chosen || (!each.isComposed && each.shape === shape?.name)),
  );
  return { name: shape?.name ?? null, isComposed: false, sampled: sampled?.name ?? null };
}
