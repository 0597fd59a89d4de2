import { principalAxes } from "./arc";
import type { Path, Segment } from "./model";
import { pointAt } from "./model";

/**
 * A path as SVG path data in absolute commands, one subpath a line. `write` turns numbers into text; what it rounds is
 * the only loss. Arcs are written in endpoint form, those of more than half a turn in two pieces.
 */
export function writePathData(path: Path, write: (value: number) => string = String): string {
  const point = (x: number, y: number): string => `${write(x)} ${write(y)}`;
  return path.subpaths
    .map(({ x, y, segments, closed }) => {
      const commands = segments.flatMap((segment) => segmentData(segment, write, point));
      return [`M ${point(x, y)}`, ...commands, ...(closed ? ["Z"] : [])].join(" ");
    })
    .join("\n");
}

function segmentData(
  segment: Segment,
  write: (value: number) => string,
  point: (x: number, y: number) => string,
): string[] {
  switch (segment.kind) {
    case "line":
      return [`L ${point(segment.x1, segment.y1)}`];
    case "quadratic":
      return [`Q ${point(segment.x1, segment.y1)} ${point(segment.x2, segment.y2)}`];
    case "cubic":
      return [`C ${point(segment.x1, segment.y1)} ${point(segment.x2, segment.y2)} ${point(segment.x3, segment.y3)}`];
    case "arc": {
      const { rx, ry, turned, mirrored } = principalAxes(segment);
      const radii = `${write(rx)} ${write(ry)} ${write((turned * 180) / Math.PI)}`;
      const flag = segment.sweep > 0 !== mirrored ? 1 : 0;
      // The endpoint form cannot tell a whole turn, and is ill conditioned near it.
      const pieces =
        Math.abs(segment.sweep) > Math.PI ? [pointAt(segment, 0.5), pointAt(segment, 1)] : [pointAt(segment, 1)];
      return pieces.map(([x, y]) => `A ${radii} 0 ${flag} ${point(x, y)}`);
    }
  }
}
