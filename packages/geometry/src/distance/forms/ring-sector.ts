import { type ArcForm, isWithin } from "./arc";
import { unfolded, unfoldedArc } from "./folded";
import { LEAST, type Slope } from "./slope";

/** `radius` is the outer one. */
export interface RingSectorForm extends ArcForm {
  inner: number;
}

/**
 * The signed distance from (x, y) to a part of a ring: the nearest of the two arcs, where p lies in their angle, and of the end
 * between them, on the side of the axis where p lies.
 */
export function distanceToRingSector(x: number, y: number, sector: RingSectorForm, slope?: Slope): number {
  const { radius, inner, cos, sin, endCos, endSin } = sector;
  const dx = x - sector.x;
  const dy = y - sector.y;
  const u = dx * cos + dy * sin;
  const across = dy * cos - dx * sin;
  const isMirrored = across < 0;
  const v = isMirrored ? -across : across;
  const length = Math.sqrt(u * u + v * v);
  const isBetween = isWithin(sector, u, v);
  const isInside = isBetween && length > inner && length < radius;
  const onWay = u * endCos + v * endSin;
  const along = onWay < inner ? inner : Math.min(onWay, radius);
  const fu = along * endCos;
  const fv = along * endSin;
  const toEnd = (u - fu) * (u - fu) + (v - fv) * (v - fv);
  const nearer = length - inner < radius - length ? inner : radius;
  const isOnArc = isBetween && length > LEAST && (length - nearer) * (length - nearer) <= toEnd;
  if (!slope) {
    const distance = isOnArc ? Math.abs(length - nearer) : Math.sqrt(toEnd);
    return isInside ? 0 - distance : distance;
  }
  if (isOnArc) return unfoldedArc(slope, isInside, isMirrored, u, v, sector, nearer, length, nearer === inner ? -1 : 1);
  return unfolded(slope, isInside, isMirrored, u, v, sector, fu, fv, -endSin, endCos);
}
