import { pointAt, tangentAt } from "../path";
import { chordBoundOf } from "./chord-bounds";
import { extentFromLine } from "./off-line";
import { MOST_TURN, outwardsOf, type Stretch, stopsAlong } from "./stretch";
import { turnBoundOf } from "./turn";
import type { VertexSink } from "./vertex-sink";

// Vertices beside a convex stretch, out along its normals: a chord then has the curve inside of it at its ends, by as much
// as the vertices went out, and outside of it in between, by a distance that is computed (off-line.ts).
//
//     V               W        the chord V W
//     |    . - " - .    |
//     P "             " Q      the curve; P and Q are on it

/** Stops such that vertices that are `out` outside leave no more than `most` of the curve outside of a chord. */
export function movedChords(stretch: Stretch, out: number, most: number): number[] | null {
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
export function addMoved(stretch: Stretch, stops: number[] | null, out: number, sink: VertexSink): boolean {
  if (!stops) return false;
  const by = outwardsOf(stretch) * out;
  for (let i = 1; i < stops.length; i++) {
    sink.chord(stops[i - 1], ...movedPoint(stretch, stops[i], by));
    sink.error = Math.max(sink.error, errorOfMoved(stretch, stops[i - 1], stops[i], by));
  }
  return true;
}

/** A vertex, `by` to the left of the curve; the ends of the stretch stay. */
export function movedPoint({ segment, from, to }: Stretch, t: number, by: number): [number, number] {
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

/** The greatest distance between curve and chord, with both ends of the chord moved. */
export function errorOfMoved(stretch: Stretch, t0: number, t1: number, by: number): number {
  if (by === 0) return chordBoundOf(stretch.segment)!(t0, t1);
  const { least, greatest } = extentOfMoved(stretch, t0, t1, by);
  return Math.max(Math.abs(by), -least, greatest);
}
