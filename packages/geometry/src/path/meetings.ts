import { derivativesAt } from "./derivatives";
import { pointAt, type Segment } from "./model";
import { mostBend } from "./second-derivative";

/** A place that two segments share: its parameter on each. */
export interface Meeting {
  x: number;
  y: number;
  first: number;
  second: number;
}

/** Stretches that still overlap after this many halvings of both are a meeting. */
const DEPTH = 46;
/** More pairs of stretches than this overlap along a whole stretch. */
const MOST_PAIRS = 4096;

/**
 * All places where two segments (lines, curves, arcs) meet, in order along the first. None is missed: pairs of stretches
 * are dropped only where boxes around their chords, widened by what the curves leave them by (h²/8 max|C''|), are
 * apart; the rest are halved down to 2^-46 of the parameter, and Newton's method takes the last digits. Segments that
 * run along each other meet everywhere: then only some of those places are told.
 */
export function meetingsOf(a: Segment, b: Segment): Meeting[] {
  const [bendA, bendB] = [mostBend(a), mostBend(b)];
  let pairs: [number, number][] = [[0, 0]];
  let width = 1;
  for (let depth = 0; depth < DEPTH && pairs.length > 0; depth++) {
    width /= 2;
    const [reachA, reachB] = [(width * width * bendA) / 8, (width * width * bendB) / 8];
    const kept: [number, number][] = [];
    for (const [s, t] of pairs)
      for (const s0 of [s, s + width])
        for (const t0 of [t, t + width])
          if (near(boxOf(a, s0, s0 + width), boxOf(b, t0, t0 + width), reachA + reachB)) kept.push([s0, t0]);
    pairs = kept.length > MOST_PAIRS ? kept.filter((_, i) => i % Math.ceil(kept.length / MOST_PAIRS) === 0) : kept;
  }
  const found: Meeting[] = [];
  for (const [s, t] of pairs) {
    const meeting = polishedMeeting(a, b, s + width / 2, t + width / 2);
    const isKnown = found.some(
      ({ first, second }) => Math.abs(first - meeting.first) < SAME && Math.abs(second - meeting.second) < SAME,
    );
    if (!isKnown) found.push(meeting);
  }
  return found.sort((p, q) => p.first - q.first || p.second - q.second);
}

/** Parameters nearer than this are one meeting: where curves touch, halving leaves a cluster. */
const SAME = 1e-6;

function boxOf(segment: Segment, t0: number, t1: number): [number, number, number, number] {
  const [ax, ay] = pointAt(segment, t0);
  const [bx, by] = pointAt(segment, t1);
  return [Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by)];
}

function near(p: readonly number[], q: readonly number[], reach: number): boolean {
  // Ends are rounded: boxes may be off by that.
  const slack = reach + 4e-16 * Math.max(...p.map(Math.abs), ...q.map(Math.abs));
  return p[0] <= q[2] + slack && q[0] <= p[2] + slack && p[1] <= q[3] + slack && q[1] <= p[3] + slack;
}

/** Where curves touch each step halves what is missing. */
const MOST_STEPS = 60;

/** The meeting near parameters s and t by Newton's method on A(s) = B(t), as far as it comes nearer. */
export function polishedMeeting(a: Segment, b: Segment, s: number, t: number): Meeting {
  const clamp = (value: number): number => Math.max(0, Math.min(1, value));
  let [bestS, bestT, off] = [clamp(s), clamp(t), Number.POSITIVE_INFINITY];
  let [nextS, nextT] = [bestS, bestT];
  for (let i = 0; i < MOST_STEPS; i++) {
    const [p, q] = [derivativesAt(a, nextS), derivativesAt(b, nextT)];
    const [x, y] = [q.x - p.x, q.y - p.y];
    if (!(Math.hypot(x, y) < off)) break;
    [bestS, bestT, off] = [nextS, nextT, Math.hypot(x, y)];
    const cross = p.dx * q.dy - p.dy * q.dx;
    if (cross === 0) break;
    nextS = clamp(bestS + (x * q.dy - y * q.dx) / cross);
    nextT = clamp(bestT + (x * p.dy - y * p.dx) / cross);
  }
  const [px, py] = pointAt(a, bestS);
  return { x: px, y: py, first: bestS, second: bestT };
}
