import { type Path, pointAt, type Segment, type Subpath, segmentsWithJoin } from "../path";
import { type ChordBound, chordBoundOf } from "./chord-bounds";
import type { FlatPath, FlatSubpath } from "./flat-path";
import { extentFromLine } from "./off-line";
import { roundingOf } from "./rounding";

/**
 * For each vertex of a flattened subpath the greatest distance between the edge that begins there and the stretch of
 * the curve that it stands for, in plan units; 0 where an open one ends. Never less than the true distance, and more by no
 * more than a billionth of it and what doubles round. Not kept with every flattened path: it is for those who look at it.
 */
export function chordDeviations(subpath: Subpath, flat: FlatSubpath): Float64Array {
  const deviations = new Float64Array(flat.segment.length);
  for (const { index, segment, bound, ...chord } of chordsOf(subpath, flat))
    deviations[index] = deviationOf(segment, chord, bound, 0) + roundingOf(segment);
  return deviations;
}

/**
 * The greatest distance between a path and its chords, in plan units: for vertices on the curve with the guarantee of
 * {@link chordDeviations}, for vertices beside it never less than the true one. O(vertices).
 */
export function greatestDeviation(path: Path, flat: FlatPath): number {
  let greatest = 0;
  if (path.subpaths.every(({ segments }) => segments.every(({ kind }) => kind === "line"))) return 0;
  path.subpaths.forEach((subpath, i) => {
    for (const { segment, bound, ...chord } of chordsOf(subpath, flat.subpaths[i])) {
      const rounding = roundingOf(segment);
      // Chords that cannot be worse than the worst so far are not looked at.
      const found = deviationOf(segment, chord, bound, greatest - rounding) + rounding;
      if (found > greatest) greatest = found;
    }
  });
  // Vertices beside the curve: a stretch may be nearer to the edge of its neighbour, which the proven bound knows.
  return Math.min(greatest, flat.error);
}

/** A chord between (ax, ay) and (bx, by) that stands for a segment from t0 to t1. */
interface Chord {
  t0: number;
  t1: number;
  ax: number;
  ay: number;
  bx: number;
  by: number;
}

function* chordsOf(
  subpath: Subpath,
  flat: FlatSubpath,
): Generator<Chord & { index: number; segment: Segment; bound: ChordBound }> {
  const segments = segmentsWithJoin(subpath);
  const bounds = segments.map(chordBoundOf);
  const { vertices: v, segment: owner, parameter } = flat;
  const n = owner.length;
  for (let index = 0; index < (flat.closed ? n : n - 1); index++) {
    const segment = segments[owner[index]];
    const bound = segment && bounds[owner[index]];
    if (!bound) continue;
    const t1 = index + 1 < n && owner[index + 1] === owner[index] ? parameter[index + 1] : 1;
    const [i, j] = [2 * index, 2 * ((index + 1) % n)];
    yield { index, segment, bound, t0: parameter[index], t1, ax: v[i], ay: v[i + 1], bx: v[j], by: v[j + 1] };
  }
}

/** The greatest distance of a stretch of curve from its chord; anything up to `least` where it is no more than that. */
function deviationOf(segment: Segment, chord: Chord, bound: ChordBound, least: number): number {
  const { t0, t1, ax, ay, bx, by } = chord;
  const [p, q] = [pointAt(segment, t0), pointAt(segment, t1)];
  const ends = Math.max(Math.hypot(p[0] - ax, p[1] - ay), Math.hypot(q[0] - bx, q[1] - by));
  if (ends + bound(t0, t1) <= least) return least;
  const length = Math.hypot(bx - ax, by - ay);
  if (length > 0) {
    const [dx, dy] = [(bx - ax) / length, (by - ay) / length];
    const along = extentFromLine(segment, t0, t1, ax, ay, dy, -dx);
    // All feet lie on the chord: its line tells, exactly.
    if (along.least >= -SLIGHTLY * length && along.greatest <= (1 + SLIGHTLY) * length) {
      const across = extentFromLine(segment, t0, t1, ax, ay, dx, dy);
      return Math.max(across.greatest, -across.least);
    }
  }
  return searched(segment, chord, bound, least);
}

/** Feet beyond the ends of a chord by this share of its length are there for rounding; they change less than doubles tell. */
const SLIGHTLY = 1e-9;

/**
 * Branch and bound, level by level. The distance from a segment is a convex function of the place, so that over a part of
 * the curve it is at most the greater one at both ends and what the part leaves its own chord by.
 */
function searched(segment: Segment, { t0, t1, ...chord }: Chord, bound: ChordBound, least: number): number {
  const at = (t: number): number => distanceFrom(chord, pointAt(segment, t));
  let open = [{ from: t0, to: t1, start: at(t0), end: at(t1) }];
  let best = Math.max(least, open[0].start, open[0].end);
  const slack = roundingOf(segment);
  for (let level = 0; level < MOST_LEVELS; level++) {
    const halves: typeof open = [];
    for (const { from, to, start, end } of open) {
      const middle = (from + to) / 2;
      const value = at(middle);
      best = Math.max(best, value);
      halves.push({ from, to: middle, start, end: value }, { from: middle, to, start: value, end });
    }
    const most = ({ from, to, start, end }: (typeof open)[number]): number => Math.max(start, end) + bound(from, to);
    open = halves.filter((part) => most(part) > best * (1 + ENOUGH) + slack);
    if (open.length === 0) return best * (1 + ENOUGH);
    // Only where the curve runs along its own chord, all of it: what is left is next to nothing then.
    if (open.length > MOST_OPEN) return Math.max(best, ...open.map(most));
  }
  return best * (1 + ENOUGH);
}

const ENOUGH = 1e-10;
/** Parameters have no more bits than that. */
const MOST_LEVELS = 52;
const MOST_OPEN = 4096;

function distanceFrom({ ax, ay, bx, by }: Omit<Chord, "t0" | "t1">, [x, y]: [number, number]): number {
  const [dx, dy] = [bx - ax, by - ay];
  const squared = dx * dx + dy * dy;
  const t = squared > 0 ? Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / squared)) : 0;
  return Math.hypot(ax + t * dx - x, ay + t * dy - y);
}
