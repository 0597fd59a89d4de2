import type { Path } from "../path";
import type { FillRule } from "../polygon";
import { hitsOnPath, type PathHit } from "./hits-on-path";

/** A line that is thrown back by an outline, again and again. */
export interface Bounces {
  /** x y of where it starts, of each place where it is thrown back, and of where it ends. */
  points: Float64Array;
  hits: PathHit[];
}

/** So near to where it was thrown back, in shares of the way to the next place, a line cannot meet the outline again. */
const LEFT = 1e-9;

/**
 * What a ball does that starts at (x, y) in a direction (radians from +x towards +y), is thrown back by true curves (the angle that it
 * comes at is the one that it leaves at), and stops after `times` of that, or after a way of `length` plan units. It ends early
 * where nothing is met any more.
 */
export function bounces(
  x: number,
  y: number,
  direction: number,
  path: Path,
  fillRule: FillRule,
  times: number,
  length = Number.POSITIVE_INFINITY,
): Bounces {
  const points = [x, y];
  const hits: PathHit[] = [];
  let [px, py] = [x, y];
  let [dx, dy] = [Math.cos(direction), Math.sin(direction)];
  let left = length;
  const stopAt = (way: number): void => {
    if (Number.isFinite(way)) points.push(px + way * dx, py + way * dy);
  };
  for (let i = 0; i < times; i++) {
    const all = hitsOnPath(px, py, px + dx, py + dy, path, fillRule, true);
    const furthest = all.at(-1)?.along ?? 0;
    const hit = all.find(({ along }) => along > LEFT * (1 + furthest));
    if (!hit || hit.along > left) {
      stopAt(left);
      return { points: Float64Array.from(points), hits };
    }
    hits.push(hit);
    points.push(hit.x, hit.y);
    left -= hit.along;
    const { x: nx, y: ny } = hit.normal;
    const twice = 2 * (dx * nx + dy * ny);
    [dx, dy] = [dx - twice * nx, dy - twice * ny];
    [px, py] = [hit.x, hit.y];
  }
  if (Number.isFinite(left)) stopAt(left);
  return { points: Float64Array.from(points), hits };
}
