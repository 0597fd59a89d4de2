import {
  type ArcLength,
  arcLengthOf,
  frameAt,
  hasLength,
  type Path,
  partOf,
  pointAt,
  type Segment,
  type Subpath,
  segmentsWithJoin,
} from "../path";
import { StrokeError } from "./side";

/** More dashes than this on one path are a mistake. */
const MOST_DASHES = 100_000;

/**
 * The dashes of a path as open subpaths, measured along the true curves. `pattern` holds lengths of dashes and gaps in
 * turn (plan units; an odd count is gone through twice), `phase` says how far into it each subpath starts. Dashes are as
 * long as the pattern says to within 1e-14 of the subpath's length. On a closed subpath a dash that runs over its start is
 * one dash; one that is as long as the subpath leaves it closed. A dash of no length is a point with a heading. Only zeros,
 * or no lengths, leave the path whole. O(n + dashes · log n). Throws {@link StrokeError} for lengths below 0 or not
 * finite, and for more than 100,000 dashes on a subpath.
 * Source: SVG 2, section 13.5.6, https://www.w3.org/TR/SVG2/painting.html#StrokeDashing
 */
export function dashPath(path: Path, pattern: readonly number[], phase = 0): Path {
  const bad = pattern.findIndex((length) => !(length >= 0 && length < Number.POSITIVE_INFINITY));
  if (bad >= 0)
    throw new StrokeError(`dash length ${bad + 1} must be a finite number of at least 0, not ${pattern[bad]}`);
  if (!Number.isFinite(phase)) throw new StrokeError(`the phase must be a finite number, not ${phase}`);
  const lengths = pattern.length % 2 ? [...pattern, ...pattern] : [...pattern];
  const period = lengths.reduce((sum, length) => sum + length, 0);
  if (period === 0) return path;
  const start = ((phase % period) + period) % period;
  return { subpaths: path.subpaths.flatMap((subpath) => dashesOf(subpath, lengths, period, start)) };
}

function dashesOf(subpath: Subpath, lengths: readonly number[], period: number, start: number): Subpath[] {
  const outline = new MeasuredOutline(segmentsWithJoin(subpath).filter(hasLength));
  const { total } = outline;
  if (total === 0) return startsInDash(lengths, start) ? [subpath] : [];
  if (!((total / period) * (lengths.length / 2) <= MOST_DASHES))
    throw new StrokeError(`more than ${MOST_DASHES} dashes along a length of ${total}`);
  const stretches = stretchesOf(lengths, period, start, total);
  const [first, last] = [stretches[0], stretches[stretches.length - 1]];
  const overStart = subpath.closed && first !== undefined && first[0] === 0 && last[1] === total;
  if (!overStart) return stretches.map(([from, to]) => outline.between(from, to));
  if (first === last) return [subpath];
  const dashes = stretches.slice(1, -1).map(([from, to]) => outline.between(from, to));
  const [end, begin] = [outline.between(...last), outline.between(...first)];
  return [{ ...end, segments: [...end.segments, ...begin.segments], heading: undefined }, ...dashes];
}

/** What is shorter than this share of an outline is rounding. */
const NOTHING = 1e-13;

/** Where dashes begin and end along a length, rising, clipped to it. */
function stretchesOf(lengths: readonly number[], period: number, start: number, total: number): [number, number][] {
  const stretches: [number, number][] = [];
  const nothing = NOTHING * Math.max(total, period);
  for (let round = 0; round * period - start < total - nothing; round++) {
    // Anew in each round, so that rounding does not add up.
    let at = round * period - start;
    for (let i = 0; i < lengths.length && at < total - nothing; i++) {
      const end = at + lengths[i];
      const isDash = i % 2 === 0 && (end > nothing || (lengths[i] === 0 && at >= -nothing));
      if (isDash) stretches.push([at > nothing ? at : 0, end < total - nothing ? Math.max(0, end) : total]);
      at = end;
    }
  }
  return stretches;
}

function startsInDash(lengths: readonly number[], start: number): boolean {
  let at = 0;
  for (let i = 0; i < lengths.length; at += lengths[i++])
    if (start >= at && start < at + lengths[i]) return i % 2 === 0;
  return false;
}

/** Segments that follow each other, by the length along them. */
class MeasuredOutline {
  readonly total: number;
  private readonly lengths: ArcLength[];
  /** The length before each segment. */
  private readonly before: number[] = [];

  constructor(private readonly segments: readonly Segment[]) {
    this.lengths = segments.map(arcLengthOf);
    let sum = 0;
    for (const { total } of this.lengths) {
      this.before.push(sum);
      sum += total;
    }
    this.total = sum;
  }

  /** The part between two lengths from the start; a point where they are the same. */
  between(from: number, to: number): Subpath {
    const { segments } = this;
    const [first, t0] = this.placeOf(from);
    const [last, t1] = this.placeOf(to);
    const [x, y] = pointAt(segments[first], t0);
    const parts: Segment[] = [];
    for (let i = first; i <= last; i++) {
      const [a, b] = [i === first ? t0 : 0, i === last ? t1 : 1];
      if (a < b) parts.push(partOf(segments[i], a, b));
    }
    if (parts.length > 0) return { x, y, segments: parts, closed: false };
    return { x, y, segments: [], closed: false, heading: frameAt(segments[first], t0).tangent };
  }

  /** The segment that a length falls into, and the parameter on it; the next segment where it ends there, but for rounding. */
  private placeOf(length: number): [index: number, t: number] {
    const { before, lengths } = this;
    const nothing = NOTHING * this.total;
    let [low, high] = [0, before.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (before[middle] <= length + nothing) low = middle;
      else high = middle - 1;
    }
    if (length >= before[low] + lengths[low].total - nothing) return [low, 1];
    return [low, length <= before[low] + nothing ? 0 : lengths[low].parameterAt(length - before[low])];
  }
}
