import type { Bounds } from "../../polygon";
import type { DistanceField } from "./field";

/** How well a disc around the middle of a shape's box tells the distance to the shape. */
export interface Roundness {
  /** The shape lies within this distance from the middle. */
  reach: number;
  /** The distances to two copies differ by at most this much less than those to their middles. */
  play: number;
}

/** Directions from which a shape is looked at. */
const DIRECTIONS = 128;

/** By distances from around the shape, as docs/distance.md derives it. Of fields that are not exact outside only the box is known. */
export function roundnessOf(field: DistanceField, box: Bounds): Roundness {
  const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const corner = Math.hypot(box.maxX - x, box.maxY - y);
  if (field.worth.outside !== "exact" || field.lipschitz > 1) return { reach: corner, play: Number.POSITIVE_INFINITY };
  const far = 2 * corner;
  let nearest = far;
  for (let k = 0; k < DIRECTIONS; k++) {
    const angle = (2 * Math.PI * k) / DIRECTIONS;
    nearest = Math.min(nearest, field.at(x + far * Math.cos(angle), y + far * Math.sin(angle)));
  }
  const half = Math.PI / DIRECTIONS;
  const known = far * Math.cos(half) - Math.sqrt(nearest ** 2 - (far * Math.sin(half)) ** 2);
  // Squares may overflow.
  const reach = Number.isNaN(known) ? corner : Math.min(corner, known);
  return { reach, play: Math.max(0, reach + field.at(x, y)) };
}
