import type { ArcForm } from "./arc";
import { unfolded, unfoldedArc } from "./folded";
import { LEAST, type Slope } from "./slope";

/**
 * The signed distance from (x, y) to a circular segment: what an arc and the chord between its ends enclose. Folded about the
 * axis, the nearer of half of the chord and of the arc, which is nearest along the line from the centre where that meets it.
 *
 *       | end
 *       |  '.
 *     c | -  - axis        less than half a turn; the chord lies before the centre, and beyond it where it is more
 *       |  .'
 *       |
 */
export function distanceToCircularSegment(x: number, y: number, segment: ArcForm, slope?: Slope): number {
  const { radius, cos, sin, endCos, endSin } = segment;
  const dx = x - segment.x;
  const dy = y - segment.y;
  const u = dx * cos + dy * sin;
  const across = dy * cos - dx * sin;
  const isMirrored = across < 0;
  const v = isMirrored ? -across : across;
  const length = Math.sqrt(u * u + v * v);
  const chord = radius * endCos;
  const isInside = u > chord && length < radius;
  const fv = Math.min(radius * endSin, v);
  const toChord = (u - chord) * (u - chord) + (v - fv) * (v - fv);
  const isBetween = u * endSin - v * endCos >= 0 && length > LEAST;
  const isOnArc = isBetween && (length - radius) * (length - radius) <= toChord;
  if (!slope) {
    const distance = isOnArc ? Math.abs(length - radius) : Math.sqrt(toChord);
    return isInside ? 0 - distance : distance;
  }
  if (isOnArc) return unfoldedArc(slope, isInside, isMirrored, u, v, segment, radius, length);
  return unfolded(slope, isInside, isMirrored, u, v, segment, chord, fv, -1, 0);
}
