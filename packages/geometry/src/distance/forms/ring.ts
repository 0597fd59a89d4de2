import { away, type Slope } from "./slope";

export interface RingForm {
  x: number;
  y: number;
  inner: number;
  outer: number;
}

/** The signed distance from (x, y) to a ring: to the nearer of its circles, which one line from the centre meets both. */
export function distanceToRing(x: number, y: number, { x: cx, y: cy, inner, outer }: RingForm, slope?: Slope): number {
  const dx = x - cx;
  const dy = y - cy;
  const length = Math.sqrt(dx * dx + dy * dy);
  const beyond = length - outer;
  const within = inner - length;
  if (slope) away(slope, dx, dy, length, beyond >= within ? 1 : -1);
  return Math.max(beyond, within);
}
