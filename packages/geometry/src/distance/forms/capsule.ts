import { distanceToSegment, type SegmentForm } from "./segment";
import type { Slope } from "./slope";

/** All points within `radius` of a segment. */
export interface CapsuleForm extends SegmentForm {
  radius: number;
}

/** The signed distance from (x, y) to a capsule: the distance to its segment less the radius, inside as well. */
export function distanceToCapsule(x: number, y: number, capsule: CapsuleForm, slope?: Slope): number {
  return distanceToSegment(x, y, capsule, slope) - capsule.radius;
}
