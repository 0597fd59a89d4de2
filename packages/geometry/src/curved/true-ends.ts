import { orientation } from "../numeric";
import { derivativesAt, type Meeting, pointAt, polishedMeeting, type Segment, tangentAt } from "../path";
import type { Ring } from "../polygon";
import type { Run } from "./runs";

/**
 * Runs whose ends lie on the true intersections of their curves.
 *
 * Runs that go on from each other along an outline make a strand; where one strand ends and the next begins, their curves
 * cross. The crossing of the straight form may lie one segment off: so a strand may grow by a segment of its outline there,
 * or lose its last run. A strand that would be turned around stays between its vertices.
 */
export function withTrueEnds(runs: readonly Run[], ring: Ring): Run[] {
  const strands = strandsOf(runs);
  if (strands.length === 1 && goesOn(runs[runs.length - 1], runs[0])) return strands[0];
  const size = ring.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  const deviations = strands.map((strand) => strand.reduce((most, { source }) => Math.max(most, source.deviation), 0));
  const n = strands.length;
  const crossings = strands.map((strand, k): Crossing | null => {
    const before = (k + n - 1) % n;
    return crossingOf(strands[before], strand, turnAt(strand[0], ring), deviations[before] + deviations[k], size);
  });
  for (let k = 0; k < n; ) {
    const after = (k + 1) % n;
    if ((crossings[k] || crossings[after]) && !ended(strands[k], crossings[k], crossings[after])) {
      crossings[k] = crossings[after] = null;
      k = Math.max(0, k - 1);
    } else k++;
  }
  return strands.flatMap((strand, k) => ended(strand, crossings[k], crossings[(k + 1) % n])!);
}

/** Whether a run begins where the one before ends, both at ends of their segments. */
function goesOn(before: Run, run: Run): boolean {
  const [p, q] = [endOf(before.to), endOf(run.from)];
  if (p === null || q === null) return false;
  const [[px, py], [qx, qy]] = [pointAt(before.segment, p), pointAt(run.segment, q)];
  return px === qx && py === qy;
}

/** Parameters nearer to 0 or 1 than this are that end of the segment. */
const SAME = 1e-9;

function endOf(t: number): 0 | 1 | null {
  if (t < SAME) return 0;
  return t > 1 - SAME ? 1 : null;
}

/** Runs grouped into strands, with exact places where they go on. */
function strandsOf(runs: readonly Run[]): Run[][] {
  const n = runs.length;
  const starts = runs.map((run, k) => !goesOn(runs[(k + n - 1) % n], run));
  const first = Math.max(0, starts.indexOf(true));
  const strands: Run[][] = [];
  for (let i = 0; i < n; i++) {
    const k = (first + i) % n;
    const run = { ...runs[k] };
    if (!starts[k]) {
      run.from = endOf(run.from)!;
      run.start = pointAt(run.segment, run.from);
    }
    if (!starts[(k + 1) % n]) {
      run.to = endOf(run.to)!;
      run.end = pointAt(run.segment, run.to);
    }
    if (starts[k] || i === 0) strands.push([run]);
    else strands[strands.length - 1].push(run);
  }
  return strands;
}

/** The sense in which a ring turns at the start of a run: of its edges there. */
function turnAt({ first }: Run, ring: Ring): -1 | 0 | 1 {
  const n = ring.length;
  const [p, q, r] = [(2 * first + n - 2) % n, 2 * first, (2 * first + 2) % n];
  return orientation(ring[p], ring[p + 1], ring[q], ring[q + 1], ring[r], ring[r + 1]);
}

/** Where two strands cross: `hop` says on which segment, 0 for the last run, 1 for one further, −1 for the run before it. */
interface Crossing {
  x: number;
  y: number;
  end: { hop: number; t: number };
  start: { hop: number; t: number };
}

/** Where to look for a crossing on a strand: from parameter t on, in steps of an edge. */
interface Place {
  hop: number;
  segment: Segment;
  t: number;
  step: number;
  /** How much of the outermost run's segment lies between its end and the place. */
  gap: number;
  isForward: boolean;
}

/**
 * Where two strands that follow each other truly cross; null where that is nowhere near.
 *
 * With a deviation of δ between both forms of the curves, their flattened crossing lies within 4 δ / sin θ of the true one,
 * θ being the angle there: beyond it the curves are further apart than δ, also where they bend towards a second crossing,
 * which lies beyond the place where they run side by side. At that one they cross in the other sense, so that the turn of
 * the ring tells which of both is meant.
 */
function crossingOf(before: Run[], after: Run[], turn: -1 | 0 | 1, deviation: number, size: number): Crossing | null {
  const [vx, vy] = after[0].start;
  let best: Crossing | null = null;
  let nearest = Number.POSITIVE_INFINITY;
  const offer = (p: Place, q: Place, i: number, j: number): void => {
    const meeting: Meeting = polishedMeeting(p.segment, q.segment, p.t + i * p.step, q.t + j * q.step);
    const moved = Math.hypot(meeting.x - vx, meeting.y - vy);
    const [qx, qy] = pointAt(q.segment, meeting.second);
    if (!(moved < nearest - 1e-9 * size) || Math.hypot(meeting.x - qx, meeting.y - qy) > 1e-12 * size) return;
    // Half a segment off it may be on the other side of where an outline of one segment starts.
    if (Math.abs(meeting.first - p.t) > 0.5 || Math.abs(meeting.second - q.t) > 0.5) return;
    const [ax, ay] = tangentAt(p.segment, meeting.first, 1);
    const [bx, by] = tangentAt(q.segment, meeting.second, 1);
    const sin = (ax * by - ay * bx) * (p.isForward === q.isForward ? 1 : -1);
    if (sin * turn < 0 && Math.abs(sin) > 1e-9) return;
    if (moved > (4 * deviation) / Math.abs(sin) + 1e-9 * size) return;
    nearest = moved;
    best = {
      x: meeting.x,
      y: meeting.y,
      end: { hop: p.hop, t: meeting.first },
      start: { hop: q.hop, t: meeting.second },
    };
  };
  const [ends, starts] = [placesAt(before, true), placesAt(after, false)];
  offer(ends[0], starts[0], 0, 0);
  if (best) return best;
  // Where curves meet at a small angle Newton's method may have gone elsewhere, and the crossing may lie some chords off.
  const chord = Math.max(...[ends[0], starts[0]].map((place) => chordAt(place, deviation)));
  for (const place of [...ends, ...starts]) widen(place, chord);
  const [near, far] = [ends, starts].map((places) => places.filter(({ gap, step }) => gap <= 2 * Math.abs(step)));
  for (const p of near) for (const q of far) for (const i of AROUND) for (const j of AROUND) offer(p, q, i, j);
  return best;
}

/** The length of a chord that leaves its curve by a deviation: h² |C''| / 8 = δ, h in the parameter. */
function chordAt({ segment, t }: Place, deviation: number): number {
  const { dx, dy, ddx, ddy } = derivativesAt(segment, t);
  const bend = Math.hypot(ddx, ddy);
  return bend > 0 ? Math.hypot(dx, dy) * Math.sqrt((8 * deviation) / bend) : 0;
}

/** Lets steps at a place be as long as a chord at least. */
function widen(place: Place, chord: number): void {
  const { dx, dy } = derivativesAt(place.segment, place.t);
  const step = chord / Math.hypot(dx, dy);
  if (step > Math.abs(place.step) && step < Number.POSITIVE_INFINITY) place.step = Math.min(step, 1);
}

/** In lengths of the edges there, or of chords. */
const AROUND = [0, -1, 1, -3, 3];

/** At the end of a strand, or at its start: its outermost run, the segment beyond it, and the run before. */
function placesAt(strand: readonly Run[], isEnd: boolean): Place[] {
  const n = strand.length;
  const run = isEnd ? strand[n - 1] : strand[0];
  const isForward = run.to > run.from;
  const { stops } = run;
  const step = isEnd ? stops[stops.length - 1] - stops[stops.length - 2] : stops[1] - stops[0];
  const places: Place[] = [{ hop: 0, segment: run.segment, t: isEnd ? run.to : run.from, step, gap: 0, isForward }];
  if (n > 1) {
    const other = isEnd ? strand[n - 2] : strand[1];
    const goesForward = other.to > other.from;
    const gap = Math.abs(run.to - run.from);
    places.push({
      hop: -1,
      segment: other.segment,
      t: isEnd ? other.to : other.from,
      step,
      gap,
      isForward: goesForward,
    });
  }
  const beyond = segmentBeyond(run, isEnd);
  if (beyond) {
    const end = isForward === isEnd ? 1 : 0;
    places.push({
      hop: 1,
      segment: beyond,
      t: 1 - end,
      step,
      gap: Math.abs(end - (isEnd ? run.to : run.from)),
      isForward,
    });
  }
  return places;
}

/** The segment that follows a run's own in its outline, in the direction of the ring; what leads to it at the start. */
function segmentBeyond({ source, segment, from, to }: Run, isEnd: boolean): Segment | null {
  const { around, index } = source;
  if (around?.[index] !== segment) return null;
  const step = to > from === isEnd ? 1 : -1;
  return around[(index + step + around.length) % around.length];
}

/** A strand between two crossings, or its own vertices; null where they would turn it around. */
function ended(strand: readonly Run[], start: Crossing | null, end: Crossing | null): Run[] | null {
  const runs = strand.map((run) => ({ ...run }));
  if (end) {
    const { hop, t } = end.end;
    if (hop < 0) runs.pop();
    const last = runs[runs.length - 1];
    if (hop > 0) runs.push(grown(last, true));
    const run = runs[runs.length - 1];
    run.to = t;
    run.end = [end.x, end.y];
  }
  if (start) {
    const { hop, t } = start.start;
    if (hop < 0) runs.shift();
    if (runs.length === 0) return null;
    if (hop > 0) runs.unshift(grown(runs[0], false));
    runs[0].from = t;
    runs[0].start = [start.x, start.y];
  }
  const isSound = runs.every((run) => (run.to - run.from) * directionOf(run) >= 0);
  return isSound ? runs : null;
}

/** A run's direction along its segment, as its edges tell it. */
function directionOf({ stops }: Run): number {
  return stops[stops.length - 1] - stops[0];
}

/** A run on the segment beyond the end of another one, or before its start; the other one goes up to that. */
function grown(run: Run, isEnd: boolean): Run {
  const segment = segmentBeyond(run, isEnd)!;
  const isForward = directionOf(run) > 0;
  const [own, other] = isForward === isEnd ? [1, 0] : [0, 1];
  const place = pointAt(run.segment, own);
  if (isEnd) {
    run.to = own;
    run.end = place;
  } else {
    run.from = own;
    run.start = place;
  }
  // The caller sets its other end.
  return { ...run, segment, from: other, to: other, start: place, end: place, stops: isForward ? [0, 1] : [1, 0] };
}
