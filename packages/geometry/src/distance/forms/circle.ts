import { away, type Slope } from "./slope";

export interface CircleForm {
  x: number;
  y: number;
  radius: number;
}

/** The signed distance from (x, y) to a circle: the distance to its centre less the radius. */
export function distanceToCircle(x: number, y: number, circle: CircleForm, slope?: Slope): number {
  const dx = x - circle.x;
  const dy = y - circle.y;
  const length = Math.sqrt(dx * dx + dy * dy);
  if (slope) away(slope, dx, dy, length);
  return length - circle.radius;
}
