import type { Handle } from "@vertexon/notation";
import type { SheetView } from "@/worker/sheet-view";

export interface HandleRef {
  definition: string;
  index: number;
}

/** A point that can be dragged, where it lies on the plan. */
export interface HandleSpot extends HandleRef {
  /** Ticks mark single points; the vertices of long outlines have none, and control points a mark of their own. */
  mark: "ticks" | "plain" | "control" | "number";
  x: number;
  y: number;
  handle: Handle;
}

/** What was clicked on the plan, to be nudged or changed: a handle, a corner of the shape in question, or both. */
export interface Picked {
  handle: HandleRef | null;
  corner: { shape: string; subpath: number; index: number } | null;
}

/** All definitions that move when a handle is dragged: those that hold its numbers, its own, and what follows from them. */
export function movedWith(view: SheetView, { definition, handle }: HandleSpot): ReadonlySet<string> {
  const drivers = handle.grips.flatMap(({ origin }) => (origin.kind === "driver" && origin.name ? [origin.name] : []));
  const moved = new Set([definition, ...drivers]);
  for (let grown = true; grown; ) {
    const before = moved.size;
    for (const { name, dependsOn } of view.definitions) if (dependsOn.some((used) => moved.has(used))) moved.add(name);
    grown = moved.size > before;
  }
  return moved;
}
