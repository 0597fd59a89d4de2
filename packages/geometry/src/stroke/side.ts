import { pointAt, type Segment } from "../path";
import { normalAt, stepsBeside } from "./parallel";

export type Join = "miter" | "round" | "bevel";

/** How corners are joined. A miter longer than `miterLimit` times the whole width becomes a bevel. */
export interface SideStyle {
  join: Join;
  miterLimit: number;
  /** The greatest distance from the true result, in plan units, greater than 0. */
  tolerance: number;
}

export class StrokeError extends Error {
  override readonly name = "StrokeError";
}

/** Less of a turn than this is rounding: there is no corner. */
const NO_TURN = 1e-9;

/**
 * The walk along the right of segments that follow each other, at distance h > 0 (plan units), as x0 y0 x1 y1 …; where
 * `closed`, also around the corner between the last and the first.
 */
export function walkBeside(segments: readonly Segment[], closed: boolean, h: number, style: SideStyle): number[] {
  const walk: number[] = [];
  const inner: SideStyle = { ...style, join: "round", tolerance: style.tolerance / 2 };
  segments.forEach((segment, k) => {
    const steps = stepsBeside(segment, h, style.tolerance);
    if (!steps) throw new StrokeError(`the tolerance ${style.tolerance} would need too many vertices here`);
    const before = k > 0 ? segments[k - 1] : closed ? segments[segments.length - 1] : null;
    const [mx, my] = normalAt(segment, 0);
    if (before) joinCorner(walk, ...pointAt(segment, 0), ...normalAt(before, 1), mx, my, h, style);
    let from: [number, number] = [mx, my];
    for (const step of steps) {
      joinCorner(walk, step.px, step.py, ...from, step.mx, step.my, h, inner);
      walk.push(step.qx + h * step.nx, step.qy + h * step.ny);
      from = [step.nx, step.ny];
    }
    const last = steps[steps.length - 1];
    joinCorner(walk, last.qx, last.qy, ...from, ...normalAt(segment, 1), h, inner);
  });
  return walk;
}

/** From p + h m to p + h n: around an outer corner by the join, through p at an inner one. */
function joinCorner(
  walk: number[],
  px: number,
  py: number,
  mx: number,
  my: number,
  nx: number,
  ny: number,
  h: number,
  { join, miterLimit, tolerance }: SideStyle,
): void {
  const cross = mx * ny - my * nx;
  const dot = mx * nx + my * ny;
  walk.push(px + h * mx, py + h * my);
  if (Math.abs(cross) <= NO_TURN && dot > 0) return;
  if (cross < 0) walk.push(px, py);
  else if (join === "round") arcAround(walk, px, py, mx, my, Math.atan2(cross, dot), h, tolerance);
  // The miter's length over the width is 1 / cos(half the turn).
  else if (join === "miter" && ((1 + dot) / 2) * miterLimit * miterLimit >= 1) {
    const along = h / (1 + dot);
    walk.push(px + along * (mx + nx), py + along * (my + ny));
  }
  walk.push(px + h * nx, py + h * ny);
}

/** Points on the circle around p from p + h m on, over an angle in radians; both ends left out. */
export function arcAround(
  walk: number[],
  px: number,
  py: number,
  mx: number,
  my: number,
  angle: number,
  h: number,
  tolerance: number,
): void {
  const widest = 4 * Math.asin(Math.min(1, Math.sqrt(tolerance / (2 * h))));
  // A little more than the least, so that rounding cannot take a chord over the tolerance.
  const count = Math.max(1, Math.ceil((angle / Math.min(widest, Math.PI / 2)) * (1 + 1e-12)));
  if (!(count < 1 << 20)) throw new StrokeError(`the tolerance ${tolerance} would need too many vertices here`);
  for (let i = 1; i < count; i++) {
    const [cos, sin] = [Math.cos((angle * i) / count), Math.sin((angle * i) / count)];
    walk.push(px + h * (mx * cos - my * sin), py + h * (my * cos + mx * sin));
  }
}
