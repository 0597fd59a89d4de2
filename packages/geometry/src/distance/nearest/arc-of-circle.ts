import type { Arc } from "../../path";

/** Angles and half-diameters that differ by no more are taken to be the same. */
export const SAME = 2 ** -48;

/** Whether an arc is a part of a circle: its conjugate half-diameters are as long, and at right angles. */
export function isOfCircle({ ux, uy, vx, vy }: Arc): boolean {
  const r = Math.hypot(ux, uy);
  return Math.abs(Math.hypot(vx, vy) - r) <= SAME * r && Math.abs(ux * vx + uy * vy) <= SAME * r * r;
}
