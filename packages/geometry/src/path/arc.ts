import type { Arc, Line } from "./model";

/**
 * An elliptical arc in SVG's endpoint form as a centred arc (SVG 2, appendix B.2.4 and B.2.5).
 *
 * `phi` is the rotation of the ellipse's x axis in radians. Negative radii count as positive; a zero radius gives a
 * line; equal ends give nothing (null), as the standard says; radii too small to reach are scaled up until they do,
 * and the arc is then exactly half a turn around the middle of its ends.
 */
export function arcFromEndpoints(
  x0: number,
  y0: number,
  radiusX: number,
  radiusY: number,
  phi: number,
  large: boolean,
  towardsY: boolean,
  x1: number,
  y1: number,
): Arc | Line | null {
  if (x0 === x1 && y0 === y1) return null;
  let rx = Math.abs(radiusX);
  let ry = Math.abs(radiusY);
  if (rx === 0 || ry === 0) return { kind: "line", x0, y0, x1, y1 };
  const cos = Math.cos(phi);
  const sin = Math.sin(phi);
  // Half the chord in the ellipse's own axes, and there as a fraction of the radii: the unit-circle picture.
  const hx = (x0 - x1) / 2;
  const hy = (y0 - y1) / 2;
  let px = (cos * hx + sin * hy) / rx;
  let py = (cos * hy - sin * hx) / ry;
  const half = Math.hypot(px, py);
  if (half === 0) return { kind: "line", x0, y0, x1, y1 }; // ends that differ by less than the radii can tell
  let along = 0;
  if (half >= 1) {
    rx *= half;
    ry *= half;
    px /= half;
    py /= half;
  } else {
    // The centre lies on the chord's bisector, sqrt(1 − half²) away; written as a product it stays accurate near 1.
    along = (Math.sqrt((1 - half) * (1 + half)) / half) * (large === towardsY ? -1 : 1);
  }
  // The centre in the unit-circle picture, from the middle of the chord.
  const qx = along * py;
  const qy = -along * px;
  const ux = rx * cos;
  const uy = rx * sin;
  const vx = -ry * sin;
  const vy = ry * cos;
  const start = Math.atan2(py - qy, px - qx);
  let sweep = Math.atan2(-py - qy, -px - qx) - start;
  if (half >= 1) sweep = towardsY ? Math.PI : -Math.PI;
  else if (towardsY && sweep < 0) sweep += 2 * Math.PI;
  else if (!towardsY && sweep > 0) sweep -= 2 * Math.PI;
  const cx = (x0 + x1) / 2 + ux * qx + vx * qy;
  const cy = (y0 + y1) / 2 + uy * qx + vy * qy;
  return { kind: "arc", x0, y0, x1, y1, cx, cy, ux, uy, vx, vy, start, sweep };
}

/**
 * The half-diameters of an arc's ellipse along its own axes, rx >= ry, and the direction of the first in radians; from
 * conjugate half-diameters (the singular values of the matrix [u v]).
 */
export function principalAxes({ ux, uy, vx, vy }: Arc): { rx: number; ry: number; turned: number; mirrored: boolean } {
  const [p, q] = [(ux + vy) / 2, (uy - vx) / 2];
  const [r, s] = [(ux - vy) / 2, (uy + vx) / 2];
  const [sum, difference] = [Math.hypot(p, q), Math.hypot(r, s)];
  const rx = sum + difference;
  const ry = Math.abs(sum - difference);
  // A circle has no axes of its own: it is not turned.
  const isCircle = Math.min(sum, difference) <= 1e-15 * rx;
  const turned = isCircle ? 0 : (Math.atan2(q, p) + Math.atan2(s, r)) / 2;
  return { rx, ry, turned, mirrored: ux * vy - uy * vx < 0 };
}

/** The longer half-axis of the ellipse with conjugate half-diameters u and v: its larger singular value. */
export function longestHalfAxis(ux: number, uy: number, vx: number, vy: number): number {
  return (Math.hypot(ux + vy, uy - vx) + Math.hypot(ux - vy, uy + vx)) / 2;
}
