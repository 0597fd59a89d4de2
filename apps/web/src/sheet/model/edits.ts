import type { Span, TextEdit } from "@vertexon/notation";
import type { SheetView } from "@/worker/sheet-view";
import { neededContext } from "./context";

/** How panels and the plan change the script. */
export interface Edits {
  /** Edits computed from the newest evaluation; null when there is nothing to change. Waits for it where needed. */
  edit(edits: (view: SheetView, script: string) => TextEdit[] | null, options?: { drag?: boolean }): void;
  endDrag(): void;
  /** What comes next is another step to be undone. */
  newStep(): void;
  /** A handle was taken, or let go: until then what need not follow every move waits. */
  setMoving(moving: boolean): void;
  /** Lights a stretch of the script; null ends that. */
  lightText(span: Span | null): void;
}

export const [EditsContext, useEdits] = neededContext<Edits>();
