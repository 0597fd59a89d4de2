import type { AskedSheet } from "../asked-sheet";
import { whyAt } from "./why";

/** What lies at a place on the plan, as seen from one shape. */
export interface Inspection {
  side: "inside" | "outside" | "boundary";
  distance: number;
  nearest: { x: number; y: number };
  ring: number;
  edge: number;
  /** The winding number of the outline as it was written, where the two fill rules do not agree; null where they do. */
  disputed: number | null;
  /** Other shapes that hold the place. */
  within: string[];
}

/** Null for what is no shape, and for an empty one. */
export function inspection(
  sheet: AskedSheet,
  { name, at: { x, y } }: { name: string; at: { x: number; y: number } },
): Inspection | null {
  const shape = sheet.shape(name);
  if (!shape || shape.vertexCount === 0) return null;
  const { distance, location } = sheet.indexOf(shape);
  const within = sheet
    .shapes()
    .filter((other) => other.name !== name && sheet.indexOf(other.shape).location.locate(x, y).side === "inside")
    .map((other) => other.name);
  const { winding, nonzero, evenodd, isOnEdge } = whyAt(shape, x, y);
  const disputed = !isOnEdge && nonzero !== evenodd ? winding : null;
  return { ...distance.distance(x, y), side: location.locate(x, y).side, disputed, within };
}
