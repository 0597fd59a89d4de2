import { pointAt, type Segment } from "./model";
import { hodographOf } from "./rational";

/** A point of a segment with its first and second derivatives by the parameter t. */
export interface Derivatives {
  x: number;
  y: number;
  dx: number;
  dy: number;
  ddx: number;
  ddy: number;
}

export function derivativesAt(segment: Segment, t: number): Derivatives {
  const found = { x: 0, y: 0, dx: 0, dy: 0, ddx: 0, ddy: 0 };
  derivativesInto(segment, t, found);
  return found;
}

/** The same, written into an object that is used again: for loops that ask millions of times. */
export function derivativesInto(segment: Segment, t: number, found: Derivatives): void {
  const s = 1 - t;
  if (segment.kind === "cubic") {
    const { x0, y0, x1, y1, x2, y2, x3, y3 } = segment;
    const a = s * s * s;
    const b = 3 * s * s * t;
    const c = 3 * s * t * t;
    const d = t * t * t;
    found.x = a * x0 + b * x1 + c * x2 + d * x3;
    found.y = a * y0 + b * y1 + c * y2 + d * y3;
    const ax = x1 - x0;
    const ay = y1 - y0;
    const bx = x2 - x1;
    const by = y2 - y1;
    const cx = x3 - x2;
    const cy = y3 - y2;
    found.dx = 3 * (s * s * ax + 2 * s * t * bx + t * t * cx);
    found.dy = 3 * (s * s * ay + 2 * s * t * by + t * t * cy);
    found.ddx = 6 * (s * (bx - ax) + t * (cx - bx));
    found.ddy = 6 * (s * (by - ay) + t * (cy - by));
    return;
  }
  [found.x, found.y] = pointAt(segment, t);
  switch (segment.kind) {
    case "line":
      found.dx = segment.x1 - segment.x0;
      found.dy = segment.y1 - segment.y0;
      found.ddx = 0;
      found.ddy = 0;
      return;
    case "quadratic": {
      const { x0, y0, x1, y1, x2, y2 } = segment;
      found.ddx = 2 * (x0 - 2 * x1 + x2);
      found.ddy = 2 * (y0 - 2 * y1 + y2);
      found.dx = 2 * (x1 - x0) + t * found.ddx;
      found.dy = 2 * (y1 - y0) + t * found.ddy;
      return;
    }
    case "rational": {
      const { weight: w } = segment;
      const [ax, ay, bx, by, cx, cy] = hodographOf(segment);
      // C' = 2 M / D², so C'' = (2 M' − 2 D' C' D) / D², with D' = 2 (w − 1) (1 − 2t).
      const d = s * s + 2 * w * s * t + t * t;
      const slope = 2 * (w - 1) * (1 - 2 * t);
      found.dx = (2 * (s * s * ax + 2 * s * t * bx + t * t * cx)) / (d * d);
      found.dy = (2 * (s * s * ay + 2 * s * t * by + t * t * cy)) / (d * d);
      const [mx, my] = [2 * (s * (bx - ax) + t * (cx - bx)), 2 * (s * (by - ay) + t * (cy - by))];
      found.ddx = (2 * mx) / (d * d) - (2 * slope * found.dx) / d;
      found.ddy = (2 * my) / (d * d) - (2 * slope * found.dy) / d;
      return;
    }
    case "arc": {
      const { ux, uy, vx, vy, start, sweep } = segment;
      const cos = Math.cos(start + t * sweep);
      const sin = Math.sin(start + t * sweep);
      found.dx = sweep * (vx * cos - ux * sin);
      found.dy = sweep * (vy * cos - uy * sin);
      found.ddx = -sweep * sweep * (ux * cos + vx * sin);
      found.ddy = -sweep * sweep * (uy * cos + vy * sin);
    }
  }
}

/** A point of a segment with its direction of travel, both as unit vectors, and its curvature. */
export interface Frame {
  t: number;
  x: number;
  y: number;
  tangent: [number, number];
  /** A quarter turn from +x towards +y further than the tangent. */
  normal: [number, number];
  curvature: number;
}

/** Point, tangent, normal and curvature (1 / plan units; NaN at a cusp) at a parameter. */
export function frameAt(segment: Segment, t: number): Frame {
  const [x, y] = pointAt(segment, t);
  const tangent = tangentAt(segment, t, t < 1 ? 1 : -1);
  return { t, x, y, tangent, normal: [-tangent[1], tangent[0]], curvature: curvatureAt(segment, t) };
}

/**
 * The unit vector in the direction of travel at t. Where the first derivative vanishes (a cusp, handles that coincide)
 * it is the limit from the side of greater parameters (`side` 1) or of smaller ones (−1), read a little way off.
 * (1, 0) for a segment without length.
 */
export function tangentAt(segment: Segment, t: number, side: 1 | -1): [number, number] {
  if (segment.kind === "line") return directionOf(segment.x1 - segment.x0, segment.y1 - segment.y0);
  for (const away of [0, 1e-5, 1e-3]) {
    const at = t + side * away;
    const { dx, dy, ddx, ddy } = derivativesAt(segment, at < 0 || at > 1 ? t - side * away : at);
    const length = Math.hypot(dx, dy);
    // Beside a place where C' is zero it is about (distance) C''. Control points that coincide but for rounding have such
    // a place nearby, on either side of the end.
    if (length > 1e-7 * Math.hypot(ddx, ddy) && length > 0) return [dx / length, dy / length];
  }
  return [1, 0];
}

function directionOf(dx: number, dy: number): [number, number] {
  const length = Math.hypot(dx, dy);
  return length > 0 ? [dx / length, dy / length] : [1, 0];
}

/** Signed curvature at t, in 1 / plan units: positive where the direction turns from +x towards +y; NaN at a cusp. */
export function curvatureAt(segment: Segment, t: number): number {
  const { dx, dy, ddx, ddy } = derivativesAt(segment, t);
  return (dx * ddy - dy * ddx) / Math.hypot(dx, dy) ** 3;
}
