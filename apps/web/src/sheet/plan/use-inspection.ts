import { useMemo } from "react";
import type { SheetThread } from "@/worker/sheet-thread";
import type { Inspection, SheetView } from "@/worker/views";
import { useQuestion } from "../model/use-question";

/** What lies at a place, with the question: the shape and the place. */
export interface Inspected {
  question: PlaceQuestion;
  answer: Inspection;
}

interface PlaceQuestion {
  view: SheetView;
  name: string;
  at: { x: number; y: number };
}

/** What lies under the pointer, with the place that it was asked about. */
export function useInspection(
  thread: SheetThread,
  view: SheetView,
  name: string | null,
  at: { x: number; y: number } | null,
): Inspected | null {
  const question = name !== null && at ? { view, name, at } : null;
  const { answered } = useQuestion(thread, question, (service, asked) =>
    service.inspect(asked.name, asked.at.x, asked.at.y),
  );
  return useMemo(
    () => (answered?.answer ? { question: answered.question, answer: answered.answer } : null),
    [answered],
  );
}
