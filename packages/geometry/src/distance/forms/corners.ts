import { orientation } from "../../numeric";
import { footed, type Slope } from "./slope";

/** The corners x0 y0 x1 y1 … of a simple polygon in its order, positive area. */
export type CornersForm = Float64Array;

export function triangleForm(...corners: [number, number, number, number, number, number]): CornersForm {
  return inOrder(Float64Array.from(corners));
}

/** A rhombus by its centre and halves of its diagonals along x and y. */
export function rhombusForm(x: number, y: number, halfWidth: number, halfHeight: number): CornersForm {
  return Float64Array.of(x + halfWidth, y, x, y + halfHeight, x - halfWidth, y, x, y - halfHeight);
}

/** A parallelogram by a corner and the two sides from it. */
export function parallelogramForm(x: number, y: number, ux: number, uy: number, vx: number, vy: number): CornersForm {
  return inOrder(Float64Array.of(x, y, x + ux, y + uy, x + ux + vx, y + uy + vy, x + vx, y + vy));
}

/** By exact predicates: far from the origin, products of coordinates lose the sign of a small area. */
function inOrder(corners: Float64Array): CornersForm {
  const n = corners.length;
  const turns = Array.from({ length: n / 2 }, (_, k) => {
    const [i, j] = [(2 * k + 2) % n, (2 * k + 4) % n];
    return orientation(corners[2 * k], corners[2 * k + 1], corners[i], corners[i + 1], corners[j], corners[j + 1]);
  });
  // All turns of a convex polygon have one sense, unless rounding made two sides one.
  if (turns.filter((turn) => turn < 0).length <= turns.filter((turn) => turn > 0).length) return corners;
  return Float64Array.from(corners, (_, i) => corners[n - 2 - (i & ~1) + (i & 1)]);
}

/**
 * The signed distance from (x, y) to a convex polygon of few corners: a triangle, a rhombus, a parallelogram. To the nearest of its
 * sides; inside where p lies to the left of all of them.
 */
export function distanceToCorners(x: number, y: number, corners: CornersForm, slope?: Slope): number {
  const n = corners.length;
  let least = Number.POSITIVE_INFINITY;
  let fx = 0;
  let fy = 0;
  let nx = 0;
  let ny = 0;
  let isInside = true;
  let px = corners[n - 2];
  let py = corners[n - 1];
  for (let i = 0; i < n; i += 2) {
    const qx = corners[i];
    const qy = corners[i + 1];
    const ux = qx - px;
    const uy = qy - py;
    const wx = x - px;
    const wy = y - py;
    let share = (wx * ux + wy * uy) / (ux * ux + uy * uy);
    if (share < 0) share = 0;
    else if (share > 1) share = 1;
    const dx = wx - share * ux;
    const dy = wy - share * uy;
    const squared = dx * dx + dy * dy;
    if (ux * wy - uy * wx <= 0) isInside = false;
    if (squared < least) {
      least = squared;
      fx = px + share * ux;
      fy = py + share * uy;
      nx = uy;
      ny = -ux;
    }
    px = qx;
    py = qy;
  }
  if (!slope) return isInside ? 0 - Math.sqrt(least) : Math.sqrt(least);
  const length = Math.sqrt(nx * nx + ny * ny);
  const size = length + Math.abs(px) + Math.abs(py);
  return footed(slope, isInside, x, y, fx, fy, nx / length, ny / length, size);
}
