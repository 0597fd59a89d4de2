import { useEffect, useState } from "react";
import type { SheetThread } from "@/worker/sheet-thread";
import type { Inspection, SheetView } from "@/worker/views";

/** Asks about the place under the pointer; only the newest question's answer counts. */
export function useInspection(
  thread: SheetThread,
  view: SheetView,
  name: string | null,
  at: { x: number; y: number } | null,
): Inspection | null {
  const [answer, setAnswer] = useState<Inspection | null>(null);
  const x = at?.x;
  const y = at?.y;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new view is a new question
  useEffect(() => {
    if (name === null || x === undefined || y === undefined) return setAnswer(null);
    let current = true;
    thread
      .ask((service) => service.inspect(name, x, y))
      .then(
        (inspection) => current && setAnswer(inspection),
        () => current && setAnswer(null),
      );
    return () => {
      current = false;
    };
  }, [thread, view, name, x, y]);
  return answer;
}
