import { footed, type Slope } from "./slope";

/**
 * What is symmetric about an axis from a centre is asked in its upper half, in the frame of the axis, and answers are turned back.
 *
 *             v |   . p         p, mirrored where it lies below
 *     ----------c-------------> u
 *
 * The distance by the nearest point (fu, fv) and the normal (nu, nv) there; `isMirrored` where p lay below.
 */
export function unfolded(
  slope: Slope,
  isInside: boolean,
  isMirrored: boolean,
  u: number,
  v: number,
  { cos, sin }: { cos: number; sin: number },
  fu: number,
  fv: number,
  nu: number,
  nv: number,
  size?: number,
): number {
  const distance = footed(slope, isInside, u, v, fu, fv, nu, nv, size);
  const along = slope.x;
  const across = isMirrored ? -slope.y : slope.y;
  slope.x = along * cos - across * sin;
  slope.y = along * sin + across * cos;
  return distance;
}

/** Likewise where the nearest point lies on a circle around the centre, `length` from which p is; `out` is −1 where the shape lies outside of that. */
export function unfoldedArc(
  slope: Slope,
  isInside: boolean,
  isMirrored: boolean,
  u: number,
  v: number,
  frame: { cos: number; sin: number },
  radius: number,
  length: number,
  out = 1,
): number {
  const [nu, nv] = [u / length, v / length];
  return unfolded(slope, isInside, isMirrored, u, v, frame, radius * nu, radius * nv, out * nu, out * nv);
}
