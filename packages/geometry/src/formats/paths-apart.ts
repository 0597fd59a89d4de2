import { nearestOnSegment, type Path, pointAt, type Segment, segmentsWithJoin, writePathData } from "../path";

/** Places on each segment at which both paths are compared. */
const PLACES = 8;

/**
 * The greatest distance between a path and one that was read from its path data, as seen at eight places of each segment, both ways;
 * null where segments are missing. Arcs and rational curves may have been written in several pieces.
 */
export function farthestApart(path: Path, read: Path): number | null {
  if (path.subpaths.length !== read.subpaths.length) return null;
  let most = 0;
  for (let i = 0; i < path.subpaths.length; i++) {
    const pieces = segmentsWithJoin(read.subpaths[i]);
    let at = 0;
    for (const segment of segmentsWithJoin(path.subpaths[i])) {
      const own = pieces.slice(at, at + piecesOf(segment));
      at += own.length;
      if (own.length === 0) return null;
      const [only] = own;
      // Lines are as far apart as their ends.
      if (segment.kind === "line" && only.kind === "line")
        most = Math.max(
          most,
          Math.hypot(segment.x0 - only.x0, segment.y0 - only.y0),
          Math.hypot(segment.x1 - only.x1, segment.y1 - only.y1),
        );
      else most = Math.max(most, farthestFrom([segment], own), farthestFrom(own, [segment]));
    }
    if (at !== pieces.length) return null;
  }
  return most;
}

/** How many commands path data needs for a segment. */
function piecesOf(segment: Segment): number {
  if (segment.kind !== "arc" && segment.kind !== "rational") return 1;
  const alone = { subpaths: [{ x: segment.x0, y: segment.y0, closed: false, segments: [segment] }] };
  return writePathData(alone).match(/[AQ]/g)?.length ?? 1;
}

function farthestFrom(from: readonly Segment[], to: readonly Segment[]): number {
  let most = 0;
  for (const segment of from)
    for (let k = 0; k <= PLACES; k++) {
      const [x, y] = pointAt(segment, k / PLACES);
      const distances = to.map((other) => nearestOnSegment(other, x, y).distance);
      most = Math.max(most, Math.min(...distances));
    }
  return most;
}
