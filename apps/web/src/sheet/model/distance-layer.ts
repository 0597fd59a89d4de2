import { roundUp } from "@/format/round-up";
import type { SheetView } from "@/worker/sheet-view";
import { useAnswers } from "./answers";
import { useLayer } from "./layers";

/** Shows a distance of the script, or a sampled field, on the plan: what is inside, and contours outside; null shows none. */
export function useDistanceLayer(name: string | null): void {
  const { view } = useAnswers();
  const { interval, reach } = usualContours(view, name);
  const value = view.definitions.find((each) => each.name === name)?.value;
  const of = value?.type === "field" && !value.isComposed ? value.shape : name;
  useLayer(() => (of ? { contours: { interval, reach, of } } : null), [of, interval, reach]);
}

/** How far a sampled field reaches, and contours a quarter of that apart, or about a thirtieth of the plan in a round number. */
export function usualContours({ plan, definitions }: SheetView, name: string | null) {
  const value = definitions.find((each) => each.name === name)?.value;
  const reach = value?.type === "field" ? value.reach : Number.POSITIVE_INFINITY;
  if (Number.isFinite(reach)) return { reach, interval: reach / 4 };
  return { reach, interval: roundUp(Math.min(plan.width, plan.height) / 30).rounded };
}
