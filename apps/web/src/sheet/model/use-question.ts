import { reasonOf } from "@vertexon/notation";
import type { Remote } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { SheetService } from "@/worker/sheet-service";
import { CancelledError, type SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/views";
import { NewestOnly } from "./newest-only";

/** A question to the worker about an evaluation, with whatever else it depends on. */
export interface Question {
  /** Null asks about what was evaluated last. */
  view: SheetView | null;
}

export interface Asked<Q, T> {
  /** The answer with the very question that it answers; null until there is one. */
  answered: { question: Q; answer: T } | null;
  /** Whether that is the question as it is now. */
  isNewest: boolean;
  /** Why the worker failed on the question as it is now. */
  problem: string | null;
}

type Found<Q, T> = { question: Q; answer: T } | { question: Q; problem: string };

/**
 * Asks the worker, again whenever the question changes. Questions with the same words and numbers are about the same thing:
 * the last answer to such a one stays, so that panels do not flicker while the sheet changes. Any other answer is never shown.
 *
 * Only one question is on its way at a time, and only the newest waits; it may `rest` some milliseconds before it is asked.
 */
export function useQuestion<Q extends Question, T>(
  thread: SheetThread | null,
  question: Q | null,
  ask: (service: Remote<SheetService>, question: Q) => Promise<T>,
  { rest = 0 }: { rest?: number } = {},
): Asked<Q, T> {
  const [found, setFound] = useState<Found<Q, T> | null>(null);
  const [queue] = useState(() => new NewestOnly());
  const newest = useRef(question);
  if (!isTheSame(newest.current, question)) newest.current = question;
  const asked = newest.current;
  // biome-ignore lint/correctness/useExhaustiveDependencies: `ask` says the same at every render
  useEffect(() => {
    if (!thread || !asked) return;
    let isOpen = true;
    const run = async (): Promise<void> => {
      if (!isOpen) return;
      try {
        const answer = await thread.ask(asked.view, (service) => ask(service, asked));
        setFound({ question: asked, answer });
      } catch (error) {
        if (isOpen && !(error instanceof CancelledError)) setFound({ question: asked, problem: reasonOf(error) });
      }
    };
    const timer = setTimeout(() => queue.submit(run), rest);
    return () => {
      isOpen = false;
      clearTimeout(timer);
    };
  }, [thread, queue, rest, asked]);
  if (!found || !asked || !isAboutTheSame(found.question, asked))
    return { answered: null, isNewest: false, problem: null };
  const isNewest = found.question === asked;
  if ("problem" in found) return { answered: null, isNewest, problem: isNewest ? found.problem : null };
  return { answered: found, isNewest, problem: null };
}

function isTheSame<Q extends Question>(a: Q | null, b: Q | null): boolean {
  if (!a || !b) return a === b;
  return Object.entries(b).every(([key, value]) => a[key as keyof Q] === value);
}

/** Whether two questions differ in objects only: another evaluation of the same script's words. */
function isAboutTheSame<Q extends Question>(a: Q, b: Q): boolean {
  return Object.entries(b).every(
    ([key, value]) => (typeof value === "object" && value !== null) || a[key as keyof Q] === value,
  );
}
