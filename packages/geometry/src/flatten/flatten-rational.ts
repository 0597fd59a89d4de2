import type { RationalQuadratic } from "../path";
import { chordBoundOf } from "./chord-bounds";
import { evened } from "./evened";
import { longestStep } from "./longest-chords";
import type { VertexSink } from "./vertex-sink";

/**
 * Flattens a rational quadratic by a walk of longest steps, by the bound of chord-bounds.ts; false where it takes more
 * than 2^20 chords. Each step is guessed from the two before it.
 */
export function flattenRational(
  curve: RationalQuadratic,
  tolerance: number,
  rounding: number,
  sink: VertexSink,
): boolean {
  return evened((limit, most) => walk(curve, limit, rounding, sink, most), tolerance, sink);
}

/** A step is long enough at this share of the tolerance; it aims between that and 1. */
const ENOUGH = 0.955;
const AIM = 0.985;
/** So often a step is corrected before it is searched for. */
const TRIES = 6;

/**
 * Longest steps from 0 to 1; the last one's share of the tolerance, or −1 when it takes more than `most`.
 *
 * The bound of chord-bounds.ts, v / (1 + v) times the distance of the middle control point Q1 from the chord Q0 Q2, by
 * fewer operations: as determinants of homogeneous points go, twice the area of Q0 Q1 Q2 is h³ w |P0 P1 P2| / (a b c),
 * with the denominators a, b, c at (t, t), (t, end) and (end, end). Where Q1 has no foot on the chord the full bound is asked.
 */
function walk(curve: RationalQuadratic, tolerance: number, rounding: number, sink: VertexSink, most: number): number {
  const { x0, y0, x1, y1, x2, y2, weight } = curve;
  const limit = sink.count + most;
  const area = weight * Math.abs((x1 - x0) * (y2 - y0) - (x2 - x0) * (y1 - y0));
  let guess = 1;
  let before = 0;
  let error = 0;
  let worst = 0;
  let ax = x0;
  let ay = y0;
  let a = 1;
  for (let t = 0; t < 1; ) {
    if (sink.count >= limit) return -1;
    let end = t + guess;
    let found = false;
    let cx = 0;
    let cy = 0;
    let c = 0;
    const r = 1 - t;
    for (let tries = 0; tries < TRIES; tries++) {
      if (!(end < 1)) end = 1;
      const h = end - t;
      const s = 1 - end;
      const c0 = s * s;
      const c1 = 2 * weight * s * end;
      const c2 = end * end;
      c = c0 + c1 + c2;
      cx = (c0 * x0 + c1 * x1 + c2 * x2) / c;
      cy = (c0 * y0 + c1 * y1 + c2 * y2) / c;
      const b0 = r * s;
      const b1 = weight * (r * end + t * s);
      const b2 = t * end;
      const b = b0 + b1 + b2;
      const px = cx - ax;
      const py = cy - ay;
      const squared = px * px + py * py;
      const foot = (px * (b0 * x0 + b1 * x1 + b2 * x2 - b * ax) + py * (b0 * y0 + b1 * y1 + b2 * y2 - b * ay)) / b;
      const root = Math.sqrt(a * c);
      if (foot >= 0 && foot <= squared && squared > SHORTEST)
        // v / (1 + v) = b / (b + root).
        error = (h * h * h * area * (1 + ROUNDED)) / (a * c * (b + root) * Math.sqrt(squared));
      else error = chordBoundOf(curve)!(t, end);
      found = error <= tolerance && (end === 1 || error >= ENOUGH * tolerance);
      if (found) break;
      end = t + h * Math.sqrt((AIM * tolerance) / Math.max(error, 0.1 * tolerance));
    }
    if (!found) {
      const bound = chordBoundOf(curve)!;
      end = longestStep(bound, t, end - t, tolerance);
      if (!(end > t)) return -1;
      error = bound(t, end);
      const s = 1 - end;
      const [c0, c1, c2] = [s * s, 2 * weight * s * end, end * end];
      c = c0 + c1 + c2;
      cx = (c0 * x0 + c1 * x1 + c2 * x2) / c;
      cy = (c0 * y0 + c1 * y1 + c2 * y2) / c;
    }
    if (error > worst) worst = error;
    const h = end - t;
    guess = before > 0 ? Math.max(0.5 * h, 2 * h - before) : h;
    before = h;
    sink.chord(t, cx, cy);
    t = end;
    ax = cx;
    ay = cy;
    a = c;
  }
  sink.error = Math.max(sink.error, worst + rounding);
  return error / tolerance;
}

/** Chords whose square is below this may have lost digits. */
const SHORTEST = 1e-280;
/** More than the operations of the short form can round by. */
const ROUNDED = 1e-14;
