import { longestHalfAxis } from "./arc";
import type { Segment } from "./model";
import { hodographOf } from "./rational";

/** An upper bound of |C''| on a whole segment: it is largest at a control point of C'', or along the longer half-axis. */
export function mostBend(segment: Segment): number {
  switch (segment.kind) {
    case "line":
      return 0;
    case "quadratic":
      return 2 * Math.hypot(segment.x0 - 2 * segment.x1 + segment.x2, segment.y0 - 2 * segment.y1 + segment.y2);
    case "rational": {
      // C'' = (2 M' − 2 D' C' D) / D² with C' = 2 M / D²; each factor at its most, D at its least.
      const [ax, ay, bx, by, cx, cy] = hodographOf(segment);
      const w = segment.weight;
      const m = Math.max(Math.hypot(ax, ay), Math.hypot(bx, by), Math.hypot(cx, cy));
      const slope = 2 * Math.max(Math.hypot(bx - ax, by - ay), Math.hypot(cx - bx, cy - by));
      const d = Math.min(1, (1 + w) / 2);
      return (2 * slope) / (d * d) + (8 * Math.abs(w - 1) * m) / (d * d * d);
    }
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
