import type { Cubic } from "../path";
import { chordBoundOf, greatestBump } from "./chord-bounds";
import { evened } from "./evened";
import { longestStep } from "./longest-chords";
import type { VertexSink } from "./vertex-sink";

/**
 * Flattens a cubic by a walk of longest steps; false where it takes more than 2^20 chords.
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
  return evened((limit, most) => walk(curve, limit, rounding, sink, most), tolerance, sink);
}

/**
 * A step is long enough when its distance is at least this share of the tolerance; it aims between that and 1. Shares
 * are compared in squares, which saves a root.
 */
const ENOUGH = 0.955 ** 2;
const AIM = 0.985 ** 2;
/** What is long enough after three corrections: beside an inflection the distance grows otherwise than guessed. */
const FAIR = 0.85 ** 2;
/** So often a step is corrected before it is searched for. */
const TRIES = 10;

/** Longest steps from 0 to 1; the last one's share of the tolerance, or −1 when it takes more than `most`. */
function walk(curve: Cubic, tolerance: number, rounding: number, sink: VertexSink, most: number): number {
  const { x0, y0, x1, y1, x2, y2, x3, y3 } = curve;
  // C' = b + 2 c t + 3 d t².
  const bx = 3 * (x1 - x0);
  const by = 3 * (y1 - y0);
  const cx = 3 * (x0 - 2 * x1 + x2);
  const cy = 3 * (y0 - 2 * y1 + y2);
  const dx = x3 - x0 + 3 * (x1 - x2);
  const dy = y3 - y0 + 3 * (y1 - y2);
  const limit = sink.count + most;
  const scale = 1 / (8 * tolerance);
  let { vertices, parameter } = sink;
  let at = sink.count;
  let room = 0;
  let t = 0;
  let ux = bx;
  let uy = by;
  // h²/8 max|C''| bounds the distance in any case: a first step of that size is never much too long.
  const bend = Math.max(cx * cx + cy * cy, (cx + 3 * dx) ** 2 + (cy + 3 * dy) ** 2);
  let guess = Math.min(1, 1.3 * Math.sqrt((4 * tolerance) / Math.sqrt(bend)));
  let before = guess;
  // (error / tolerance)² of the worst and the last step.
  let worst = 0;
  let last = 0;
  while (t < 1) {
    if (at >= limit) return -1;
    if (at >= room) {
      sink.count = at;
      sink.reserve(256);
      ({ vertices, parameter } = sink);
      room = at + 256;
    }
    let end = t + guess;
    let found = false;
    let good = t;
    let bad = 2;
    for (let tries = 0; tries < TRIES; tries++) {
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
      if (!(squared > SMALLEST && ux * gx + uy * gy >= 0 && wx * gx + wy * gy >= 0 && vx * gx + vy * gy >= 0)) {
        bad = end;
        end = (good + end) / 2;
        continue;
      }
      // A h and B, both times |g|: C''(m) h = v − u, C''' = 6 d.
      const a = Math.abs(gx * (vy - uy) - gy * (vx - ux));
      const b = Math.abs(h * h * (gx * dy - gy * dx));
      // (error / tolerance)², with one division.
      const isEven = b < 0.25 * a;
      const share = h * scale * (isEven ? 4 * a * a + b * b : greatestBump(a, b));
      const ratio = (share * share) / (isEven ? 16 * a * a * squared : squared);
      if (ratio <= 1 && (end === 1 || ratio >= (tries < 3 ? ENOUGH : FAIR))) {
        found = true;
        last = ratio;
        if (ratio > worst) worst = ratio;
        ux = vx;
        uy = vy;
        // (AIM / ratio)^(1/4) by its series, and as much longer or shorter than this step as it was than the one before.
        const off = end === 1 ? 0 : ratio / AIM - 1;
        guess = Math.max(0.5 * h, h * (1 - off * (0.25 - 0.15625 * off)) + h - before);
        before = h;
        break;
      }
      if (ratio <= 1) good = end;
      else bad = end;
      const aim = t + h * Math.sqrt(Math.sqrt(AIM / ratio));
      end = aim > good && aim < bad ? aim : bad < 2 ? (good + bad) / 2 : Math.min(1, t + 2 * h);
    }
    if (!found) {
      const bound = chordBoundOf(curve)!;
      end = longestStep(bound, t, good > t ? good - t : Math.min(1, guess), tolerance);
      if (!(end > t)) return -1;
      last = (bound(t, end) / tolerance) ** 2;
      if (last > worst) worst = last;
      ux = bx + end * (2 * cx + 3 * end * dx);
      uy = by + end * (2 * cy + 3 * end * dy);
      guess = end - t;
      before = guess;
    }
    parameter[at] = t;
    vertices[2 * at + 2] = x0 + end * (bx + end * (cx + end * dx));
    vertices[2 * at + 3] = y0 + end * (by + end * (cy + end * dy));
    at++;
    t = end;
  }
  vertices[2 * at] = x3;
  vertices[2 * at + 1] = y3;
  sink.count = at;
  sink.error = Math.max(sink.error, tolerance * Math.sqrt(worst) + rounding);
  return Math.sqrt(last);
}

/** The square of the shortest chord direction whose products can be trusted. */
const SMALLEST = 1e-280;
