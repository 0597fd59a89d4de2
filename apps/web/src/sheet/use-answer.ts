import type { Remote } from "comlink";
import { useEffect, useState } from "react";
import type { SheetService } from "@/worker/sheet-service";
import type { SheetThread } from "@/worker/sheet-thread";

/**
 * The worker's answer to a question, asked again whenever `about` changes; null until it is there. The answer to the
 * question before stays in place meanwhile, so that panels do not flicker.
 */
export function useAnswer<T>(
  thread: SheetThread | null,
  question: ((service: Remote<SheetService>) => Promise<T>) | null,
  about: readonly unknown[],
): T | null {
  const [answer, setAnswer] = useState<T | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `about` says what the question is about
  useEffect(() => {
    if (!thread || !question) return setAnswer(null);
    let current = true;
    thread.ask(question).then(
      (value) => current && setAnswer(value),
      () => current && setAnswer(null),
    );
    return () => {
      current = false;
    };
  }, [thread, ...about]);
  return answer;
}
