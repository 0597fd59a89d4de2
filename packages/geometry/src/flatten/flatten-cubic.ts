import type { Cubic } from "../path";
import { chordBoundOf, greatestBump } from "./chord-bounds";
import { longestStep, MOST_CHORDS } from "./longest-chords";
import type { VertexSink } from "./vertex-sink";

/**
 * Flattens a cubic by a walk of longest steps; false where it takes more than {@link MOST_CHORDS} chords.
 *
 * The bound is that of chord-bounds.ts, mostly without its second root: with A = |d × C''(m)| / |d| and B = h |d × C'''| / (6 |d|) the
 * greatest distance to the chord's line is h²/8 max (1 − s²)(A + B s) <= h²/8 (A + B² / (4 A)), for
 * (1 − s²)(A + B s) <= A + B s − A s² where s >= 0, and A + B s − A s² is greatest at s = B / (2 A). It is the distance
 * to the chord where no Bernstein coefficient of C' is directed against the chord.
 *
 * Each step is guessed from the two before it, which is nearly always right: one bound a vertex. A guess that is too
 * long, or too short to be the least count, is corrected; where that fails (cusps, inflections, loops with a small
 * eye) the step is searched for with the full bound.
 */
export function flattenCubic(curve: Cubic, tolerance: number, rounding: number, sink: VertexSink): boolean {
  const first = sink.count;
  if (!walk(curve, tolerance, rounding, sink, MOST_CHORDS)) return false;
  const count = sink.count - first;
  // The last chord of a short walk is a remainder: the same count with an even error is better, where it comes out.
  if (count < 2 || count > EVENED) return true;
  const used = count - 1 + Math.sqrt(Math.min(1, sink.lastDeviation() / tolerance));
  const even = tolerance * (used / count) ** 2 * 1.02;
  if (even >= tolerance) return true;
  sink.backTo(first);
  if (walk(curve, even, rounding, sink, count)) return true;
  sink.backTo(first);
  return walk(curve, tolerance, rounding, sink, MOST_CHORDS);
}

/** Walks of up to so many chords are evened out. */
const EVENED = 24;

/** A step is long enough when its distance is at least this share of the tolerance; it aims between that and 1. */
const ENOUGH = 0.955;
const AIM = 0.985;

function walk(curve: Cubic, tolerance: number, rounding: number, sink: VertexSink, most: number): boolean {
  const { x0, y0, x1, y1, x2, y2, x3, y3 } = curve;
  // C' = b + 2 c t + 3 d t².
  const bx = 3 * (x1 - x0);
  const by = 3 * (y1 - y0);
  const cx = 3 * (x0 - 2 * x1 + x2);
  const cy = 3 * (y0 - 2 * y1 + y2);
  const dx = x3 - x0 + 3 * (x1 - x2);
  const dy = y3 - y0 + 3 * (y1 - y2);
  const limit = sink.count + most;
  let t = 0;
  let ux = bx;
  let uy = by;
  let guess = 1;
  let before = 0;
  while (t < 1) {
    if (sink.count >= limit) return false;
    let end = t + guess;
    let accepted = -1;
    for (let tries = 0; tries < 4; tries++) {
      if (!(end < 1)) end = 1;
      const h = end - t;
      // The Bernstein coefficients of C' over the step are u, w, v; their mean is the chord over h.
      const vx = bx + end * (2 * cx + 3 * end * dx);
      const vy = by + end * (2 * cy + 3 * end * dy);
      const wx = bx + cx * (t + end) + 3 * dx * t * end;
      const wy = by + cy * (t + end) + 3 * dy * t * end;
      const gx = ux + vx + wx;
      const gy = uy + vy + wy;
      const squared = gx * gx + gy * gy;
      if (!(squared > SMALLEST && ux * gx + uy * gy >= 0 && wx * gx + wy * gy >= 0 && vx * gx + vy * gy >= 0)) break;
      // A h and B, both times |g|: C''(m) h = v − u, C''' = 6 d.
      const a = Math.abs(gx * (vy - uy) - gy * (vx - ux));
      const b = Math.abs(h * h * (gx * dy - gy * dx));
      const bump = b <= 0.25 * a ? a + (b * b) / (4 * a) : greatestBump(a, b);
      const error = (h * bump) / (8 * Math.sqrt(squared));
      if (error <= tolerance && (end === 1 || error >= ENOUGH * tolerance)) {
        accepted = error;
        ux = vx;
        uy = vy;
        const next = h * Math.sqrt((AIM * tolerance) / error);
        guess = before > 0 ? next * Math.min(1.5, Math.max(0.5, h / before)) : next;
        before = h;
        break;
      }
      end = t + h * Math.sqrt((AIM * tolerance) / error);
      if (!(end > t)) break;
    }
    if (accepted < 0) {
      const bound = chordBoundOf(curve)!;
      end = longestStep(bound, t, Math.min(1, guess), tolerance);
      if (!(end > t)) return false;
      accepted = bound(t, end);
      ux = bx + end * (2 * cx + 3 * end * dx);
      uy = by + end * (2 * cy + 3 * end * dy);
      guess = end - t;
      before = 0;
    }
    if (end === 1) sink.chord(t, x3, y3, accepted + rounding);
    else
      sink.chord(
        t,
        x0 + end * (bx + end * (cx + end * dx)),
        y0 + end * (by + end * (cy + end * dy)),
        accepted + rounding,
      );
    t = end;
  }
  return true;
}

/** The square of the shortest chord direction whose products can be trusted. */
const SMALLEST = 1e-280;
