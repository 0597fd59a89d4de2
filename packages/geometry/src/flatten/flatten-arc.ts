import type { Arc } from "../path";
import { chordBoundOf } from "./chord-bounds";
import { longestStep, MOST_CHORDS } from "./longest-chords";
import type { VertexSink } from "./vertex-sink";

/**
 * Flattens an elliptical arc; false where it takes more than {@link MOST_CHORDS} chords.
 *
 * An arc of a circle is divided evenly, by the least count that holds; a whole turn into three chords at least, so that
 * it encloses something at every tolerance. Half a turn gets an even count: then the rounded ends of neighbouring
 * strokes, which meet at right angles more often than not, share their vertices instead of crossing at each. Any other
 * arc is walked in longest steps.
 */
export function flattenArc(arc: Arc, tolerance: number, rounding: number, sink: VertexSink): boolean {
  const { ux, uy, vx, vy } = arc;
  const u = Math.hypot(ux, uy);
  const v = Math.hypot(vx, vy);
  if (Math.abs(u - v) <= ALIKE * u && Math.abs(ux * vx + uy * vy) <= ALIKE * u * v)
    return divideEvenly(arc, u, tolerance, rounding, sink);
  const first = sink.count;
  if (!walk(arc, tolerance, rounding, sink, MOST_CHORDS)) return false;
  const count = sink.count - first;
  if (count < 3 && Math.abs(arc.sweep) >= 2 * Math.PI) {
    sink.backTo(first);
    const bound = chordBoundOf(arc)!;
    for (let i = 0; i < 3; i++) place(arc, i / 3, (i + 1) / 3, bound(i / 3, (i + 1) / 3) + rounding, sink);
    return true;
  }
  // As for cubics: the same count with an even error, where it comes out.
  if (count < 2 || count > EVENED) return true;
  const used = count - 1 + Math.sqrt(Math.min(1, sink.lastDeviation() / tolerance));
  const even = tolerance * (used / count) ** 2 * 1.02;
  if (even >= tolerance) return true;
  sink.backTo(first);
  if (walk(arc, even, rounding, sink, count)) return true;
  sink.backTo(first);
  return walk(arc, tolerance, rounding, sink, MOST_CHORDS);
}

/** Half-diameters that differ by less than this share, and are as nearly at right angles, are those of a circle. */
const ALIKE = 1e-12;
const EVENED = 24;
const ENOUGH = 0.955;
const AIM = 0.985;

function divideEvenly(arc: Arc, radius: number, tolerance: number, rounding: number, sink: VertexSink): boolean {
  const turn = Math.abs(arc.sweep);
  const least = turn >= 2 * Math.PI ? 3 : 1;
  const widest = 4 * Math.asin(Math.min(1, Math.sqrt(tolerance / (2 * radius)))); // 1 − cos δ = tolerance / radius
  const step = turn === Math.PI ? 2 : 1;
  let count = Math.max(least, Math.floor(turn / Math.min(widest, Math.PI)));
  count += count % step;
  let deviation = evenDeviation(turn / (2 * count), radius);
  while (!(deviation <= tolerance) && count <= MOST_CHORDS) {
    count += step;
    deviation = evenDeviation(turn / (2 * count), radius);
  }
  if (count > MOST_CHORDS) return false;
  const { cx, cy, ux, uy, vx, vy, start, sweep } = arc;
  for (let i = 1; i < count; i++) {
    const angle = start + (i / count) * sweep;
    const cos = Math.cos(angle);
    const sin = Math.sin(angle);
    sink.chord((i - 1) / count, cx + ux * cos + vx * sin, cy + uy * cos + vy * sin, deviation + rounding);
  }
  sink.chord((count - 1) / count, arc.x1, arc.y1, deviation + rounding);
  return true;
}

/** The greatest distance of a chord over an angle of 2 δ; the factor covers what still differs from a circle. */
function evenDeviation(delta: number, radius: number): number {
  if (delta > Math.PI / 2) return ((delta * delta) / 2) * radius * (1 + 4 * ALIKE);
  const s = Math.sin(delta / 2);
  return 2 * s * s * radius * (1 + 4 * ALIKE);
}

/** The distance over θm ± δ is (1 − cos δ) |u × v| / |C'(θm)|: see chord-bounds.ts. */
function walk(arc: Arc, tolerance: number, rounding: number, sink: VertexSink, most: number): boolean {
  const { cx, cy, ux, uy, vx, vy, start, sweep } = arc;
  const area = Math.abs(ux * vy - uy * vx);
  const limit = sink.count + most;
  let t = 0;
  let guess = 1;
  let before = 0;
  while (t < 1) {
    if (sink.count >= limit) return false;
    let end = t + guess;
    let accepted = -1;
    for (let tries = 0; tries < 4; tries++) {
      if (!(end < 1)) end = 1;
      const h = end - t;
      const delta = (sweep * h) / 2;
      if (Math.abs(delta) > Math.PI / 2) {
        end = t + Math.PI / Math.abs(sweep);
        continue;
      }
      const middle = start + (sweep * (t + end)) / 2;
      const cos = Math.cos(middle);
      const sin = Math.sin(middle);
      const dx = vx * cos - ux * sin;
      const dy = vy * cos - uy * sin;
      const px = ux * cos + vx * sin;
      const py = uy * cos + vy * sin;
      const squared = dx * dx + dy * dy;
      const s = Math.sin(delta / 2);
      const rest = 2 * s * s;
      const across = 2 * s * Math.sqrt(1 - s * s);
      if (!(squared > SMALLEST) || Math.abs(across * (px * dx + py * dy)) > (1 - rest) * squared) break;
      const error = (rest * area) / Math.sqrt(squared);
      if (error <= tolerance && (end === 1 || error >= ENOUGH * tolerance)) {
        accepted = error;
        const next = h * Math.sqrt((AIM * tolerance) / error);
        guess = before > 0 ? next * Math.min(1.5, Math.max(0.5, h / before)) : next;
        before = h;
        // The end is the middle turned by δ.
        if (end === 1) sink.chord(t, arc.x1, arc.y1, error + rounding);
        else sink.chord(t, cx + px * (1 - rest) + dx * across, cy + py * (1 - rest) + dy * across, error + rounding);
        break;
      }
      end = t + h * Math.sqrt((AIM * tolerance) / error);
      if (!(end > t)) break;
    }
    if (accepted < 0) {
      const bound = chordBoundOf(arc)!;
      end = longestStep(bound, t, Math.min(1, guess), tolerance);
      if (!(end > t)) return false;
      place(arc, t, end, bound(t, end) + rounding, sink);
      guess = end - t;
      before = 0;
    }
    t = end;
  }
  return true;
}

/** The square of the shortest derivative whose products can be trusted. */
const SMALLEST = 1e-280;

function place(arc: Arc, t: number, end: number, deviation: number, sink: VertexSink): void {
  if (end === 1) {
    sink.chord(t, arc.x1, arc.y1, deviation);
    return;
  }
  const { cx, cy, ux, uy, vx, vy, start, sweep } = arc;
  const cos = Math.cos(start + end * sweep);
  const sin = Math.sin(start + end * sweep);
  sink.chord(t, cx + ux * cos + vx * sin, cy + uy * cos + vy * sin, deviation);
}
