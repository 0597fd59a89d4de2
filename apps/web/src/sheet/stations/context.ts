import type { Attachment, Span, TextEdit, VertexChange } from "@vertexon/notation";
import type { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/views";
import type { Lit, NamedShape, Overlay, Picked } from "../plan/scene";
import type { Attachments } from "../use-attachments";

/** What every station's panel works with. */
export interface StationProps {
  view: SheetView;
  /** The text that the view is of. */
  script: string;
  thread: SheetThread;
  /** A newer script is being computed, and has been for a noticeable time. */
  computing: boolean;
  chosen: string | null;
  /** The shape that the station is about. */
  shape: NamedShape | null;
  picked: Picked | null;
  clickedName: ClickedName | null;
  /** Something is being dragged on the plan: what is costly to show may wait. */
  moving: boolean;
  attachments: Attachments;
  onChoose(name: string): void;
  onPick(picked: Picked | null): void;
  /** Changes the corners of the shape in question. */
  onVertices(change: VertexChange): void;
  /** Lights something up for as long as it is pointed at. */
  onLight(lit: Lit): void;
  /** What is drawn on the plan while a panel is open. */
  onOverlay(overlay: Overlay): void;
  /** Lights a stretch of the script. */
  onLightText(span: Span | null): void;
  /** Edits computed from the newest evaluation; null when there is nothing to change. Waits for it where needed. */
  onEdit(edits: (view: SheetView, script: string) => TextEdit[] | null, options?: { drag?: boolean }): void;
  onEndDrag(): void;
}

/** The name in the script that was clicked last, and how many clicks there were. */
export interface ClickedName {
  name: string;
  times: number;
}

export const NO_FILES: readonly Attachment[] = [];
