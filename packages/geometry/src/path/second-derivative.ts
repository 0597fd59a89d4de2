import { longestHalfAxis } from "./arc";
import type { Segment } from "./model";

/** An upper bound of |C''| on a whole segment: it is largest at a control point of C'', or along the longer half-axis. */
export function mostBend(segment: Segment): number {
  switch (segment.kind) {
    case "line":
      return 0;
    case "quadratic":
      return 2 * Math.hypot(segment.x0 - 2 * segment.x1 + segment.x2, segment.y0 - 2 * segment.y1 + segment.y2);
    case "cubic":
      return (
        6 *
        Math.max(
          Math.hypot(segment.x0 - 2 * segment.x1 + segment.x2, segment.y0 - 2 * segment.y1 + segment.y2),
          Math.hypot(segment.x1 - 2 * segment.x2 + segment.x3, segment.y1 - 2 * segment.y2 + segment.y3),
        )
      );
    case "arc": {
      const { ux, uy, vx, vy, sweep } = segment;
      return longestHalfAxis(ux, uy, vx, vy) * sweep * sweep;
    }
  }
}
