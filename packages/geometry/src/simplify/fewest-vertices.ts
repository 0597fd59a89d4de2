import { distanceTo, type Foot, nearestOnEdge } from "../distance";

/** An edge of the result replaces at most so many edges. */
export const WINDOW = 2000;

/**
 * Indices from `first` to `last` (rising, both among them) of the fewest points x0 y0 x1 y1 … such that each edge
 * between neighbours is within `tolerance` of the points left out between them.
 */
export function fewestVertices(points: Float64Array, first: number, last: number, tolerance: number): number[] {
  const count = last - first + 1;
  const steps = new Int32Array(count).fill(count);
  const before = new Int32Array(count);
  steps[0] = 0;
  for (let i = 0; i < count - 1; i++) {
    for (const j of reachable(points, first + i, Math.min(last, first + i + WINDOW), tolerance)) {
      const k = j - first;
      if (steps[i] + 1 >= steps[k] || !(deviationOf(points, first + i, j) <= tolerance)) continue;
      steps[k] = steps[i] + 1;
      before[k] = i;
    }
  }
  const kept = [last];
  for (let k = count - 1; k > 0; k = before[k]) kept.push(first + before[k]);
  return kept.reverse();
}

/** The greatest distance of the points between i and j from the edge between them. */
export function deviationOf(points: Float64Array, i: number, j: number): number {
  let most = 0;
  for (let k = i + 1; k < j; k++) most = Math.max(most, offEdge(points, k, i, j));
  return most;
}

/** The distance of point k from the edge between i and j. */
export function offEdge(points: Float64Array, k: number, i: number, j: number): number {
  const foot: Foot = { x: 0, y: 0, squared: 0 };
  const [x, y] = [points[2 * k], points[2 * k + 1]];
  nearestOnEdge(x, y, points[2 * i], points[2 * i + 1], points[2 * j], points[2 * j + 1], foot);
  return distanceTo(foot, x, y);
}

/**
 * The points after i that a ray from i can aim at and pass all points between within the tolerance. Each of those leaves
 * a wedge of directions; the search ends where their intersection is empty. A little is added to the wedges, because
 * this only proposes.
 */
function reachable(points: Float64Array, i: number, last: number, tolerance: number): number[] {
  const [x, y] = [points[2 * i], points[2 * i + 1]];
  const found = [i + 1];
  let middle = Number.NaN;
  let [low, high] = [-Math.PI, Math.PI];
  for (let j = i + 1; j <= last; j++) {
    const [dx, dy] = [points[2 * j] - x, points[2 * j + 1] - y];
    const distance = Math.hypot(dx, dy);
    const direction = Math.atan2(dy, dx);
    const off = Number.isNaN(middle) || distance === 0 ? 0 : turnBetween(middle, direction);
    if (j > i + 1 && off >= low - SLACK && off <= high + SLACK) found.push(j);
    if (distance <= tolerance) continue;
    if (Number.isNaN(middle)) middle = direction;
    const half = Math.asin(tolerance / distance);
    low = Math.max(low, off - half);
    high = Math.min(high, off + half);
    if (low > high + SLACK) break;
  }
  return found;
}

const SLACK = 1e-9;

/** From one direction to another, in (−π, π]. */
function turnBetween(from: number, to: number): number {
  const turn = to - from;
  if (turn > Math.PI) return turn - 2 * Math.PI;
  return turn <= -Math.PI ? turn + 2 * Math.PI : turn;
}
