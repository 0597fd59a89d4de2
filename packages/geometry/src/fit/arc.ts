import type { Segment } from "../path";
import { type FittedPart, lineAlong } from "./part";

/** Steps of the search for the best arc. */
const STEPS = 40;

/**
 * The arc of a circle from point i to point j that comes nearest to all edges between, or the straight line where that
 * does; null where neither stays within the tolerance.
 *
 * An arc between two points is given by its bulge b, the tangent of a quarter of its angle. The greatest distance of an
 * edge from the circle is that of one of its ends or of its foot from the centre, exactly; over b it falls and then rises.
 */
export function arcThrough(points: Float64Array, i: number, j: number, tolerance: number): FittedPart | null {
  const [x0, y0, x1, y1] = [points[2 * i], points[2 * i + 1], points[2 * j], points[2 * j + 1]];
  const chord = Math.hypot(x1 - x0, y1 - y0);
  if (chord === 0) return null;
  const off = (bulge: number): number => offArc(points, i, j, bulge);
  let [low, high] = [-MOST_BULGE, MOST_BULGE];
  // Golden section.
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [high - ratio * (high - low), low + ratio * (high - low)];
  let [fa, fb] = [off(a), off(b)];
  for (let k = 0; k < STEPS; k++) {
    if (fa <= fb) {
      high = b;
      [b, fb] = [a, fa];
      a = high - ratio * (high - low);
      fa = off(a);
    } else {
      low = a;
      [a, fa] = [b, fb];
      b = low + ratio * (high - low);
      fb = off(b);
    }
    // Good enough for sure: no need for the very best.
    if (k > 8 && Math.min(fa, fb) < tolerance / 4) break;
  }
  const straight = off(0);
  if (straight <= tolerance && straight <= Math.min(fa, fb))
    return { segment: lineAlong(points, i, j), deviation: straight };
  const [bulge, deviation] = fa <= fb ? [a, fa] : [b, fb];
  if (!(deviation <= tolerance)) return null;
  return { segment: arcOf(x0, y0, x1, y1, bulge), deviation };
}

/** Up to three quarters of a turn. */
const MOST_BULGE = Math.tan((3 * Math.PI) / 8);

/** The centre and radius of the arc with a bulge, on its left where that is positive; a line for bulges that are nearly 0. */
function circleOf(
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  bulge: number,
): { x: number; y: number; radius: number } {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const along = (1 - bulge * bulge) / (4 * bulge);
  const [x, y] = [(x0 + x1) / 2 - along * dy, (y0 + y1) / 2 + along * dx];
  return { x, y, radius: (Math.hypot(dx, dy) * (1 + bulge * bulge)) / (4 * Math.abs(bulge)) };
}

function arcOf(x0: number, y0: number, x1: number, y1: number, bulge: number): Segment {
  const { x, y, radius } = circleOf(x0, y0, x1, y1, bulge);
  const start = Math.atan2(y0 - y, x0 - x);
  const sweep = 4 * Math.atan(bulge);
  return { kind: "arc", x0, y0, x1, y1, cx: x, cy: y, ux: radius, uy: 0, vx: 0, vy: radius, start, sweep };
}

/** The greatest distance between the edges from i to j and the arc; infinite where edges run against it or past its ends. */
function offArc(p: Float64Array, i: number, j: number, bulge: number): number {
  const [x0, y0, x1, y1] = [p[2 * i], p[2 * i + 1], p[2 * j], p[2 * j + 1]];
  if (Math.abs(bulge) < 1e-9) return offLine(p, i, j);
  const { x, y, radius } = circleOf(x0, y0, x1, y1, bulge);
  const side = bulge > 0 ? 1 : -1;
  const whole = 4 * Math.atan(Math.abs(bulge));
  let worst = 0;
  let turned = 0;
  for (let k = i; k < j; k++) {
    const [ax, ay] = [p[2 * k] - x, p[2 * k + 1] - y];
    const [bx, by] = [p[2 * k + 2] - x, p[2 * k + 3] - y];
    const cross = side * (ax * by - ay * bx);
    const step = Math.atan2(cross, ax * bx + ay * by);
    turned += step;
    // Seen from the centre edges go on along the arc, but for what is no further off anyhow.
    if (!(turned >= -1e-9 && turned <= whole + 1e-9) || step < 0) return Number.POSITIVE_INFINITY;
    const [dx, dy] = [bx - ax, by - ay];
    const squared = dx * dx + dy * dy;
    const foot = -(ax * dx + ay * dy);
    const nearest = foot > 0 && foot < squared ? Math.abs(cross) / Math.sqrt(squared) : Number.POSITIVE_INFINITY;
    const [da, db] = [Math.hypot(ax, ay), Math.hypot(bx, by)];
    worst = Math.max(worst, Math.abs(da - radius), Math.abs(db - radius), radius - Math.min(da, db, nearest));
  }
  return worst;
}

function offLine(p: Float64Array, i: number, j: number): number {
  const [x0, y0] = [p[2 * i], p[2 * i + 1]];
  const [dx, dy] = [p[2 * j] - x0, p[2 * j + 1] - y0];
  const length = Math.hypot(dx, dy);
  let worst = 0;
  let before = 0;
  for (let k = i + 1; k <= j; k++) {
    const [px, py] = [p[2 * k] - x0, p[2 * k + 1] - y0];
    const along = (px * dx + py * dy) / length;
    if (along < before) return Number.POSITIVE_INFINITY;
    before = along;
    worst = Math.max(worst, Math.abs(px * dy - py * dx) / length);
  }
  return worst;
}
