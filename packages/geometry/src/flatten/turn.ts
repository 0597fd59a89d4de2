import { type Derivatives, derivativesAt, type Segment } from "../path";

/** An upper bound of how far C' turns between two parameters, in radians: exact where it turns one way. */
export type TurnBound = (t0: number, t1: number) => number;

export function turnBoundOf(segment: Segment): TurnBound {
  return (t0, t1) => turnBetween(segment, derivativesAt(segment, t0), derivativesAt(segment, t1), t1 - t0);
}

/**
 * The same from the derivatives at both ends, `dt` apart. C' is linear or quadratic in t for Bézier curves: it turns no
 * further than its control points there, the middle one of which lies where the hodograph's tangents meet. The
 * direction along an arc only turns one way.
 */
export function turnBetween(segment: Segment, p: Derivatives, q: Derivatives, dt: number): number {
  if (segment.kind === "line") return 0;
  // An arc of a conic section turns one way, by less than half a turn.
  if (segment.kind === "rational") return angleBetween(p.dx, p.dy, q.dx, q.dy);
  if (segment.kind === "arc") {
    const whole = Math.abs(segment.sweep) * dt;
    return whole >= Math.PI ? whole : angleBetween(p.dx, p.dy, q.dx, q.dy);
  }
  const [mx, my] = [p.dx + (dt / 2) * p.ddx, p.dy + (dt / 2) * p.ddy];
  return angleBetween(p.dx, p.dy, mx, my) + angleBetween(mx, my, q.dx, q.dy);
}

/** The angle between two vectors in radians; a half turn where one of them has no direction. */
function angleBetween(px: number, py: number, qx: number, qy: number): number {
  if ((px === 0 && py === 0) || (qx === 0 && qy === 0)) return Math.PI;
  return Math.abs(Math.atan2(px * qy - py * qx, px * qx + py * qy));
}
