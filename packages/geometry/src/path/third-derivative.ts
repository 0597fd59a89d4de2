import { longestHalfAxis } from "./arc";
import type { Segment } from "./model";

/** An upper bound of |C'''| on a whole segment; Infinity for rational curves, where none is known here. */
export function mostJerk(segment: Segment): number {
  switch (segment.kind) {
    case "line":
    case "quadratic":
      return 0;
    case "cubic": {
      const { x0, y0, x1, y1, x2, y2, x3, y3 } = segment;
      return 6 * Math.hypot(x3 - 3 * x2 + 3 * x1 - x0, y3 - 3 * y2 + 3 * y1 - y0);
    }
    case "arc": {
      const { ux, uy, vx, vy, sweep } = segment;
      return longestHalfAxis(ux, uy, vx, vy) * Math.abs(sweep) ** 3;
    }
    case "rational":
      return Number.POSITIVE_INFINITY;
  }
}
