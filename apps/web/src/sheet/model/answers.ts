import type { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";
import { neededContext } from "./context";

/** An evaluation that ended, and the script that it was of. */
export interface Evaluated {
  script: string;
  view: SheetView;
}

/** What the script comes to, for panels: the newest evaluation, or while something is dragged the one of a moment ago. */
export interface Answers extends Evaluated {
  /** Answers questions about it. */
  thread: SheetThread;
  /** A newer script is being computed, and has been for a noticeable time. */
  computing: boolean;
  /** Something is being dragged on the plan: what is costly to show may wait. */
  moving: boolean;
}

export const [AnswersContext, useAnswers] = neededContext<Answers>();

/** The newest evaluation, for what must follow every one of them; React's state may lag behind while something is dragged. */
export interface Live {
  current: Evaluated | null;
  subscribe(listener: () => void): () => void;
}

export const [LiveContext, useLive] = neededContext<Live>();
