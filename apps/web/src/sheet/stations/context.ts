import type { TextEdit } from "@vertexon/notation";
import type { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/views";
import type { Lit, NamedShape } from "../plan/scene";

/** What every station's panel works with. */
export interface StationProps {
  view: SheetView;
  thread: SheetThread;
  chosen: string | null;
  /** The shape that the station is about. */
  shape: NamedShape | null;
  onChoose(name: string): void;
  onLight(lit: Lit): void;
  /** Edits computed from the newest evaluation; null when there is nothing to change. Waits for it where needed. */
  onEdit(edits: (view: SheetView, script: string) => TextEdit[] | null, options?: { drag?: boolean }): void;
  onEndDrag(): void;
}
