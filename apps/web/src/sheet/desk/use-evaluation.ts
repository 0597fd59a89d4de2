import type { Attachment, Progress } from "@vertexon/notation";
import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { CancelledError, type Change, SheetThread } from "@/worker/sheet-thread";
import type { Evaluated, Live } from "../model/answers";

/** An evaluation that takes its time: since when, in the time of `performance.now`, and how far it has come. */
export interface Busy {
  since: number;
  progress: Progress | null;
}

export interface Evaluation {
  thread: SheetThread | null;
  live: Live;
  /** The newest evaluation, or while it is calm the one of a moment ago. */
  evaluated: Evaluated | null;
  /** Set while the script has been evaluating for a noticeable time. */
  busy: Busy | null;
  /** Set when an evaluation was given up or broke down; the plan still shows the one before. */
  problem: string | null;
  /** `change` says how it came from an evaluated one, if that is known. */
  evaluate(script: string, change?: Change): void;
  cancel(): void;
  /** While something is dragged, what need not follow every frame is told now and then only. */
  setCalm(calm: boolean): void;
}

/** Waits this long, in milliseconds, before it says that something is being computed. */
const NOTICEABLE = 250;
/** Milliseconds between two renders of what may lag behind. */
const CALM_PACE = 250;
/** A script of more characters than this is long: while something is dragged, what lags behind waits for a rest. */
export const LONG = 20_000;
/** Milliseconds without a move that are a rest. */
export const REST = 400;

/**
 * Evaluates scripts in a worker: the first one, each other one that is handed to `evaluate`, and the newest again when
 * something else is attached to the sheet; nothing before that is known. A text that is handed in renders nothing.
 */
export function useEvaluation(initial: string, attachments: readonly Attachment[] | null): Evaluation {
  const [thread, setThread] = useState<SheetThread | null>(null);
  const [evaluated, setEvaluated] = useState<Evaluated | null>(null);
  const [busy, setBusy] = useState<Busy | null>(null);
  const progress = useRef<Progress | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const newest = useRef(initial);
  const listeners = useRef(new Set<() => void>());
  const live = useMemo<Live>(
    () => ({
      current: null,
      subscribe(listener) {
        listeners.current.add(listener);
        return () => listeners.current.delete(listener);
      },
    }),
    [],
  );
  const calm = useRef(false);
  const told = useRef(0);
  const telling = useRef<ReturnType<typeof setTimeout>>(undefined);

  useEffect(() => {
    const made = new SheetThread((now) => {
      progress.current = now;
      setBusy((busy) => busy && { ...busy, progress: now });
    });
    // While what is attached to the sheet is on its way.
    made.start();
    setThread(made);
    return () => made.close();
  }, []);

  const tell = useCallback(
    (now: Evaluated) => {
      live.current = now;
      for (const listener of listeners.current) listener();
      if (!calm.current) return setEvaluated(now);
      const wait = now.script.length > LONG ? REST : told.current + CALM_PACE - performance.now();
      clearTimeout(telling.current);
      telling.current = setTimeout(() => {
        told.current = performance.now();
        // In slices, between the frames of what is dragged.
        startTransition(() => setEvaluated(live.current));
      }, wait);
    },
    [live],
  );
  const setCalm = useCallback(
    (next: boolean) => {
      calm.current = next;
      clearTimeout(telling.current);
      if (!next) setEvaluated(live.current);
    },
    [live],
  );

  const run = useCallback(
    (change: Change | null = null) => {
      if (!thread || !attachments) return;
      const script = newest.current;
      const since = performance.now();
      progress.current = null;
      const timer = setTimeout(() => setBusy({ since, progress: progress.current }), NOTICEABLE);
      thread.attach(attachments);
      thread
        .evaluate(script, change)
        .then(
          (view) => {
            tell({ script, view });
            setProblem(null);
          },
          (error: Error) => {
            if (!(error instanceof CancelledError)) setProblem(`the evaluation broke down: ${error.message}`);
          },
        )
        .finally(() => {
          clearTimeout(timer);
          if (newest.current === script) setBusy(null);
        });
    },
    [thread, attachments, tell],
  );
  useEffect(() => run(), [run]);
  const evaluate = useCallback(
    (script: string, change?: Change) => {
      if (script === newest.current) return;
      newest.current = script;
      run(change);
    },
    [run],
  );

  const cancel = useCallback(() => {
    thread?.cancel();
    setBusy(null);
    setProblem("the evaluation was cancelled: the plan shows the script as it was before; change it to go on");
  }, [thread]);
  return { thread, live, evaluated, busy, problem, evaluate, cancel, setCalm };
}
