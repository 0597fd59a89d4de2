import {
  hasLength,
  type Path,
  parameterAtLength,
  partOf,
  pointAt,
  type Segment,
  type Subpath,
  segmentLength,
  segmentsWithJoin,
} from "../path";
import { StrokeError } from "./side";

/** More dashes than this on one path are a mistake. */
const MOST_DASHES = 100_000;

/**
 * The dashes of a path as open subpaths, measured along the true curves. `pattern` holds lengths of dashes and gaps in
 * turn (plan units; an odd count is gone through twice), `phase` says how far into it each subpath starts. On a closed
 * subpath a dash that runs over its start is one dash. Only zeros, or no lengths, leave the path whole.
 */
export function dashPath(path: Path, pattern: readonly number[], phase = 0): Path {
  const bad = pattern.findIndex((length) => !(length >= 0 && length < Number.POSITIVE_INFINITY));
  if (bad >= 0)
    throw new StrokeError(`dash length ${bad + 1} must be a finite number of at least 0, not ${pattern[bad]}`);
  const lengths = pattern.length % 2 ? [...pattern, ...pattern] : [...pattern];
  const period = lengths.reduce((sum, length) => sum + length, 0);
  if (period === 0) return path;
  const start = ((phase % period) + period) % period;
  return { subpaths: path.subpaths.flatMap((subpath) => dashesOf(subpath, lengths, period, start)) };
}

function dashesOf(subpath: Subpath, lengths: readonly number[], period: number, start: number): Subpath[] {
  const segments = segmentsWithJoin(subpath).filter(hasLength);
  const total = segments.reduce((sum, segment) => sum + segmentLength(segment), 0);
  if ((total / period) * lengths.length > MOST_DASHES)
    throw new StrokeError(`more than ${MOST_DASHES} dashes along a length of ${total}`);
  const dashes: Subpath[] = [];
  let at = -start;
  for (let i = 0; at < total; i = (i + 1) % lengths.length) {
    const end = at + lengths[i];
    if (i % 2 === 0 && end >= 0) dashes.push(between(segments, Math.max(0, at), Math.min(total, end)));
    at = end;
  }
  const whole = dashes.length === 1 && at - total >= 0 && start < lengths[0] && lengths[0] - start >= total;
  if (whole && subpath.closed) return [subpath];
  return subpath.closed ? joinedOverStart(dashes, subpath) : dashes;
}

function joinedOverStart(dashes: Subpath[], { x, y }: Subpath): Subpath[] {
  const [first, last] = [dashes[0], dashes.at(-1)];
  if (!first || !last || first === last || first.x !== x || first.y !== y) return dashes;
  const end = last.segments.at(-1);
  if (!end) return dashes;
  const [ex, ey] = pointAt(end, 1);
  if (ex !== x || ey !== y) return dashes;
  return [{ ...last, segments: [...last.segments, ...first.segments] }, ...dashes.slice(1, -1)];
}

/** The part of an outline between two lengths from its start. */
function between(segments: readonly Segment[], from: number, to: number): Subpath {
  const parts: Segment[] = [];
  let x = Number.NaN;
  let y = Number.NaN;
  let at = 0;
  for (const segment of segments) {
    const length = segmentLength(segment);
    if (at + length >= from && at <= to) {
      const [t0, t1] = [parameterAtLength(segment, from - at), parameterAtLength(segment, to - at)];
      if (Number.isNaN(x)) [x, y] = pointAt(segment, t0);
      if (t1 > t0) parts.push(partOf(segment, t0, t1));
    }
    at += length;
  }
  return { x, y, segments: parts, closed: false };
}
