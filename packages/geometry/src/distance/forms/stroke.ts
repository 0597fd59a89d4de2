import type { Slope } from "./slope";

/**
 * What lies within half a width of a boundary: its distance is |d| − width / 2, where d is that to the boundary. Outside it is exact
 * because the way to the boundary leads through the rim; inside, as far as there is a rim beyond: not beyond the middle of a
 * narrow shape. Gives the distance and turns the gradient.
 */
export function strokeOf(distance: number, width: number, slope?: Slope): number {
  if (slope && distance < 0) {
    slope.x = -slope.x;
    slope.y = -slope.y;
  }
  return (distance < 0 ? -distance : distance) - width / 2;
}
