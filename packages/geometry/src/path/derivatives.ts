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
  const [x, y] = pointAt(segment, t);
  switch (segment.kind) {
    case "line":
      return { x, y, dx: segment.x1 - segment.x0, dy: segment.y1 - segment.y0, ddx: 0, ddy: 0 };
    case "quadratic": {
      const { x0, y0, x1, y1, x2, y2 } = segment;
      const [ddx, ddy] = [2 * (x0 - 2 * x1 + x2), 2 * (y0 - 2 * y1 + y2)];
      return { x, y, dx: 2 * (x1 - x0) + t * ddx, dy: 2 * (y1 - y0) + t * ddy, ddx, ddy };
    }
    case "rational": {
      const { weight: w } = segment;
      const [ax, ay, bx, by, cx, cy] = hodographOf(segment);
      const s = 1 - t;
      // C' = 2 M / D², so C'' = (2 M' − 2 D' C' D) / D², with D' = 2 (w − 1) (1 − 2t).
      const d = s * s + 2 * w * s * t + t * t;
      const slope = 2 * (w - 1) * (1 - 2 * t);
      const dx = (2 * (s * s * ax + 2 * s * t * bx + t * t * cx)) / (d * d);
      const dy = (2 * (s * s * ay + 2 * s * t * by + t * t * cy)) / (d * d);
      const [mx, my] = [2 * (s * (bx - ax) + t * (cx - bx)), 2 * (s * (by - ay) + t * (cy - by))];
      return {
        x,
        y,
        dx,
        dy,
        ddx: (2 * mx) / (d * d) - (2 * slope * dx) / d,
        ddy: (2 * my) / (d * d) - (2 * slope * dy) / d,
      };
    }
    case "cubic": {
      const { x0, y0, x1, y1, x2, y2, x3, y3 } = segment;
      const [ax, ay] = [x1 - x0, y1 - y0];
      const [bx, by] = [x2 - x1, y2 - y1];
      const [cx, cy] = [x3 - x2, y3 - y2];
      const s = 1 - t;
      return {
        x,
        y,
        dx: 3 * (s * s * ax + 2 * s * t * bx + t * t * cx),
        dy: 3 * (s * s * ay + 2 * s * t * by + t * t * cy),
        ddx: 6 * (s * (bx - ax) + t * (cx - bx)),
        ddy: 6 * (s * (by - ay) + t * (cy - by)),
      };
    }
    case "arc": {
      const { ux, uy, vx, vy, start, sweep } = segment;
      const [cos, sin] = [Math.cos(start + t * sweep), Math.sin(start + t * sweep)];
      return {
        x,
        y,
        dx: sweep * (vx * cos - ux * sin),
        dy: sweep * (vy * cos - uy * sin),
        ddx: -sweep * sweep * (ux * cos + vx * sin),
        ddy: -sweep * sweep * (uy * cos + vy * sin),
      };
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
