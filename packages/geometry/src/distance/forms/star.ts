import { unfolded } from "./folded";
import type { Slope } from "./slope";

/** What has n tips evenly around a centre: made by {@link starForm}. */
export interface StarForm {
  x: number;
  y: number;
  tips: number;
  /** The direction of the first tip. */
  angle: number;
  /** In the frame of a tip, half of the way between two: the edge from the tip (tip, 0) to the hollow (hu, hv). */
  tip: number;
  hollowU: number;
  hollowV: number;
  /** Directions of the tips. */
  cos: Float64Array;
  sin: Float64Array;
}

/** A star with tips at `outer` and hollows at `inner`, the first tip in the direction of an angle. */
export function starForm(x: number, y: number, tips: number, outer: number, inner: number, angle: number): StarForm {
  const half = Math.PI / tips;
  const directions = Array.from({ length: tips }, (_, k) => angle + 2 * half * k);
  return {
    x,
    y,
    tips,
    angle,
    tip: outer,
    hollowU: inner * Math.cos(half),
    hollowV: inner * Math.sin(half),
    cos: Float64Array.from(directions, Math.cos),
    sin: Float64Array.from(directions, Math.sin),
  };
}

/** A regular polygon is a star whose hollows lie in the middle of its sides. */
export function regularForm(x: number, y: number, corners: number, radius: number, angle: number): StarForm {
  return starForm(x, y, corners, radius, radius * Math.cos(Math.PI / corners), angle);
}

/**
 * The signed distance from (x, y) to a star, or a regular polygon. It is symmetric about the lines through each tip and each hollow:
 * no boundary point is nearer than its image on p's own side of such a line. So the one edge in p's wedge has the nearest point.
 *
 *            hollow .
 *                   | ".  p
 *     c - - - - - - - - - ". tip
 */
export function distanceToStar(x: number, y: number, star: StarForm, slope?: Slope): number {
  const { tips, tip, hollowU, hollowV } = star;
  const dx = x - star.x;
  const dy = y - star.y;
  const k = tips > FEW ? tipByAngle(star, dx, dy) : tipByProjection(star, dx, dy);
  const cos = star.cos[k];
  const sin = star.sin[k];
  const u = dx * cos + dy * sin;
  const across = dy * cos - dx * sin;
  const isMirrored = across < 0;
  const v = isMirrored ? -across : across;
  const eu = hollowU - tip;
  const ev = hollowV;
  const squared = eu * eu + ev * ev;
  let share = ((u - tip) * eu + v * ev) / squared;
  if (share < 0) share = 0;
  else if (share > 1) share = 1;
  const isInside = eu * v - ev * (u - tip) > 0;
  const fu = tip + share * eu;
  const fv = share * ev;
  if (!slope) {
    const length = Math.sqrt((u - fu) * (u - fu) + (v - fv) * (v - fv));
    return isInside ? 0 - length : length;
  }
  const length = Math.sqrt(squared);
  return unfolded(slope, isInside, isMirrored, u, v, { cos, sin }, fu, fv, ev / length, -eu / length, tip);
}

/** Up to so many tips it costs less to try all of them than to ask for the angle. */
const FEW = 12;

function tipByProjection({ tips, cos, sin }: StarForm, dx: number, dy: number): number {
  let most = Number.NEGATIVE_INFINITY;
  let tip = 0;
  for (let k = 0; k < tips; k++) {
    const along = dx * cos[k] + dy * sin[k];
    if (along > most) {
      most = along;
      tip = k;
    }
  }
  return tip;
}

function tipByAngle({ tips, angle }: StarForm, dx: number, dy: number): number {
  const k = Math.round(((Math.atan2(dy, dx) - angle) * tips) / (2 * Math.PI)) % tips;
  return k < 0 ? k + tips : k;
}
