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
  slope: Slope | undefined,
  isInside: boolean,
  isMirrored: boolean,
  u: number,
  v: number,
  { cos, sin }: { cos: number; sin: number },
  fu: number,
  fv: number,
  nu: number,
  nv: number,
): number {
  if (!slope) {
    const length = Math.sqrt((u - fu) * (u - fu) + (v - fv) * (v - fv));
    return isInside ? -length : length;
  }
  const distance = footed(slope, isInside, u, v, fu, fv, nu, nv);
  const along = slope.x;
  const across = isMirrored ? -slope.y : slope.y;
  slope.x = along * cos - across * sin;
  slope.y = along * sin + across * cos;
  return distance;
}
