import { type Arc, type ArcLength, derivativesAt, type Line, pointAt, type Segment, tangentAt } from "../path";
import type { CornerCut } from "./corner-cut";

/** What cuts a corner off, how much of the sides before and after it takes, and where it starts and ends. */
export interface Fillet {
  segment: Segment;
  before: number;
  after: number;
  start: [number, number];
  end: [number, number];
}

/** Between straight sides, in closed form: an arc of radius r takes r tan(half the turn) of both. */
export function straightFillet(a: Line, b: Line, { by, form }: CornerCut, size: number): Fillet {
  const [px, py] = [b.x0, b.y0];
  const [[ux, uy], [vx, vy]] = [tangentAt(a, 1, -1), tangentAt(b, 0, 1)];
  const [cross, dot] = [ux * vy - uy * vx, ux * vx + uy * vy];
  const tangent = Math.abs(cross) / (1 + dot);
  const length = by === "radius" ? size * tangent : size;
  const start: [number, number] = [px - length * ux, py - length * uy];
  const end: [number, number] = [px + length * vx, py + length * vy];
  const radius = length / tangent;
  const segment = form === "line" ? lineBetween(start, end) : arcBetween(start, end, [ux, uy], cross, radius, dot);
  return { segment, before: length, after: length, start, end };
}

/**
 * Beside curves: chamfers between places at a length from the corner; arcs by Newton's method on the two parameters at which
 * the curves' parallels at the radius meet, in the centre. A length stands for the radius that it gives straight sides.
 * Null where there is none on both sides.
 */
export function filletBetween(
  a: Segment,
  b: Segment,
  alongA: ArcLength,
  alongB: ArcLength,
  { by, form }: CornerCut,
  size: number,
): Fillet | null {
  const [[ux, uy], [vx, vy]] = [tangentAt(a, 1, -1), tangentAt(b, 0, 1)];
  const [cross, dot] = [ux * vy - uy * vx, ux * vx + uy * vy];
  const tangent = Math.abs(cross) / (1 + dot);
  const length = by === "radius" ? size * tangent : size;
  if (form === "line") {
    if (length > alongA.total || length > alongB.total) return null;
    const start = pointAt(a, alongA.parameterAt(alongA.total - length));
    const end = pointAt(b, alongB.parameterAt(length));
    return { segment: lineBetween(start, end), before: length, after: length, start, end };
  }
  const radius = length / tangent;
  // The centre lies on the inner side: on the left of a left turn.
  const side = cross > 0 ? radius : -radius;
  let s = alongA.parameterAt(Math.max(0, alongA.total - length));
  let t = alongB.parameterAt(length);
  const centre = (segment: Segment, at: number) => {
    const { x, y, dx, dy, ddx, ddy } = derivativesAt(segment, at);
    const speed = Math.hypot(dx, dy);
    // The parallel's derivative is (1 − side κ) C'.
    const share = 1 - (side * (dx * ddy - dy * ddx)) / speed ** 3;
    return { x: x - (side * dy) / speed, y: y + (side * dx) / speed, dx: share * dx, dy: share * dy };
  };
  for (let i = 0; i < STEPS; i++) {
    const [p, q] = [centre(a, s), centre(b, t)];
    const [x, y] = [q.x - p.x, q.y - p.y];
    if (Math.hypot(x, y) <= 1e-13 * (radius + length)) break;
    const determinant = p.dx * q.dy - p.dy * q.dx;
    s += (x * q.dy - y * q.dx) / determinant;
    t += (x * p.dy - y * p.dx) / determinant;
    if (!(s >= -0.5 && s <= 1.5 && t >= -0.5 && t <= 1.5)) return null;
  }
  if (!(s > 0 && s < 1 && t > 0 && t < 1)) return null;
  const [p, q] = [centre(a, s), centre(b, t)];
  if (!(Math.hypot(q.x - p.x, q.y - p.y) <= 1e-12 * (radius + length))) return null;
  const [start, end] = [pointAt(a, s), pointAt(b, t)];
  const [tx, ty] = tangentAt(a, s, 1);
  const [wx, wy] = tangentAt(b, t, 1);
  const segment = arcBetween(start, end, [tx, ty], cross, radius, tx * wx + ty * wy);
  // Turned by more than the corner, or the other way: it runs around the outside.
  if (cross * (tx * wy - ty * wx) <= 0) return null;
  return { segment, before: alongA.total - alongA.lengthAt(s), after: alongB.lengthAt(t), start, end };
}

const STEPS = 30;

function lineBetween([x0, y0]: [number, number], [x1, y1]: [number, number]): Line {
  return { kind: "line", x0, y0, x1, y1 };
}

/** An arc of a circle that leaves `start` in direction u; `dot` is the cosine of its turn, less than half a turn. */
function arcBetween(
  [x0, y0]: [number, number],
  [x1, y1]: [number, number],
  [ux, uy]: [number, number],
  sense: number,
  radius: number,
  dot: number,
): Arc {
  const side = sense > 0 ? 1 : -1;
  const [cx, cy] = [x0 - side * radius * uy, y0 + side * radius * ux];
  const start = Math.atan2(y0 - cy, x0 - cx);
  const sweep = side * Math.acos(Math.max(-1, Math.min(1, dot)));
  return { kind: "arc", x0, y0, x1, y1, cx, cy, ux: radius, uy: 0, vx: 0, vy: radius, start, sweep };
}
