import { type ArcForm, isWithin } from "./arc";
import { unfolded, unfoldedArc } from "./folded";
import { LEAST, type Slope } from "./slope";

/**
 * The signed distance from (x, y) to a sector: what its arc and the two radii to its ends enclose. Folded about its axis, the nearer
 * of the arc, where p lies in its angle, and of one radius.
 *
 *          .-"" end
 *        .'    /             sweep up to a whole turn, which is a disc with a slit
 *       |     c - - axis
 *        '.    \
 *          '-.. \
 */
export function distanceToSector(x: number, y: number, sector: ArcForm, slope?: Slope): number {
  const { radius, cos, sin, endCos, endSin } = sector;
  const dx = x - sector.x;
  const dy = y - sector.y;
  const u = dx * cos + dy * sin;
  const across = dy * cos - dx * sin;
  const isMirrored = across < 0;
  const v = isMirrored ? -across : across;
  const length = Math.sqrt(u * u + v * v);
  const isBetween = isWithin(sector, u, v);
  const isInside = isBetween && length < radius;
  const along = Math.min(radius, Math.max(0, u * endCos + v * endSin));
  const fu = along * endCos;
  const fv = along * endSin;
  const toRadius = (u - fu) * (u - fu) + (v - fv) * (v - fv);
  const isOnArc = isBetween && length > LEAST && (length - radius) * (length - radius) <= toRadius;
  if (!slope) {
    const distance = isOnArc ? Math.abs(length - radius) : Math.sqrt(toRadius);
    return isInside ? 0 - distance : distance;
  }
  if (isOnArc) return unfoldedArc(slope, isInside, isMirrored, u, v, sector, radius, length);
  return unfolded(slope, isInside, isMirrored, u, v, sector, fu, fv, -endSin, endCos);
}
