import type { Slope } from "./slope";

/** `x`, `y` is the corner of least x and y. */
export interface BoxForm {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The signed distance from (x, y) to a box with its sides along the axes: `distanceToRoundedBox` without radii. */
export function distanceToBox(x: number, y: number, box: BoxForm, slope?: Slope): number {
  const halfWidth = box.width / 2;
  const halfHeight = box.height / 2;
  const dx = x - (box.x + halfWidth);
  const dy = y - (box.y + halfHeight);
  const beyondX = (dx < 0 ? -dx : dx) - halfWidth;
  const beyondY = (dy < 0 ? -dy : dy) - halfHeight;
  if (beyondX > 0 && beyondY > 0) {
    const length = Math.sqrt(beyondX * beyondX + beyondY * beyondY);
    if (slope) {
      slope.x = (dx < 0 ? -beyondX : beyondX) / length;
      slope.y = (dy < 0 ? -beyondY : beyondY) / length;
    }
    return length;
  }
  const isBeside = beyondX >= beyondY;
  if (slope) {
    slope.x = isBeside ? (dx < 0 ? -1 : 1) : 0;
    slope.y = isBeside ? 0 : dy < 0 ? -1 : 1;
  }
  return isBeside ? beyondX : beyondY;
}
