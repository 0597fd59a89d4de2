import type { BoxForm } from "./box";
import type { Slope } from "./slope";

/**
 * A box with a radius for each corner, around it from that of least x and y towards +x. Two radii at one side are no longer
 * together than the side.
 */
export interface RoundedBoxForm extends BoxForm {
  radii: readonly [number, number, number, number];
}

/**
 * The signed distance from (x, y) to a rounded box. It is convex, and the distance to a convex set is the greatest of
 * n · p − h(n) over all directions n, with h(n) how far the set reaches that way. Over the four sides those are the distances to
 * their lines; over the directions of a corner's arc it is |p − c| − r, where p lies in that corner's quarter beyond the centre c
 * of the arc, and no more than that of a side elsewhere.
 */
export function distanceToRoundedBox(
  x: number,
  y: number,
  { x: left, y: low, width, height, radii }: RoundedBoxForm,
  slope?: Slope,
): number {
  const right = left + width;
  const high = low + height;
  const onLeft = left - x;
  const onRight = x - right;
  const below = low - y;
  const above = y - high;
  const isLeft = onLeft >= onRight;
  const isBelow = below >= above;
  const beside = isLeft ? onLeft : onRight;
  const beyond = isBelow ? below : above;
  let distance = Math.max(beside, beyond);
  let gx = beside >= beyond ? (isLeft ? -1 : 1) : 0;
  let gy = beside >= beyond ? 0 : isBelow ? -1 : 1;
  for (let corner = 0; corner < 4; corner++) {
    const radius = radii[corner];
    const sx = corner === 0 || corner === 3 ? -1 : 1;
    const sy = corner < 2 ? -1 : 1;
    const dx = sx < 0 ? left + radius - x : x - (right - radius);
    const dy = sy < 0 ? low + radius - y : y - (high - radius);
    if (dx <= 0 || dy <= 0) continue;
    const length = Math.sqrt(dx * dx + dy * dy);
    if (length - radius < distance) continue;
    distance = length - radius;
    gx = (sx * dx) / length;
    gy = (sy * dy) / length;
  }
  if (slope) {
    slope.x = gx;
    slope.y = gy;
  }
  return distance;
}
