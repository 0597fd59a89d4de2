import { pointAt, type Segment, type Subpath } from "./model";
import { splitSegment } from "./split";

/** The corners of an outline: where its segments meet, x y each, the start first. */
export function cornersOf({ x, y, segments, closed }: Subpath): Float64Array {
  const corners = [x, y];
  for (const segment of segments) corners.push(...pointAt(segment, 1));
  const n = corners.length;
  const returns = closed && n > 2 && corners[n - 2] === x && corners[n - 1] === y;
  return Float64Array.from(returns ? corners.slice(0, -2) : corners);
}

/** The same closed outline, begun at another of its corners. */
export function startedAt(subpath: Subpath, corner: number): Subpath {
  const segments = segmentsWithJoin(subpath);
  const turned = [...segments.slice(corner), ...segments.slice(0, corner)];
  const [x, y] = turned.length ? pointAt(turned[0], 0) : [subpath.x, subpath.y];
  return { x, y, segments: turned, closed: true };
}

/** The outline with one more corner, at parameter t of a segment; a straight join counts as the last one. */
export function withCorner(subpath: Subpath, segment: number, t: number): Subpath {
  const segments = segmentsWithJoin(subpath);
  segments.splice(segment, 1, ...splitSegment(segments[segment], t));
  return { ...subpath, segments };
}

/** The outline without one of its corners: what led to it and away from it becomes one straight segment. */
export function withoutCorner(subpath: Subpath, corner: number): Subpath {
  const all = segmentsWithJoin(subpath);
  if (!subpath.closed && corner === 0) {
    const [x, y] = pointAt(all[0], 1);
    return { ...subpath, x, y, segments: all.slice(1) };
  }
  if (!subpath.closed && corner === all.length) return { ...subpath, segments: all.slice(0, -1) };
  const segments = startedAt({ ...subpath, segments: all }, subpath.closed ? corner : 0).segments;
  const at = subpath.closed ? 0 : corner;
  const before = segments[(at + segments.length - 1) % segments.length];
  const after = segments[at];
  const [x0, y0] = pointAt(before, 0);
  const [x1, y1] = pointAt(after, 1);
  const straight: Segment = { kind: "line", x0, y0, x1, y1 };
  if (!subpath.closed) return { ...subpath, segments: segments.toSpliced(at - 1, 2, straight) };
  const rest = segments.slice(1, -1);
  // The start stays where it was, unless it is the corner that goes.
  const first = corner === 0 ? 0 : rest.length + 1 - corner;
  return startedAt({ x: x1, y: y1, segments: [...rest, straight], closed: true }, first);
}

/** All segments, the straight join of a closed outline among them. */
export function segmentsWithJoin({ x, y, segments, closed }: Subpath): Segment[] {
  const last = segments.at(-1);
  const [ex, ey] = last ? pointAt(last, 1) : [x, y];
  if (!closed || (ex === x && ey === y)) return [...segments];
  return [...segments, { kind: "line", x0: ex, y0: ey, x1: x, y1: y }];
}
