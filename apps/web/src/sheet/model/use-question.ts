import { reasonOf } from "@vertexon/notation";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Answer, Asked, Kind, LongKind } from "@/worker/questions";
import { CancelledError, type SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";
import { NewestOnly } from "./newest-only";

/** What is asked, and about which evaluation; null asks about what was evaluated last. */
export type Question<K extends Kind | LongKind> = Asked<K> & { view: SheetView | null };

/** Whom to ask: a sheet's answers have both. */
interface Source {
  thread: SheetThread | null;
  view: SheetView | null;
}

export interface Answered<K extends Kind | LongKind> {
  /** The answer with the very question that it answers; null until there is one. */
  answered: { question: Question<K>; answer: Answer<K> } | null;
  /** Whether that is the question as it is now. */
  isNewest: boolean;
  /** Why the worker failed on the question as it is now. */
  problem: string | null;
}

type Found<K extends Kind | LongKind> =
  | { question: Question<K>; answer: Answer<K>; isWhole: boolean }
  | { question: Question<K>; problem: string };

/**
 * Asks the worker, again whenever the question changes. Questions with the same words and numbers are about the same thing:
 * the last answer to such a one stays, so that panels do not flicker while the sheet changes. Any other answer is never shown.
 *
 * Only one question is on its way at a time, and only the newest waits; it may `rest` some milliseconds before it is asked.
 */
export function useQuestion<K extends Kind>(
  { thread, view }: Source,
  kind: K,
  asked: Asked<K> | null,
  { rest = 0 }: { rest?: number } = {},
): Answered<K> {
  const [found, setFound] = useState<Found<K> | null>(null);
  const [queue] = useState(() => new NewestOnly());
  const question = useSame(asked && { ...asked, view });
  useEffect(() => {
    if (!thread || !question) return;
    let isOpen = true;
    const run = async (): Promise<void> => {
      if (!isOpen) return;
      const { view: about, ...words } = question;
      try {
        const answer = await thread.ask(about, kind, words as unknown as Asked<K>);
        setFound({ question, answer, isWhole: true });
      } catch (error) {
        if (isOpen && !(error instanceof CancelledError)) setFound({ question, problem: reasonOf(error) });
      }
    };
    const timer = setTimeout(() => queue.submit(run), rest);
    return () => {
      isOpen = false;
      clearTimeout(timer);
    };
  }, [thread, kind, queue, rest, question]);
  return answeredBy(found, question);
}

export interface LongAnswered<K extends LongKind> extends Answered<K> {
  state: "running" | "stopped" | "done";
  stop(): void;
  again(): void;
}

/**
 * The same for what takes long: a worker of its own answers, telling on the way what it has found so far, until another
 * thing is asked, it is stopped, or the panel goes.
 */
export function useLongQuestion<K extends LongKind>(
  { thread, view }: Source,
  kind: K,
  asked: Asked<K> | null,
): LongAnswered<K> {
  const [found, setFound] = useState<Found<K> | null>(null);
  const [round, setRound] = useState(0);
  const [stopped, setStopped] = useState<Question<K> | null>(null);
  const cancel = useRef(() => {});
  const question = useSame(asked && { ...asked, view });
  // biome-ignore lint/correctness/useExhaustiveDependencies: `round` asks once more
  useEffect(() => {
    if (!thread || !question?.view) return;
    const { view: about, ...words } = question;
    const asking = thread.askLong(about, kind, words as unknown as Asked<K>, (answer) =>
      setFound({ question, answer, isWhole: false }),
    );
    if (!asking) return;
    let isOpen = true;
    cancel.current = asking.cancel;
    asking.answer.then(
      (answer) => isOpen && setFound({ question, answer, isWhole: true }),
      (error) => isOpen && setFound({ question, problem: reasonOf(error) }),
    );
    return () => {
      isOpen = false;
      asking.cancel();
    };
  }, [thread, kind, question, round]);
  const stop = useCallback(() => {
    cancel.current();
    setStopped(question);
  }, [question]);
  const again = useCallback(() => {
    setStopped(null);
    setRound((before) => before + 1);
  }, []);
  const answer = answeredBy(found, question);
  const isDone = answer.isNewest && found !== null && (!("isWhole" in found) || found.isWhole);
  const state = isDone ? "done" : stopped === question ? "stopped" : "running";
  return { ...answer, state, stop, again };
}

/** The question as it was, for as long as nothing in it changes. */
function useSame<Q extends object>(question: Q | null): Q | null {
  const newest = useRef(question);
  if (!isTheSame(newest.current, question)) newest.current = question;
  return newest.current;
}

function answeredBy<K extends Kind | LongKind>(found: Found<K> | null, asked: Question<K> | null): Answered<K> {
  if (!found || !asked || !isAboutTheSame(found.question, asked))
    return { answered: null, isNewest: false, problem: null };
  const isNewest = found.question === asked;
  if ("problem" in found) return { answered: null, isNewest, problem: isNewest ? found.problem : null };
  return { answered: found, isNewest, problem: null };
}

function isTheSame(a: object | null, b: object | null): boolean {
  if (!a || !b) return a === b;
  return Object.entries(b).every(([key, value]) => a[key as keyof typeof a] === value);
}

/** Whether two questions differ in objects only: another evaluation of the same script's words. */
function isAboutTheSame(a: object, b: object): boolean {
  return Object.entries(b).every(
    ([key, value]) => (typeof value === "object" && value !== null) || a[key as keyof typeof a] === value,
  );
}
