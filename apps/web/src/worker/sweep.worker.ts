import { expose } from "comlink";
import { sweep } from "./sweep";
import type { SweepView } from "./views";

/** What was found is told at most so often, in milliseconds. */
const PAUSE = 100;

const sweeper = {
  /** Runs a sweep to its end and tells what it has found on the way. */
  run(...[script, attachments, request, told]: [...Parameters<typeof sweep>, told: (view: SweepView) => void]): void {
    let before = performance.now();
    for (const view of sweep(script, attachments, request)) {
      const now = performance.now();
      if (view.done < view.steps && now - before < PAUSE) continue;
      before = now;
      told(view);
    }
  },
};
export type Sweeper = typeof sweeper;

expose(sweeper);
