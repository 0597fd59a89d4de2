import type { Ring } from "../../polygon";
import type { Arrangement } from "../arrange";
import { comesNear } from "../grid/near-edge";

/** How far rounding puts the ends of an edge from where they were, in steps. */
const ROUNDED = 2;

/**
 * For each edge of a ring, as told by the edge that its first piece lies on: one that reaches over all of it. Where edges
 * overlap, and a shorter one ends along the way, that is another one. Where none does, because several on one line became
 * one, it is told as it was.
 */
export function coveringEdges(
  { grid, outlines, meetings, bends }: Arrangement,
  ring: Ring,
  along: Int32Array,
): Int32Array {
  const { x, y, next } = outlines;
  const reach = bends.movedFirst + bends.movedLater + ROUNDED;
  /** Whether an edge comes near a place. */
  const holds = (e: number, px: number, py: number): boolean =>
    comesNear(x[e], y[e], x[next[e]], y[next[e]], px, py, reach);
  const covering = along.slice();
  for (let i = 0; i < along.length; i++) {
    const j = (i + 1) % along.length;
    const [px, py] = [grid.column(ring[2 * i]), grid.row(ring[2 * i + 1])];
    const [qx, qy] = [grid.column(ring[2 * j]), grid.row(ring[2 * j + 1])];
    if (holds(along[i], px, py) && holds(along[i], qx, qy)) continue;
    let found = -1;
    meetings.tree.forEachIn(px - reach, py - reach, px + reach, py + reach, (e) => {
      if (found < 0 && next[e] !== e && holds(e, px, py) && holds(e, qx, qy)) found = e;
    });
    if (found >= 0) covering[i] = found;
  }
  return covering;
}
