import type { Attachment } from "@vertexon/notation";
import { proxy, type Remote, wrap } from "comlink";
import { useCallback, useEffect, useState } from "react";
import type { SweepRequest } from "@/worker/sweep";
import type { Sweeper } from "@/worker/sweep.worker";
import type { SweepView } from "@/worker/views";

export interface RunningSweep {
  /** What is known so far; null before the first values, and where nothing is asked. */
  found: SweepView | null;
  state: "running" | "stopped" | "done";
  stop: () => void;
  again: () => void;
}

/**
 * A sweep in a worker of its own, so that the sheet's stays free; it is given up for a newer one, whenever `about`
 * changes. What the one before found stays in place until there is something new.
 */
export function useSweep(
  asked: { script: string; attachments: readonly Attachment[]; request: SweepRequest } | null,
  about: readonly unknown[],
): RunningSweep {
  const [found, setFound] = useState<SweepView | null>(null);
  const [state, setState] = useState<RunningSweep["state"]>("running");
  const [round, setRound] = useState(0);
  const [worker, setWorker] = useState<Worker | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `about` says what the sweep is about
  useEffect(() => {
    if (!asked) return setFound(null);
    const own = new Worker(new URL("../../../worker/sweep.worker.ts", import.meta.url), { type: "module" });
    const sweeper: Remote<Sweeper> = wrap<Sweeper>(own);
    let current = true;
    setWorker(own);
    setState("running");
    const told = (view: SweepView): void => {
      if (!current) return;
      setFound(view);
      if (view.done === view.steps) setState("done");
    };
    sweeper.run(asked.script, [...asked.attachments], asked.request, proxy(told)).then(
      () => own.terminate(),
      () => current && setState("stopped"),
    );
    return () => {
      current = false;
      own.terminate();
    };
  }, [round, ...about]);
  const stop = useCallback(() => {
    worker?.terminate();
    setState("stopped");
  }, [worker]);
  const again = useCallback(() => setRound((before) => before + 1), []);
  return { found, state, stop, again };
}
