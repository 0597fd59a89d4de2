import { orientation } from "../numeric";
import type { Ring } from "./types";

/**
 * The convex hull of points x0 y0 x1 y1 …: its corners only, with positive signed area, from the lexicographically
 * least one on. Fewer than three corners mean that all points lie on a line. Exact decisions; n log n.
 * Source: A. M. Andrew, "Another efficient algorithm for convex hulls in two dimensions" (1979).
 */
export function convexHull(points: ArrayLike<number>): Ring {
  const order = Array.from({ length: points.length >> 1 }, (_, i) => i).sort(
    (i, j) => points[2 * i] - points[2 * j] || points[2 * i + 1] - points[2 * j + 1],
  );
  const lower = chain(points, order);
  const upper = chain(points, order.reverse());
  const corners = lower.length > 1 ? [...lower.slice(0, -1), ...upper.slice(0, -1)] : lower;
  return Float64Array.from(corners.flatMap((i) => [points[2 * i], points[2 * i + 1]]));
}

/** From the first to the last point, turning left only. */
function chain(points: ArrayLike<number>, order: readonly number[]): number[] {
  const stack: number[] = [];
  for (const i of order) {
    const [x, y] = [points[2 * i], points[2 * i + 1]];
    const top = stack[stack.length - 1];
    if (top !== undefined && points[2 * top] === x && points[2 * top + 1] === y) continue;
    while (stack.length > 1 && turn(points, stack[stack.length - 2], stack[stack.length - 1], i) <= 0) stack.pop();
    stack.push(i);
  }
  return stack;
}

function turn(p: ArrayLike<number>, a: number, b: number, c: number): number {
  return orientation(p[2 * a], p[2 * a + 1], p[2 * b], p[2 * b + 1], p[2 * c], p[2 * c + 1]);
}
