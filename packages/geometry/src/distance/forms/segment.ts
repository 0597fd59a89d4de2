import { away, LEAST, type Slope } from "./slope";

export interface SegmentForm {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** The distance from (x, y) to a segment, which encloses nothing: to the foot on its line, kept between the ends. */
export function distanceToSegment(x: number, y: number, { x0, y0, x1, y1 }: SegmentForm, slope?: Slope): number {
  const ux = x1 - x0;
  const uy = y1 - y0;
  const squared = ux * ux + uy * uy;
  const along = squared > 0 ? ((x - x0) * ux + (y - y0) * uy) / squared : 0;
  // From the nearer end: what is subtracted last is then small.
  const isLate = along > 0.5;
  const share = isLate ? Math.min(0, along - 1) : Math.max(0, along);
  const dx = x - (isLate ? x1 : x0) - share * ux;
  const dy = y - (isLate ? y1 : y0) - share * uy;
  const length = Math.sqrt(dx * dx + dy * dy);
  if (slope) {
    away(slope, dx, dy, length);
    // On the segment itself, as far as digits tell, either normal is as good.
    const whole = Math.sqrt(squared);
    const size = whole + Math.abs(x) + Math.abs(y);
    if (length <= 1e-13 * size && squared > LEAST) away(slope, uy, -ux, whole);
  }
  return length;
}
