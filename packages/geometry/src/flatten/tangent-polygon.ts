import { derivativesAt, pointAt, type Segment, tangentAt } from "../path";
import { chordBoundOf } from "./chord-bounds";
import { MOST_TURN, type Stretch, stopsAlong } from "./stretch";
import { turnBoundOf } from "./turn";
import type { VertexSink } from "./vertex-sink";

/** Less of a turn, in radians, and tangents are hardly two lines. */
const STRAIGHT = 1e-7;

/**
 * Adds a convex stretch with its vertices outside, where tangents meet; false, with nothing added, where that takes too many.
 *
 *           V
 *         /   \
 *       / _ m _ \      m = C(t), any point between: the curve lies in the triangles that it makes with the ends
 *     / /       \ \    and its own tangent
 *   P             Q
 *
 * No point of those triangles is further from its leg, P V or V Q, than m is, which is no further than |V − m|; and V is no
 * further from the curve than that. So |V − m| bounds the error both ways.
 */
export function tangentPolygon(stretch: Stretch, tolerance: number, sink: VertexSink): boolean {
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
