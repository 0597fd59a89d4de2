import { convexHull } from "./hull";

/** A rectangle: its centre, its sides, and the direction of the first of them in radians from +x towards +y. */
export interface TurnedBox {
  x: number;
  y: number;
  width: number;
  height: number;
  angle: number;
}

/**
 * The rectangle of least area around points x0 y0 x1 y1 …, in any direction: one of its sides lies along an edge of the
 * convex hull. Its angle is in (−π/4, π/4]. Null without points. O(n log n), linear after the hull; exact but for rounding.
 * Source: H. Freeman and R. Shapira, "Determining the minimum-area encasing rectangle for an arbitrary closed curve" (1975);
 * with rotating calipers, G. T. Toussaint (1983).
 */
export function enclosingBox(points: ArrayLike<number>): TurnedBox | null {
  const hull = convexHull(points);
  const n = hull.length / 2;
  if (n === 0) return null;
  if (n === 1) return { x: hull[0], y: hull[1], width: 0, height: 0, angle: 0 };
  let best: TurnedBox | null = null;
  let least = Number.POSITIVE_INFINITY;
  // The corners furthest along the edge, across it, and back: they only go on around the hull.
  let [ahead, across, behind] = [1, 1, 1];
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    const [ex, ey] = [hull[2 * j] - hull[2 * i], hull[2 * j + 1] - hull[2 * i + 1]];
    const length = Math.hypot(ex, ey);
    const [ux, uy] = [ex / length, ey / length];
    const along = (k: number): number => hull[2 * (k % n)] * ux + hull[2 * (k % n) + 1] * uy;
    const above = (k: number): number => hull[2 * (k % n) + 1] * ux - hull[2 * (k % n)] * uy;
    ahead = climb(along, Math.max(ahead, i + 1), i + n);
    across = climb(above, Math.max(across, ahead), i + n);
    behind = climb((k) => -along(k), Math.max(behind, across), i + n);
    const [low, high] = [along(behind), along(ahead)];
    const [bottom, top] = [above(i), above(across)];
    const size = (high - low) * (top - bottom);
    if (!(size < least)) continue;
    least = size;
    const [a, b] = [(low + high) / 2, (bottom + top) / 2];
    best = upright({
      x: a * ux - b * uy,
      y: a * uy + b * ux,
      width: high - low,
      height: top - bottom,
      angle: Math.atan2(uy, ux),
    });
  }
  return best;
}

/** From a corner on to the next greatest value, which rises up to it. */
function climb(value: (k: number) => number, from: number, end: number): number {
  let k = from;
  while (k < end && value(k + 1) >= value(k)) k++;
  return k;
}

/** The same rectangle by the side that is turned least. */
function upright(box: TurnedBox): TurnedBox {
  const quarters = Math.ceil(box.angle / (Math.PI / 2) - 0.5);
  const angle = box.angle - quarters * (Math.PI / 2);
  return quarters % 2 === 0 ? { ...box, angle } : { ...box, angle, width: box.height, height: box.width };
}
