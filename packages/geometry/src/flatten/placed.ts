import { derivativesAt, partOf, pointAt, type Segment, sectorArea, tangentAt } from "../path";
import { chordBoundOf } from "./chord-bounds";
import { breaksOf } from "./inflections";
import { longestChords } from "./longest-chords";
import { extentFromLine } from "./off-line";
import type { Placement } from "./options";
import { turnBoundOf } from "./turn";
import type { VertexSink } from "./vertex-sink";

/** A chord of one convex stretch may turn by so much, in radians: what is said here holds below a quarter turn. */
const MOST_TURN = 1.4;
const STRAIGHT = 1e-7;

/**
 * Flattens a curve with vertices beside it, stretch by stretch of what is convex (inflections.ts); the ends of the
 * stretches stay on the curve. False where it takes more than 2^20 chords.
 *
 * Outside: the vertices are where tangents meet, so every edge lies along a tangent, with a convex arc inside. Let V be
 * where the tangents at both ends of a piece meet and C(m) any point between. By convexity the curve lies in the
 * triangles that C(m) makes with its ends and its own tangent; no point of those is further from its leg than C(m),
 * which is no further than |V − C(m)|; and V is no further from the curve than that. So |V − C(m)| bounds both ways.
 *
 * Balanced and area: vertices go outwards along the normal, so that a chord has the curve inside of it at its ends and
 * outside of it in between, by a distance that is computed (off-line.ts). Balanced allows the tolerance for both. Area
 * allows half of it for what lies outside, and then lets the vertices go out just so far that the area is kept: about
 * two thirds of the distance between arc and chord, as the area between them is two thirds of that times the length.
 */
export function flattenBeside(segment: Segment, placement: Placement, tolerance: number, sink: VertexSink): boolean {
  const stretches = [0, ...breaksOf(segment), 1];
  for (let i = 1; i < stretches.length; i++) {
    const stretch: Stretch = { segment, from: stretches[i - 1], to: stretches[i] };
    const done = ADD[placement](stretch, tolerance, sink) || ADD.on(stretch, tolerance, sink);
    if (!done) return false;
  }
  return true;
}

/** Adds a stretch; false, with nothing added, where it does not come out: then its vertices stay on the curve. */
const ADD: Record<Placement, (stretch: Stretch, tolerance: number, sink: VertexSink) => boolean> = {
  on: (stretch, tolerance, sink) =>
    addMoved(stretch, stopsAlong(stretch, chordBoundOf(stretch.segment)!, tolerance), 0, sink),
  balanced: (stretch, tolerance, sink) =>
    addMoved(stretch, movedChords(stretch, tolerance, tolerance), tolerance, sink),
  area: keepArea,
  outside: tangentPolygon,
};

interface Stretch {
  segment: Segment;
  from: number;
  to: number;
}

function tangentPolygon(stretch: Stretch, tolerance: number, sink: VertexSink): boolean {
  const { segment, from, to } = stretch;
  const turn = turnBoundOf(segment);
  const flat = chordBoundOf(segment)!;
  const bound = (t0: number, t1: number): number => {
    const turned = turn(t0, t1);
    if (turned > MOST_TURN) return Number.POSITIVE_INFINITY;
    // Tangents that are hardly two lines meet nowhere in particular: any point between the ends will do.
    if (turned < STRAIGHT) return flat(t0, t1);
    const [vx, vy] = meetingOf(segment, t0, t1);
    // Any m serves; the nearer to V's foot, the better the bound.
    let m = derivativesAt(segment, (t0 + t1) / 2);
    for (let i = 0, t = (t0 + t1) / 2; i < 2; i++) {
      const step = ((vx - m.x) * m.dx + (vy - m.y) * m.dy) / (m.dx * m.dx + m.dy * m.dy);
      if (!(t + step > t0 && t + step < t1)) break;
      t += step;
      m = derivativesAt(segment, t);
    }
    return Math.hypot(vx - m.x, vy - m.y);
  };
  const stops = stopsAlong(stretch, bound, tolerance);
  if (!stops) return false;
  let parameter = from;
  for (let i = 1; i < stops.length; i++) {
    sink.chord(parameter, ...meetingOf(segment, stops[i - 1], stops[i]));
    sink.error = Math.max(sink.error, bound(stops[i - 1], stops[i]));
    parameter = (stops[i - 1] + stops[i]) / 2;
  }
  sink.chord(parameter, ...pointAt(segment, to));
  return true;
}

/** Where the tangents at two places meet; between the places where they are one line, or meet elsewhere by rounding. */
function meetingOf(segment: Segment, t0: number, t1: number): [number, number] {
  const [px, py] = pointAt(segment, t0);
  const [qx, qy] = pointAt(segment, t1);
  const [sx, sy] = tangentAt(segment, t0, 1);
  const [tx, ty] = tangentAt(segment, t1, -1);
  const along = ((qx - px) * ty - (qy - py) * tx) / (sx * ty - sy * tx);
  if (!(along >= 0 && along <= Math.hypot(qx - px, qy - py))) return [(px + qx) / 2, (py + qy) / 2];
  return [px + along * sx, py + along * sy];
}

/** Stops such that vertices that are `out` outside leave no more than `most` of the curve outside of a chord. */
function movedChords(stretch: Stretch, out: number, most: number): number[] | null {
  const turn = turnBoundOf(stretch.segment);
  const side = outwardsOf(stretch);
  const bound = (t0: number, t1: number): number => {
    if (turn(t0, t1) > MOST_TURN) return Number.POSITIVE_INFINITY;
    const { least, greatest } = extentOfMoved(stretch, t0, t1, side * out);
    return Math.max(0, side > 0 ? greatest : -least);
  };
  return stopsAlong(stretch, bound, most);
}

/** Adds the chords, with vertices `out` outside. */
function addMoved(stretch: Stretch, stops: number[] | null, out: number, sink: VertexSink): boolean {
  if (!stops) return false;
  const by = outwardsOf(stretch) * out;
  for (let i = 1; i < stops.length; i++) {
    sink.chord(stops[i - 1], ...movedPoint(stretch, stops[i], by));
    sink.error = Math.max(sink.error, errorOfMoved(stretch, stops[i - 1], stops[i], by));
  }
  return true;
}

function keepArea(stretch: Stretch, tolerance: number, sink: VertexSink): boolean {
  const { segment, from, to } = stretch;
  const area = sectorArea(partOf(segment, from, to));
  const side = outwardsOf(stretch);
  for (let share = 1; share > 0.2; share *= 0.95) {
    const stops = movedChords(stretch, share * tolerance, (share * tolerance) / 2);
    if (!stops) return false;
    const off = (out: number): number => areaOfMoved(stretch, stops, side * out) - area;
    // The area grows with the way out nearly as a straight line.
    let [a, b] = [0, share * tolerance];
    let [offA, offB] = [off(a), off(b)];
    for (let i = 0; i < 6 && offA !== offB && Math.abs(b - a) > 1e-15 * tolerance; i++) {
      const next = b - (offB * (b - a)) / (offB - offA);
      [a, offA, b, offB] = [b, offB, next, off(next)];
    }
    // With one chord there is nothing to move.
    const out = stops.length > 2 ? b : 0;
    const holds = stops.every((t, i) => i === 0 || errorOfMoved(stretch, stops[i - 1], t, side * out) <= tolerance);
    if (out <= tolerance && holds) return addMoved(stretch, stops, out, sink);
  }
  return false;
}

function areaOfMoved(stretch: Stretch, stops: readonly number[], by: number): number {
  let sum = 0;
  for (let i = 1; i < stops.length; i++) {
    const [px, py] = movedPoint(stretch, stops[i - 1], by);
    const [qx, qy] = movedPoint(stretch, stops[i], by);
    sum += (px * qy - py * qx) / 2;
  }
  return sum;
}

/** The side to which a convex stretch bulges from its chords: 1 is the left of travel, (−ty, tx) of the tangent. */
function outwardsOf({ segment, from, to }: Stretch): 1 | -1 {
  const [sx, sy] = tangentAt(segment, from + (to - from) / 3, 1);
  const [tx, ty] = tangentAt(segment, to - (to - from) / 3, -1);
  const cross = sx * ty - sy * tx;
  if (segment.kind === "arc") return (segment.ux * segment.vy - segment.uy * segment.vx) * segment.sweep > 0 ? -1 : 1;
  return cross > 0 ? -1 : 1;
}

/** A vertex, `by` to the left of the curve; the ends of the stretch stay. */
function movedPoint({ segment, from, to }: Stretch, t: number, by: number): [number, number] {
  const [x, y] = pointAt(segment, t);
  if (t === from || t === to) return [x, y];
  const [tx, ty] = tangentAt(segment, t, 1);
  return [x - by * ty, y + by * tx];
}

function extentOfMoved(stretch: Stretch, t0: number, t1: number, by: number) {
  const [px, py] = movedPoint(stretch, t0, by);
  const [qx, qy] = movedPoint(stretch, t1, by);
  const length = Math.hypot(qx - px, qy - py);
  const [dx, dy] = [(qx - px) / length, (qy - py) / length];
  // The curve has to run along the chord and not past its ends, or its distance is more than that from the line.
  const { segment } = stretch;
  const [sx, sy] = tangentAt(segment, t0, 1);
  const [tx, ty] = tangentAt(segment, t1, -1);
  const [ax, ay] = pointAt(segment, t0);
  const [bx, by2] = pointAt(segment, t1);
  const slack = -1e-9 * length;
  const runsAlong =
    sx * dx + sy * dy >= 0 &&
    tx * dx + ty * dy >= 0 &&
    (ax - px) * dx + (ay - py) * dy >= slack &&
    (qx - bx) * dx + (qy - by2) * dy >= slack;
  if (!runsAlong) return { least: Number.NEGATIVE_INFINITY, greatest: Number.POSITIVE_INFINITY };
  return extentFromLine(segment, t0, t1, px, py, dx, dy);
}

function errorOfMoved(stretch: Stretch, t0: number, t1: number, by: number): number {
  if (by === 0) return chordBoundOf(stretch.segment)!(t0, t1);
  const { least, greatest } = extentOfMoved(stretch, t0, t1, by);
  return Math.max(Math.abs(by), -least, greatest);
}

/** The fewest stops along a stretch, its very ends included. */
function stopsAlong(
  { from, to }: Stretch,
  bound: (t0: number, t1: number) => number,
  tolerance: number,
): number[] | null {
  const at = (s: number): number => (s === 1 ? to : from + s * (to - from));
  return longestChords((s0, s1) => bound(at(s0), at(s1)), tolerance)?.map(at) ?? null;
}
