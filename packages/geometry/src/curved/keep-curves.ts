import type { CombineResult, EdgeOrigins } from "../arrangement";
import type { FlatSubpath } from "../flatten";
import { type Path, partOf, pointAt, polishedMeeting, reversedSegment, type Segment, type Subpath } from "../path";
import type { Ring } from "../polygon";

/** Where a ring of an operand came from: its segments, the closing join among them, and the vertices made of them. */
export interface CurvedSource {
  segments: readonly Segment[];
  flat: FlatSubpath;
}

export interface CurvedResult {
  /** One closed subpath for each ring of the result, in its order. */
  path: Path;
  /** The greatest distance between both forms, in plan units, seen at several places of each edge. */
  distance: number;
}

/**
 * A result in the form that keeps the true curves of its operands: `sources[k][r]` tells what ring r of operand k was
 * flattened from. Runs of edges from one segment become the part of that segment that they stand for. Where two runs
 * meet, their ends are put on the intersection of the true curves by Newton's method; where that leads away (curves that
 * run along each other), on the vertex of the straight form.
 */
export function keepCurves(result: CombineResult, sources: readonly (readonly CurvedSource[])[]): CurvedResult {
  const rings = result.polygons.flatMap(({ outer, holes }) => [outer, ...holes]);
  let distance = 0;
  const subpaths = result.origins().map((origins, i): Subpath => {
    const runs = runsOf(rings[i], origins, sources);
    joinEnds(runs, rings[i]);
    const segments = runs.map(segmentOf);
    for (const run of runs) distance = Math.max(distance, apart(run, rings[i]));
    const [x, y] = pointAt(segments[0], 0);
    return { x, y, segments, closed: true };
  });
  return { path: { subpaths }, distance };
}

/** Edges of a ring, from one place on, that come from one segment, and the stretch of it that they stand for. */
interface Run {
  segment: Segment;
  from: number;
  to: number;
  /** The first edge of the ring, and the parameters between which each of them stands for the segment. */
  first: number;
  stops: number[];
  /** The end points, from here to there along the ring. */
  start: [number, number];
  end: [number, number];
}

function runsOf(ring: Ring, origins: EdgeOrigins, sources: readonly (readonly CurvedSource[])[]): Run[] {
  const n = ring.length / 2;
  const pieces = Array.from({ length: n }, (_, i) => pieceOf(ring, i, origins, sources));
  const goesOn = (i: number): boolean => {
    const [a, b] = [pieces[(i + n - 1) % n], pieces[i]];
    return a.segment === b.segment && Math.abs(a.stops[1] - b.stops[0]) < SAME && a.to > a.from === b.to > b.from;
  };
  let begin = 0;
  while (begin < n && goesOn(begin)) begin++;
  const runs: Run[] = [];
  for (let k = 0; k < n; k++) {
    const i = (begin + k) % n;
    const piece = pieces[i];
    const last = runs[runs.length - 1];
    if (last && k > 0 && goesOn(i)) {
      last.to = piece.to;
      last.stops.push(piece.to);
      last.end = piece.end;
    } else runs.push(piece);
  }
  return runs;
}

/** Parameters nearer than this are one place of a segment. */
const SAME = 1e-9;

function pieceOf(
  ring: Ring,
  i: number,
  { operand, ring: ringOf, edge }: EdgeOrigins,
  sources: readonly (readonly CurvedSource[])[],
): Run {
  const { segments, flat } = sources[operand[i]][ringOf[i]];
  const { vertices: v, segment, parameter } = flat;
  const e = edge[i];
  const n = segment.length;
  const f = (e + 1) % n;
  const [ax, ay, bx, by] = [v[2 * e], v[2 * e + 1], v[2 * f], v[2 * f + 1]];
  const squared = (bx - ax) ** 2 + (by - ay) ** 2;
  const t1 = e + 1 < n && segment[e + 1] === segment[e] ? parameter[e + 1] : 1;
  const shareOf = (x: number, y: number): number =>
    squared > 0 ? ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / squared : 0;
  const j = (i + 1) % (ring.length / 2);
  const start: [number, number] = [ring[2 * i], ring[2 * i + 1]];
  const end: [number, number] = [ring[2 * j], ring[2 * j + 1]];
  const shares = [shareOf(...start), shareOf(...end)];
  // The join of an open outline; and edges that lay end to end on one line and became one.
  if ((!flat.closed && f === 0) || shares.some((share) => !(share > -BEYOND && share < 1 + BEYOND))) {
    const line: Segment = { kind: "line", x0: start[0], y0: start[1], x1: end[0], y1: end[1] };
    return { segment: line, from: 0, to: 1, first: i, stops: [0, 1], start, end };
  }
  const curve = segments[segment[e]];
  const [from, to] = shares.map((share) => {
    if (share < BEYOND) return parameter[e];
    if (share > 1 - BEYOND) return t1;
    // Curves run along their chords, but not evenly: halve until the foot on the chord is that of the point.
    let [low, high] = [parameter[e], t1];
    for (let k = 0; k < 52; k++) {
      const middle = (low + high) / 2;
      if (shareOf(...pointAt(curve, middle)) < share) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  });
  return { segment: curve, from, to, first: i, stops: [from, to], start, end };
}

/** So far beyond the ends of the edge that it comes from, in shares of it, an edge is still a part of that. */
const BEYOND = 1e-6;

/** Puts the ends of neighbouring runs on one point, that of the true curves where they meet. */
function joinEnds(runs: readonly Run[], ring: Ring): void {
  const size = Math.max(...ring.map(Math.abs));
  runs.forEach((next, k) => {
    const run = runs[(k + runs.length - 1) % runs.length];
    // Ends of segments are given exactly.
    const [p, q] = [isEnd(run.to), isEnd(next.from)];
    if (p && q && samePoint(pointAt(run.segment, p.t), pointAt(next.segment, q.t))) {
      [run.to, next.from] = [p.t, q.t];
      run.end = next.start = pointAt(next.segment, q.t);
      return;
    }
    const vertex = next.start;
    const meeting = polishedMeeting(run.segment, next.segment, run.to, next.from);
    const [mx, my] = pointAt(next.segment, meeting.second);
    const gap = Math.hypot(meeting.x - mx, meeting.y - my);
    const moved = Math.hypot(meeting.x - vertex[0], meeting.y - vertex[1]);
    const reach = 4 * (offCurve(run, run.to, vertex) + offCurve(next, next.from, vertex)) + 1e-9 * size;
    if (gap <= 1e-12 * size && moved <= reach) {
      [run.to, next.from] = [meeting.first, meeting.second];
      run.end = next.start = [meeting.x, meeting.y];
    } else run.end = next.start = vertex;
  });
}

function isEnd(t: number): { t: 0 | 1 } | null {
  if (t < SAME) return { t: 0 };
  return t > 1 - SAME ? { t: 1 } : null;
}

function samePoint([px, py]: [number, number], [qx, qy]: [number, number]): boolean {
  return px === qx && py === qy;
}

function offCurve({ segment }: Run, t: number, [x, y]: [number, number]): number {
  const [px, py] = pointAt(segment, t);
  return Math.hypot(px - x, py - y);
}

/** The part of its segment that a run stands for, in the direction of the ring, with the very ends. */
function segmentOf({ segment, from, to, start, end }: Run): Segment {
  const [x0, y0] = start;
  const line: Segment = { kind: "line", x0, y0, x1: end[0], y1: end[1] };
  if (segment.kind === "line" || from === to) return line;
  const part = partOf(segment, Math.min(from, to), Math.max(from, to));
  const turned = to < from ? reversedSegment(part) : part;
  if (turned.kind === "cubic") return { ...turned, x0, y0, x3: end[0], y3: end[1] };
  if (turned.kind === "quadratic" || turned.kind === "rational") return { ...turned, x0, y0, x2: end[0], y2: end[1] };
  return { ...turned, x0, y0, x1: end[0], y1: end[1] };
}

/** Places along each edge at which both forms are compared. */
const PLACES = 8;

function apart({ segment, stops, first }: Run, ring: Ring): number {
  if (segment.kind === "line") return 0;
  const n = ring.length / 2;
  let most = 0;
  for (let i = 0; i + 1 < stops.length; i++)
    for (let k = 0; k <= PLACES; k++) {
      const [x, y] = pointAt(segment, stops[i] + ((stops[i + 1] - stops[i]) * k) / PLACES);
      most = Math.max(most, toEdge(ring, (first + i) % n, x, y));
    }
  return most;
}

function toEdge(ring: Ring, i: number, x: number, y: number): number {
  const j = (2 * i + 2) % ring.length;
  const [ax, ay, dx, dy] = [ring[2 * i], ring[2 * i + 1], ring[j] - ring[2 * i], ring[j + 1] - ring[2 * i + 1]];
  const squared = dx * dx + dy * dy;
  const share = squared > 0 ? Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / squared)) : 0;
  return Math.hypot(x - ax - share * dx, y - ay - share * dy);
}
