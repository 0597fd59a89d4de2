import type { AskedSheet } from "../asked-sheet";
import { whyAt } from "./why";

/** What lies at a place on the plan, as seen from one shape. */
export interface Inspection {
  side: "inside" | "outside" | "boundary";
  distance: number;
  nearest: { x: number; y: number };
  /** −1 where the place is seen from a composed distance, which has no edges. */
  ring: number;
  edge: number;
  /** How the distance grows. */
  gradient: { x: number; y: number };
  /** The winding number of the outline as it was written, where the two fill rules do not agree; null where they do. */
  disputed: number | null;
  /** Other shapes that hold the place. */
  within: string[];
}

/** Gradients shorter than this are rounding. */
const LEVEL = 1e-6;

/** Null for what has no distance. */
export function inspection(
  sheet: AskedSheet,
  { name, at: { x, y } }: { name: string; at: { x: number; y: number } },
): Inspection | null {
  const found = sheet.fieldOf(name);
  if (!found) return null;
  const gradient = { x: 0, y: 0 };
  const value = found.field.at(x, y, gradient);
  const shape = sheet.shape(name);
  if (!shape) {
    const side = value < 0 ? "inside" : value > 0 ? "outside" : "boundary";
    // As far down the gradient as the value is; where that is level there is no way.
    const steep = Math.hypot(gradient.x, gradient.y);
    const way = steep > LEVEL ? value / steep : 0;
    const nearest = { x: x - way * gradient.x, y: y - way * gradient.y };
    return { side, distance: value, nearest, ring: -1, edge: -1, gradient, disputed: null, within: [] };
  }
  const { distance, location } = sheet.indexOf(shape);
  const within = sheet
    .shapes()
    .filter((other) => other.name !== name && sheet.indexOf(other.shape).location.locate(x, y).side === "inside")
    .map((other) => other.name);
  const { winding, nonzero, evenodd, isOnEdge } = whyAt(shape, x, y);
  const disputed = !isOnEdge && nonzero !== evenodd ? winding : null;
  return { ...distance.distance(x, y), gradient, side: location.locate(x, y).side, disputed, within };
}
