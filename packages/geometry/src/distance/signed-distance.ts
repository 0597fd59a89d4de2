import { locatePoint } from "../location";
import type { Operand } from "../polygon";
import { distanceTo, type Foot, nearestOnEdge } from "./nearest-on-edge";

/** `nearest` is the boundary point at that distance, on edge `edge` (from vertex `edge` on) of ring `ring`. */
export interface SignedDistance {
  distance: number;
  nearest: { x: number; y: number };
  ring: number;
  edge: number;
}

/**
 * The signed distance from (x, y) to a shape, in plan units. A shape without vertices is infinitely far: its nearest
 * point is NaN, ring and edge −1. Linear in the number of edges; see `distanceIndex` for many questions.
 */
export function signedDistance(x: number, y: number, shape: Operand): SignedDistance {
  const foot: Foot = { x: 0, y: 0, squared: 0 };
  const best = { x: Number.NaN, y: Number.NaN, squared: Number.POSITIVE_INFINITY, ring: -1, edge: -1 };
  shape.rings.forEach((ring, r) => {
    const n = ring.length;
    for (let i = 0; i < n; i += 2) {
      const j = i + 2 < n ? i + 2 : 0;
      nearestOnEdge(x, y, ring[i], ring[i + 1], ring[j], ring[j + 1], foot);
      if (foot.squared < best.squared) Object.assign(best, foot, { ring: r, edge: i >> 1 });
    }
  });
  const { side } = locatePoint(x, y, shape);
  if (side === "boundary") return { distance: 0, nearest: { x, y }, ring: best.ring, edge: best.edge };
  const distance = distanceTo(best, x, y);
  return {
    distance: side === "inside" ? 0 - distance : distance,
    nearest: { x: best.x, y: best.y },
    ring: best.ring,
    edge: best.edge,
  };
}
