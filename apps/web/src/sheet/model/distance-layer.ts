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
  const size = Math.min(plan.width, plan.height);
  const power = 10 ** Math.floor(Math.log10(size / 30));
  const factor = [1, 2, 5, 10].find((each) => each * power >= size / 30) ?? 10;
  return { reach, interval: factor * power };
}
