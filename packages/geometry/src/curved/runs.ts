import { partOf, pointAt, reversedSegment, type Segment } from "../path";
import type { Ring } from "../polygon";
import type { CurveSource, EdgeSources } from "./edge-sources";

/** Edges of a ring, from one place on, that come from one segment, and the stretch of it that they stand for. */
export interface Run {
  segment: Segment;
  /** The segment in its outline. */
  source: CurveSource<unknown>;
  from: number;
  to: number;
  /** The first edge of the ring, and the parameters between which each of them stands for the segment. */
  first: number;
  stops: number[];
  /** The end points, from here to there along the ring. */
  start: [number, number];
  end: [number, number];
}

/** The runs of a ring, in its order. */
export function runsOf({ vertices, curves, curve, from, to }: EdgeSources<unknown>): Run[] {
  const n = curve.length;
  const pieces = Array.from({ length: n }, (_, i): Run => {
    const j = 2 * ((i + 1) % n);
    return {
      segment: curves[curve[i]].segment,
      source: curves[curve[i]],
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

/** What is further off its arc than this share of the radius was put on a vertex, not on the arc. */
const OFF = 1e-9;

/**
 * The part of its segment that a run stands for, in the direction of the ring, with the very ends. A curve follows its ends; an
 * arc that is told by its ends would become another one far from them, so short lines lead from its own ends to those.
 */
export function segmentsOf({ segment, from, to, start, end }: Run): Segment[] {
  const [x0, y0] = start;
  const [x1, y1] = end;
  if (segment.kind === "line" || from === to) return [{ kind: "line", x0, y0, x1, y1 }];
  const part = partOf(segment, Math.min(from, to), Math.max(from, to));
  const turned = to < from ? reversedSegment(part) : part;
  if (turned.kind === "cubic") return [{ ...turned, x0, y0, x3: x1, y3: y1 }];
  if (turned.kind === "quadratic" || turned.kind === "rational") return [{ ...turned, x0, y0, x2: x1, y2: y1 }];
  if (turned.kind === "line") return [{ ...turned, x0, y0, x1, y1 }];
  const near = OFF * Math.max(Math.hypot(turned.ux, turned.uy), Math.hypot(turned.vx, turned.vy));
  const isOn = (x: number, y: number, [px, py]: readonly number[]): boolean => Math.hypot(x - px, y - py) <= near;
  const begins = isOn(turned.x0, turned.y0, start);
  const finishes = isOn(turned.x1, turned.y1, end);
  const arc = { ...turned, ...(begins ? { x0, y0 } : {}), ...(finishes ? { x1, y1 } : {}) };
  return [
    ...(begins ? [] : [{ kind: "line" as const, x0, y0, x1: arc.x0, y1: arc.y0 }]),
    arc,
    ...(finishes ? [] : [{ kind: "line" as const, x0: arc.x1, y0: arc.y1, x1, y1 }]),
  ];
}

/** Places along each edge at which both forms are compared. */
const PLACES = 8;

/** The greatest distance of a run's curve from its edges, as seen at those places. */
export function apart({ segment, stops, first }: Run, ring: Ring): number {
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
