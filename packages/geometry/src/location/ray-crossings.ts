import { orientation } from "../numeric";
import type { Ring } from "../polygon";

export interface RayCrossings {
  /** On an edge: then no ray tells the side. */
  isOnEdge: boolean;
  /** Nearest first: where the ray is crossed, and +1 by an edge upwards (towards +y), −1 by one downwards. */
  crossings: { x: number; turn: 1 | -1 }[];
}

/**
 * What the ray from (x, y) towards +x crosses: the turns add up to the winding number. An edge counts when it spans y, its lower
 * end included and its upper one not, and has the point strictly on the side that it comes from; both decided exactly. Places along the
 * ray are rounded. O(n).
 */
export function rayCrossings(x: number, y: number, rings: readonly Ring[]): RayCrossings {
  const crossings: RayCrossings["crossings"] = [];
  let isOnEdge = false;
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length;
      const [ax, ay, bx, by] = [ring[i], ring[i + 1], ring[j], ring[j + 1]];
      if ((ay < y && by < y) || (ay > y && by > y)) continue;
      const turn = orientation(ax, ay, bx, by, x, y);
      if (turn === 0 && x >= Math.min(ax, bx) && x <= Math.max(ax, bx)) isOnEdge = true;
      const rises = ay <= y && by > y;
      const falls = by <= y && ay > y;
      if (!(rises && turn > 0) && !(falls && turn < 0)) continue;
      const place = ax + ((y - ay) / (by - ay)) * (bx - ax);
      crossings.push({ x: Math.max(x, place), turn: rises ? 1 : -1 });
    }
  crossings.sort((a, b) => a.x - b.x);
  return { isOnEdge, crossings };
}
