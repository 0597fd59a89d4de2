import type { Attachment } from "@vertexon/notation";
import { useCallback, useEffect, useRef, useState } from "react";
import { CancelledError, SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/views";

export interface Evaluation {
  thread: SheetThread | null;
  /** The last evaluation that ended, and the script that it was of. */
  evaluated: { script: string; view: SheetView } | null;
  /** True while the script has been evaluating for a noticeable time. */
  busy: boolean;
  /** Set when an evaluation was given up or broke down; the plan still shows the one before. */
  problem: string | null;
  evaluate(script: string): void;
  cancel(): void;
}

/** Waits this long, in milliseconds, before it says that something is being computed. */
const NOTICEABLE = 250;

/**
 * Evaluates scripts in a worker: the first one, each that is handed to `evaluate`, and the newest again when something
 * else is attached to the sheet; nothing before that is known. A text that is handed in renders nothing by itself.
 */
export function useEvaluation(initial: string, attachments: readonly Attachment[] | null): Evaluation {
  const [thread, setThread] = useState<SheetThread | null>(null);
  const [evaluated, setEvaluated] = useState<Evaluation["evaluated"]>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const newest = useRef(initial);

  useEffect(() => {
    const made = new SheetThread();
    setThread(made);
    return () => made.close();
  }, []);

  const run = useCallback(() => {
    if (!thread || !attachments) return;
    const script = newest.current;
    const timer = setTimeout(() => setBusy(true), NOTICEABLE);
    thread.attach(attachments);
    thread
      .evaluate(script)
      .then(
        (view) => {
          setEvaluated({ script, view });
          setProblem(null);
        },
        (error: Error) => {
          if (!(error instanceof CancelledError)) setProblem(`the evaluation broke down: ${error.message}`);
        },
      )
      .finally(() => {
        clearTimeout(timer);
        if (newest.current === script) setBusy(false);
      });
  }, [thread, attachments]);
  useEffect(run, [run]);
  const evaluate = useCallback(
    (script: string) => {
      newest.current = script;
      run();
    },
    [run],
  );

  const cancel = useCallback(() => {
    thread?.cancel();
    setBusy(false);
    setProblem("the evaluation was cancelled: the plan shows the script as it was before; change it to go on");
  }, [thread]);
  return { thread, evaluated, busy, problem, evaluate, cancel };
}
