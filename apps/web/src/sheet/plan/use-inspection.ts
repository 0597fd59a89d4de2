import { useMemo } from "react";
import type { Inspection } from "@/worker/questions/inspection";
import type { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";
import { type Question, useQuestion } from "../model/use-question";

/** What lies at a place, with the question: the shape and the place. */
export interface Inspected {
  question: Question<"inspection">;
  answer: Inspection;
}

/** What lies under the pointer, with the place that it was asked about. */
export function useInspection(
  thread: SheetThread,
  view: SheetView,
  name: string | null,
  at: { x: number; y: number } | null,
): Inspected | null {
  const asked = useMemo(() => (name !== null && at ? { name, at } : null), [name, at]);
  const { answered } = useQuestion({ thread, view }, "inspection", asked);
  return useMemo(
    () => (answered?.answer ? { question: answered.question, answer: answered.answer } : null),
    [answered],
  );
}
