import type { Segment } from "./model";

/**
 * ½ ∫ C × C' dt along a segment, in squared plan units: what it adds to the signed area of an outline, swept as seen
 * from the origin. Exact up to rounding (Bézier curves by their control points, arcs by their angle).
 */
export function sectorArea(segment: Segment): number {
  const { x0, y0, x1, y1 } = segment;
  switch (segment.kind) {
    case "line":
      return (x0 * y1 - y0 * x1) / 2;
    case "quadratic": {
      const { x2, y2 } = segment;
      return (2 * (x0 * y1 - y0 * x1) + 2 * (x1 * y2 - y1 * x2) + (x0 * y2 - y0 * x2)) / 6;
    }
    case "cubic": {
      const { x2, y2, x3, y3 } = segment;
      const sum =
        6 * (x0 * y1 - y0 * x1) +
        3 * (x0 * y2 - y0 * x2) +
        (x0 * y3 - y0 * x3) +
        3 * (x1 * y2 - y1 * x2) +
        3 * (x1 * y3 - y1 * x3) +
        6 * (x2 * y3 - y2 * x3);
      return sum / 20;
    }
    case "arc": {
      const { cx, cy, ux, uy, vx, vy, sweep } = segment;
      return ((ux * vy - uy * vx) * sweep + cx * (y1 - y0) - cy * (x1 - x0)) / 2;
    }
  }
}
