import { pointAt, type Segment } from "./model";
import { rationalPart } from "./rational";

/**
 * A segment as two that meet at parameter t, 0 < t < 1: Bézier curves by de Casteljau's algorithm, arcs by angle. The
 * parts of a rational curve run at paces of their own.
 */
export function splitSegment(segment: Segment, t: number): [Segment, Segment] {
  const mix = (a: number, b: number): number => a + t * (b - a);
  const [x, y] = pointAt(segment, t);
  switch (segment.kind) {
    case "line":
      return [
        { ...segment, x1: x, y1: y },
        { ...segment, x0: x, y0: y },
      ];
    case "quadratic": {
      const { x0, y0, x1, y1, x2, y2 } = segment;
      return [
        { kind: "quadratic", x0, y0, x1: mix(x0, x1), y1: mix(y0, y1), x2: x, y2: y },
        { kind: "quadratic", x0: x, y0: y, x1: mix(x1, x2), y1: mix(y1, y2), x2, y2 },
      ];
    }
    case "rational":
      return [rationalPart(segment, 0, t), rationalPart(segment, t, 1)];
    case "cubic": {
      const { x0, y0, x1, y1, x2, y2, x3, y3 } = segment;
      const [ax, ay, bx, by, cx, cy] = [mix(x0, x1), mix(y0, y1), mix(x1, x2), mix(y1, y2), mix(x2, x3), mix(y2, y3)];
      return [
        { kind: "cubic", x0, y0, x1: ax, y1: ay, x2: mix(ax, bx), y2: mix(ay, by), x3: x, y3: y },
        { kind: "cubic", x0: x, y0: y, x1: mix(bx, cx), y1: mix(by, cy), x2: cx, y2: cy, x3, y3 },
      ];
    }
    case "arc": {
      const sweep = t * segment.sweep;
      return [
        { ...segment, x1: x, y1: y, sweep },
        { ...segment, x0: x, y0: y, start: segment.start + sweep, sweep: segment.sweep - sweep },
      ];
    }
  }
}

/** The part of a segment between two parameters, 0 <= t0 < t1 <= 1. */
export function partOf(segment: Segment, t0: number, t1: number): Segment {
  if (segment.kind === "rational") return rationalPart(segment, t0, t1);
  const rest = t0 > 0 ? splitSegment(segment, t0)[1] : segment;
  return t1 < 1 ? splitSegment(rest, (t1 - t0) / (1 - t0))[0] : rest;
}
