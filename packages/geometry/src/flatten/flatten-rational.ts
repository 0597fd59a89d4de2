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

/** Longest steps from 0 to 1; the last one's share of the tolerance, or −1 when it takes more than `most`. */
function walk(curve: RationalQuadratic, tolerance: number, rounding: number, sink: VertexSink, most: number): number {
  const { x0, y0, x1, y1, x2, y2, weight } = curve;
  const bound = chordBoundOf(curve)!;
  const limit = sink.count + most;
  let guess = 1;
  let before = 0;
  let error = 0;
  let worst = 0;
  for (let t = 0; t < 1; ) {
    if (sink.count >= limit) return -1;
    let end = t + guess;
    let found = false;
    for (let tries = 0; tries < TRIES && !found; tries++) {
      if (!(end < 1)) end = 1;
      error = bound(t, end);
      found = error <= tolerance && (end === 1 || error >= ENOUGH * tolerance);
      if (!found) end = t + (end - t) * Math.sqrt((AIM * tolerance) / Math.max(error, 0.1 * tolerance));
    }
    if (!found) {
      end = longestStep(bound, t, end - t, tolerance);
      if (!(end > t)) return -1;
      error = bound(t, end);
    }
    worst = Math.max(worst, error);
    const h = end - t;
    guess = before > 0 ? Math.max(0.5 * h, 2 * h - before) : h;
    before = h;
    const s = 1 - end;
    const a = s * s;
    const b = 2 * weight * s * end;
    const c = end * end;
    const sum = a + b + c;
    sink.chord(t, (a * x0 + b * x1 + c * x2) / sum, (a * y0 + b * y1 + c * y2) / sum);
    t = end;
  }
  sink.error = Math.max(sink.error, worst + rounding);
  return error / tolerance;
}
