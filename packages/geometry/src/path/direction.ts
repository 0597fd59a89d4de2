import { pointAt, type Segment } from "./model";

/**
 * The direction of travel at the beginning or the end of a segment, in radians from +x towards +y. Where control points
 * coincide with the end, the next one that does not gives the limit of the direction. 0 for a segment without length.
 */
export function directionAt(segment: Segment, t: 0 | 1): number {
  if (segment.kind === "arc") {
    const { ux, uy, vx, vy, start, sweep } = segment;
    const angle = start + t * sweep;
    const sense = Math.sign(sweep);
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    return Math.atan2(sense * (vy * cos - uy * sin), sense * (vx * cos - ux * sin));
  }
  const points = [pointAt(segment, 0), ...controlsOf(segment), pointAt(segment, 1)];
  const [x, y] = points[t === 0 ? 0 : points.length - 1];
  const others = t === 0 ? points : points.toReversed();
  const other = others.find(([px, py]) => px !== x || py !== y);
  if (!other) return 0;
  return t === 0 ? Math.atan2(other[1] - y, other[0] - x) : Math.atan2(y - other[1], x - other[0]);
}

function controlsOf(segment: Segment): [number, number][] {
  if (segment.kind === "quadratic" || segment.kind === "rational") return [[segment.x1, segment.y1]];
  if (segment.kind !== "cubic") return [];
  return [
    [segment.x1, segment.y1],
    [segment.x2, segment.y2],
  ];
}
