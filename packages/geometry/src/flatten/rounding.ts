import type { Segment } from "../path";

/** Points and bounds are computed in doubles: this share of the largest number they come from covers what it does to them. */
export function roundingOf(segment: Segment): number {
  return 2 ** -49 * magnitudeOf(segment);
}

/** At least the largest of the numbers that a segment's points are computed from. */
function magnitudeOf(segment: Segment): number {
  const { x0, y0, x1, y1 } = segment;
  const ends = Math.max(Math.abs(x0), Math.abs(y0), Math.abs(x1), Math.abs(y1));
  switch (segment.kind) {
    case "line":
      return ends;
    case "quadratic":
    case "rational":
      return Math.max(ends, Math.abs(segment.x2), Math.abs(segment.y2));
    case "cubic":
      return Math.max(ends, Math.abs(segment.x2), Math.abs(segment.y2), Math.abs(segment.x3), Math.abs(segment.y3));
    case "arc": {
      const { cx, cy, ux, uy, vx, vy, start, sweep } = segment;
      const axes = Math.max(Math.abs(ux), Math.abs(uy), Math.abs(vx), Math.abs(vy));
      return Math.max(ends, Math.abs(cx), Math.abs(cy), axes, Math.abs(start), Math.abs(sweep));
    }
  }
}
