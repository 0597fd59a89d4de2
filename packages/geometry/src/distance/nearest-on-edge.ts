/** The foot of a point on an edge, reused between calls: hot loops ask this for every candidate. */
export interface Foot {
  x: number;
  y: number;
  /** Squared distance from the point to the foot. */
  squared: number;
}

/** The distance from (x, y) to its foot; squares of distances below 1e-140 are too small for doubles to be trusted. */
export function distanceTo(foot: Foot, x: number, y: number): number {
  return foot.squared > 1e-280 ? Math.sqrt(foot.squared) : Math.hypot(x - foot.x, y - foot.y);
}

/** The point of the edge a b nearest to (x, y), from the end nearer to it, which keeps rounding at the size of the distance. */
export function nearestOnEdge(x: number, y: number, ax: number, ay: number, bx: number, by: number, foot: Foot): void {
  const dx = bx - ax;
  const dy = by - ay;
  const squared = dx * dx + dy * dy;
  const fromA = (x - ax) * dx + (y - ay) * dy;
  const fromB = (bx - x) * dx + (by - y) * dy;
  if (fromA <= 0 || squared === 0) set(foot, x, y, ax, ay);
  else if (fromB <= 0) set(foot, x, y, bx, by);
  else {
    const nearA = fromA <= fromB;
    const t = nearA ? fromA / squared : -fromB / squared;
    foot.x = (nearA ? ax : bx) + t * dx;
    foot.y = (nearA ? ay : by) + t * dy;
    const cross = nearA ? (x - ax) * dy - (y - ay) * dx : (x - bx) * dy - (y - by) * dx;
    // Not cross², which leaves the doubles from 1e±77 on.
    foot.squared = cross * (cross / squared);
  }
}

function set(foot: Foot, x: number, y: number, px: number, py: number): void {
  foot.x = px;
  foot.y = py;
  foot.squared = (x - px) * (x - px) + (y - py) * (y - py);
}
