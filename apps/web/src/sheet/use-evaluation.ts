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
  cancel(): void;
}

/** Waits this long, in milliseconds, before it says that something is being computed. */
const NOTICEABLE = 250;

/** Evaluates a script in a worker whenever it, or what is attached to the sheet, changes; not before that is known. */
export function useEvaluation(script: string, attachments: readonly Attachment[] | null): Evaluation {
  const [thread, setThread] = useState<SheetThread | null>(null);
  const [evaluated, setEvaluated] = useState<Evaluation["evaluated"]>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const newest = useRef(script);
  newest.current = script;

  useEffect(() => {
    const made = new SheetThread();
    setThread(made);
    return () => made.close();
  }, []);

  useEffect(() => {
    if (!thread || !attachments) return;
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
    return () => clearTimeout(timer);
  }, [thread, script, attachments]);

  const cancel = useCallback(() => {
    thread?.cancel();
    setBusy(false);
    setProblem("the evaluation was cancelled: the plan shows the script as it was before; change it to go on");
  }, [thread]);
  return { thread, evaluated, busy, problem, cancel };
}
