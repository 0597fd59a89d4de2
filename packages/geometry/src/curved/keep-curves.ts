import { type Path, partOf, pointAt, polishedMeeting, reversedSegment, type Segment, type Subpath } from "../path";
import type { Ring } from "../polygon";
import type { EdgeSources } from "./edge-sources";

export interface CurvedResult {
  /** One closed subpath for each ring, in their order. */
  path: Path;
  /** The greatest distance between both forms, in plan units, seen at several places of each edge. */
  distance: number;
}

/**
 * Rings in the form that keeps true curves, from what their edges stand for (trace-edges.ts). Runs of edges from one
 * segment become the part of that segment that they stand for. Where two runs meet, their ends are put on the
 * intersection of the true curves by Newton's method; where that leads away (curves that run along each other), on the
 * vertex of the straight form.
 */
export function keepCurves(sources: readonly EdgeSources<unknown>[]): CurvedResult {
  let distance = 0;
  const subpaths = sources.map((edges): Subpath => {
    const { vertices } = edges;
    const runs = runsOf(edges);
    joinEnds(runs, vertices);
    const segments = runs.map(segmentOf);
    for (const run of runs) distance = Math.max(distance, apart(run, vertices));
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

function runsOf({ vertices, curves, curve, from, to }: EdgeSources<unknown>): Run[] {
  const n = curve.length;
  const pieces = Array.from({ length: n }, (_, i): Run => {
    const j = 2 * ((i + 1) % n);
    return {
      segment: curves[curve[i]].segment,
      from: from[i],
      to: to[i],
      first: i,
      stops: [from[i], to[i]],
      start: [vertices[2 * i], vertices[2 * i + 1]],
      end: [vertices[j], vertices[j + 1]],
    };
  });
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

/** Puts the ends of neighbouring runs on one point, that of the true curves where they meet. */
function joinEnds(runs: readonly Run[], ring: Ring): void {
  const size = ring.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
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
