import { type Arc, longestHalfAxis, pointAt } from "../path";
import { chordBoundOf } from "./chord-bounds";
import { evened } from "./evened";
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
  if (isCircular(arc)) return divideEvenly(arc, Math.hypot(arc.ux, arc.uy), tolerance, rounding, sink);
  const first = sink.count;
  if (!evened((limit, most) => walk(arc, limit, rounding, sink, most), tolerance, sink)) return false;
  if (sink.count - first < 3 && Math.abs(arc.sweep) >= 2 * Math.PI) {
    sink.count = first;
    const bound = chordBoundOf(arc)!;
    for (let i = 0; i < 3; i++) place(arc, i / 3, (i + 1) / 3, bound(i / 3, (i + 1) / 3) + rounding, sink);
  }
  return true;
}

export function isCircular({ ux, uy, vx, vy }: Arc): boolean {
  const u = Math.hypot(ux, uy);
  const v = Math.hypot(vx, vy);
  return Math.abs(u - v) <= ALIKE * u && Math.abs(ux * vx + uy * vy) <= ALIKE * u * v;
}

/** Half-diameters that differ by less than this share, and are as nearly at right angles, are those of a circle. */
const ALIKE = 1e-12;
const ENOUGH = 0.955;
const AIM = 0.985;
/** So many steps go on from one sine and cosine. */
const STEPS = 2;

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
  sink.reserve(count);
  const { vertices, parameter } = sink;
  const first = sink.count;
  sink.error = Math.max(sink.error, deviation + rounding);
  for (let i = 0; i < count; i++) {
    const angle = start + ((i + 1) / count) * sweep;
    const cos = Math.cos(angle);
    const sin = Math.sin(angle);
    parameter[first + i] = i / count;
    vertices[2 * (first + i) + 2] = cx + ux * cos + vx * sin;
    vertices[2 * (first + i) + 3] = cy + uy * cos + vy * sin;
  }
  sink.count = first + count;
  vertices[2 * sink.count] = arc.x1;
  vertices[2 * sink.count + 1] = arc.y1;
  return true;
}

/** The greatest distance of a chord over an angle of 2 δ; the factor covers what still differs from a circle. */
function evenDeviation(delta: number, radius: number): number {
  if (delta > Math.PI / 2) return ((delta * delta) / 2) * radius * (1 + 4 * ALIKE);
  const s = Math.sin(delta / 2);
  return 2 * s * s * radius * (1 + 4 * ALIKE);
}

/**
 * The distance over θm ± δ is (1 − cos δ) |u × v| / |C'(θm)|: see chord-bounds.ts. Sine and cosine of the place that was
 * reached are turned on by δ to the middle, and again to the end; two steps on they are computed anew, so that no more
 * than four turns add their rounding, each less than two units of the last place.
 */
function walk(arc: Arc, tolerance: number, rounding: number, sink: VertexSink, most: number): number {
  const { cx, cy, ux, uy, vx, vy, start, sweep } = arc;
  const area = Math.abs(ux * vy - uy * vx);
  const limit = sink.count + most;
  let t = 0;
  // δ²/2 times the longer half-axis bounds the distance in any case.
  let guess = (2.6 * Math.sqrt((2 * tolerance) / longestHalfAxis(ux, uy, vx, vy))) / Math.abs(sweep);
  let before = 0;
  let worst = 0;
  let last = 0;
  let cosHere = 0;
  let sinHere = 0;
  let turns = 0;
  while (t < 1) {
    if (sink.count >= limit) return -1;
    if (turns === 0) {
      const here = start + sweep * t;
      cosHere = Math.cos(here);
      sinHere = Math.sin(here);
      turns = STEPS;
    }
    turns--;
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
      const s = sineOf(delta / 2);
      const rest = 2 * s * s;
      const across = 2 * s * Math.sqrt(1 - s * s);
      const cos = cosHere * (1 - rest) - sinHere * across;
      const sin = sinHere * (1 - rest) + cosHere * across;
      const dx = vx * cos - ux * sin;
      const dy = vy * cos - uy * sin;
      const px = ux * cos + vx * sin;
      const py = uy * cos + vy * sin;
      const squared = dx * dx + dy * dy;
      if (!(squared > SMALLEST) || Math.abs(across * (px * dx + py * dy)) > (1 - rest) * squared) break;
      const error = (rest * area) / Math.sqrt(squared);
      if (error <= tolerance && (end === 1 || error >= ENOUGH * tolerance)) {
        accepted = error;
        last = error;
        if (error > worst) worst = error;
        const next = h * Math.sqrt((AIM * tolerance) / error);
        guess = before > 0 ? Math.max(0.5 * h, next + h - before) : next;
        before = h;
        // The end is the middle turned by δ.
        cosHere = cos * (1 - rest) - sin * across;
        sinHere = sin * (1 - rest) + cos * across;
        if (end === 1) sink.chord(t, arc.x1, arc.y1);
        else sink.chord(t, cx + px * (1 - rest) + dx * across, cy + py * (1 - rest) + dy * across);
        break;
      }
      end = t + h * Math.sqrt((AIM * tolerance) / error);
      if (!(end > t)) break;
    }
    if (accepted < 0) {
      const bound = chordBoundOf(arc)!;
      end = longestStep(bound, t, Math.min(1, guess), tolerance);
      if (!(end > t)) return -1;
      last = bound(t, end);
      place(arc, t, end, last + rounding, sink);
      guess = end - t;
      before = 0;
      turns = 0;
    }
    t = end;
  }
  sink.error = Math.max(sink.error, worst + rounding);
  return last / tolerance;
}

/** The sine; of small angles, as nearly all are here, by its series: the next term is below 2^-53 of it. */
function sineOf(angle: number): number {
  const q = angle * angle;
  if (q > 1 / 16) return Math.sin(angle);
  return angle * (1 - (q / 6) * (1 - (q / 20) * (1 - (q / 42) * (1 - (q / 72) * (1 - q / 110)))));
}

/** The square of the shortest derivative whose products can be trusted. */
const SMALLEST = 1e-280;

function place(arc: Arc, t: number, end: number, error: number, sink: VertexSink): void {
  sink.chord(t, ...pointAt(arc, end));
  sink.error = Math.max(sink.error, error);
}
