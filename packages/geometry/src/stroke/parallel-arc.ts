import { isCircular } from "../flatten";
import type { Arc, Segment } from "../path";

/** The parallel of a circular arc on its right; null for other curves, and where it would shrink to less than a point. */
export function parallelArc(segment: Segment, h: number): Arc | null {
  if (segment.kind !== "arc" || !isCircular(segment)) return null;
  const { x0, y0, x1, y1, cx, cy, ux, uy, vx, vy, sweep } = segment;
  const sense = Math.sign(sweep * (ux * vy - uy * vx));
  const factor = 1 + (sense * h) / Math.hypot(ux, uy);
  if (!(factor > 0)) return null;
  const put = (x: number, centre: number): number => centre + factor * (x - centre);
  return {
    ...segment,
    x0: put(x0, cx),
    y0: put(y0, cy),
    x1: put(x1, cx),
    y1: put(y1, cy),
    ux: factor * ux,
    uy: factor * uy,
    vx: factor * vx,
    vy: factor * vy,
  };
}

/** The arc around (x, y) from the direction m on, at a distance h, over an angle in radians. */
export function arcFrom(x: number, y: number, [mx, my]: readonly [number, number], h: number, angle: number): Arc {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return {
    kind: "arc",
    x0: x + h * mx,
    y0: y + h * my,
    x1: x + h * (mx * c - my * s),
    y1: y + h * (my * c + mx * s),
    cx: x,
    cy: y,
    ux: h * mx,
    uy: h * my,
    vx: -h * my,
    vy: h * mx,
    start: 0,
    sweep: angle,
  };
}
