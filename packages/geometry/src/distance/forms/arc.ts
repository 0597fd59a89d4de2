import { unfolded, unfoldedArc } from "./folded";
import { LEAST, type Slope } from "./slope";

/** A part of a circle to both sides of an axis from its centre: made by {@link arcForm}. */
export interface ArcForm {
  x: number;
  y: number;
  radius: number;
  /** The axis in the middle of the part. */
  cos: number;
  sin: number;
  /** The direction of the end on that axis' left, in its frame. */
  endCos: number;
  endSin: number;
}

/** The part of a circle from an angle on, over a sweep of up to a whole turn either way. */
export function arcForm(x: number, y: number, radius: number, start: number, sweep: number): ArcForm {
  const middle = start + sweep / 2;
  const half = Math.min(Math.PI, Math.abs(sweep) / 2);
  const end = half === Math.PI ? { endCos: -1, endSin: 0 } : { endCos: Math.cos(half), endSin: Math.sin(half) };
  return { x, y, radius, cos: Math.cos(middle), sin: Math.sin(middle), ...end };
}

/** Whether a place in the upper half of the frame lies within the angle of the part: to the right of the way to its end. */
export function isWithin({ endCos, endSin }: ArcForm, u: number, v: number): boolean {
  return u * endSin - v * endCos >= 0;
}

/** The distance from (x, y) to an arc of a circle, which encloses nothing: to the circle where p lies in its angle, otherwise to an end. */
export function distanceToArc(x: number, y: number, arc: ArcForm, slope?: Slope): number {
  const { radius, cos, sin, endCos, endSin } = arc;
  const dx = x - arc.x;
  const dy = y - arc.y;
  const u = dx * cos + dy * sin;
  const across = dy * cos - dx * sin;
  const isMirrored = across < 0;
  const v = isMirrored ? -across : across;
  // At the centre all of the arc is as near.
  const length = Math.sqrt(u * u + v * v);
  const isOnArc = isWithin(arc, u, v) && length > LEAST;
  if (!slope) {
    const du = u - radius * endCos;
    const dv = v - radius * endSin;
    return isOnArc ? Math.abs(length - radius) : Math.sqrt(du * du + dv * dv);
  }
  if (isOnArc) return unfoldedArc(slope, false, isMirrored, u, v, arc, radius, length);
  return unfolded(slope, false, isMirrored, u, v, arc, radius * endCos, radius * endSin, endCos, endSin);
}
