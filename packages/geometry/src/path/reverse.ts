import type { Path, Segment, Subpath } from "./model";

/** The same outlines, travelled the other way. A closed one keeps its start. */
export function reversePath(path: Path): Path {
  return { subpaths: path.subpaths.map(reverseSubpath) };
}

function reverseSubpath({ x, y, segments, closed }: Subpath): Subpath {
  const reversed = [...segments].reverse().map(reversedSegment);
  const last = segments.at(-1);
  const [endX, endY] = last ? endOf(last) : [x, y];
  // The implied join of a closed outline is travelled first: it becomes a segment, so that the start stays.
  if (closed && (endX !== x || endY !== y)) reversed.unshift({ kind: "line", x0: x, y0: y, x1: endX, y1: endY });
  return closed ? { x, y, segments: reversed, closed } : { x: endX, y: endY, segments: reversed, closed };
}

function endOf(segment: Segment): [number, number] {
  if (segment.kind === "quadratic" || segment.kind === "rational") return [segment.x2, segment.y2];
  return segment.kind === "cubic" ? [segment.x3, segment.y3] : [segment.x1, segment.y1];
}

export function reversedSegment(s: Segment): Segment {
  switch (s.kind) {
    case "line":
      return { ...s, x0: s.x1, y0: s.y1, x1: s.x0, y1: s.y0 };
    case "quadratic":
    case "rational":
      return { ...s, x0: s.x2, y0: s.y2, x2: s.x0, y2: s.y0 };
    case "cubic":
      return { ...s, x0: s.x3, y0: s.y3, x1: s.x2, y1: s.y2, x2: s.x1, y2: s.y1, x3: s.x0, y3: s.y0 };
    case "arc":
      return { ...s, x0: s.x1, y0: s.y1, x1: s.x0, y1: s.y0, start: s.start + s.sweep, sweep: -s.sweep };
  }
}
