import { arcLengthOf, dashPath, hasLength, pointAt, type Segment, segmentsWithJoin, writePathData } from "../../../src";
import { pick, type Random, randomPath, segmentsOf, whole } from "./outlines";
import { type Run, timed } from "./run";

const DENSE = 4000;

/** Lengths along a segment by many chords; their last is that of the whole. */
function denseLengths(segment: Segment): { t: number[]; length: number[] } {
  const count = segment.kind === "line" ? 1 : DENSE;
  const t = Array.from({ length: count + 1 }, (_, i) => i / count);
  const length = [0];
  let [x, y] = pointAt(segment, 0);
  for (let i = 1; i <= count; i++) {
    const [px, py] = pointAt(segment, t[i]);
    length.push(length[i - 1] + Math.hypot(px - x, py - y));
    [x, y] = [px, py];
  }
  return { t, length };
}

/** The length of each segment, and parameters at lengths, against dense chords: those are too short by their curvature. */
export function length(r: Random): Run {
  const { path, size, family } = randomPath(r);
  const segments = segmentsOf(path);
  const faults: string[] = [];
  const { result, milliseconds } = timed(() => segments.map(arcLengthOf));
  segments.forEach((segment, k) => {
    const { t, length: dense } = denseLengths(segment);
    const along = result[k];
    const want = lastOf(dense);
    const [x, y] = pointAt(segment, 0);
    const rounding = 1e-12 * Math.max(Math.abs(x), Math.abs(y), want);
    const slack = 2e-5 * Math.max(size, want);
    if (!(along.total >= want - rounding && along.total <= want + slack))
      faults.push(`${segment.kind}: ${along.total}, not ${want}`);
    for (let i = 0; i < t.length; i += 97) {
      if (!(Math.abs(along.lengthAt(t[i]) - dense[i]) <= slack))
        faults.push(`${segment.kind} to ${t[i]}: ${along.lengthAt(t[i])}, not ${dense[i]}`);
      const back = along.lengthAt(along.parameterAt(along.total * t[i]));
      if (!(Math.abs(back - along.total * t[i]) <= 1e-11 * Math.max(size, want)))
        faults.push(`${segment.kind}: parameterAt is off`);
    }
  });
  return { input: `${family} ${writePathData(path)}`, size: segments.length, milliseconds, faults };
}

/** Dashes one by one: where they begin and end along dense chords, and how long they are, by walking through the pattern. */
export function dash(r: Random): Run {
  const { path, size, family } = randomPath(r);
  // Flat arcs are far longer than their ends are apart.
  const extent = Math.max(size, ...segmentsOf(path).map((segment) => lastOf(denseLengths(segment).length)));
  const pattern = Array.from({ length: 1 + whole(r, 4) }, () => extent * pick(r, [0, 0.05, 0.1, 0.3, 1, 5, r()]));
  const phase = extent * pick(r, [0, 0.1, 0.3, 4 * r() - 2, pattern[0] / extent]);
  const { result, milliseconds } = timed(() => dashPath(path, pattern, phase));
  const faults: string[] = [];
  const lengths = pattern.length % 2 ? [...pattern, ...pattern] : pattern;
  const input = `${family} ${writePathData(path)} by ${pattern}, phase ${phase}`;
  if (lengths.every((each) => each === 0))
    return { input, size: 1, milliseconds, faults: result === path ? [] : ["changed"] };
  const found = [...result.subpaths];
  for (const subpath of path.subpaths) {
    const segments = segmentsWithJoin(subpath).filter(hasLength);
    const dense = segments.map(denseLengths);
    const total = dense.reduce((sum, each) => sum + lastOf(each.length), 0);
    if (total === 0) {
      // A point is a dash, or none.
      if (found[0]?.x === subpath.x && found[0].y === subpath.y) found.shift();
      continue;
    }
    // Chords are this coarse.
    const slack = Math.max(1e-4 * size, (2 * total) / DENSE);
    const wanted = walkThrough(lengths, phase, total, subpath.closed);
    // Where a dash begins or ends near the end of the outline chords do not tell on which side.
    const ends = [-slack, slack].map((off) => walkThrough(lengths, phase, total + off, false).flat());
    if (ends[0].length !== ends[1].length || ends[0].some((at, i) => at !== ends[1][i] && i + 1 < ends[0].length))
      return { input, size: 1, milliseconds, faults };
    if (ends[1].some((at) => Math.abs(at - total) < slack)) return { input, size: 1, milliseconds, faults };
    for (const [from, to] of wanted) {
      const next = found.shift();
      if (!next) {
        faults.push(`no dash from ${from} to ${to} of ${total}`);
        continue;
      }
      const parts = segmentsWithJoin(next);
      const [x, y] = placeAt(segments, dense, from);
      const length = parts.reduce((sum, part) => sum + lastOf(denseLengths(part).length), 0);
      const end = parts.length ? pointAt(parts[parts.length - 1], 1) : [next.x, next.y];
      const [ex, ey] = placeAt(segments, dense, to > total ? to - total : to);
      if (!(Math.hypot(next.x - x, next.y - y) <= slack))
        faults.push(`a dash begins at (${next.x}, ${next.y}), not (${x}, ${y})`);
      if (!(Math.hypot(end[0] - ex, end[1] - ey) <= slack)) faults.push(`a dash ends at (${end}), not (${ex}, ${ey})`);
      if (!(Math.abs(length - (to - from)) <= slack)) faults.push(`a dash is ${length} long, not ${to - from}`);
    }
  }
  if (found.length > 0) faults.push(`${found.length} dashes too many`);
  return { input, size: result.subpaths.length, milliseconds, faults };
}

/** From where to where dashes run, by walking through the pattern; one over the start of a closed outline comes first. */
function walkThrough(lengths: readonly number[], phase: number, total: number, closed: boolean): [number, number][] {
  const period = lengths.reduce((sum, each) => sum + each, 0);
  const dashes: [number, number][] = [];
  let at = -(((phase % period) + period) % period);
  for (let i = 0; at < total; i = (i + 1) % lengths.length) {
    const end = at + lengths[i];
    // Not what rounding makes of an end at the start.
    const isThere = end > 1e-12 * total || (lengths[i] === 0 && at > -1e-12 * total);
    if (i % 2 === 0 && isThere && at < total * (1 - 1e-12)) dashes.push([Math.max(0, at), Math.min(total, end)]);
    at = end;
  }
  const last = dashes[dashes.length - 1];
  if (!closed || dashes.length < 2 || dashes[0][0] > 1e-12 * total || last[1] < total) return dashes;
  return [[last[0], total + dashes[0][1]], ...dashes.slice(1, -1)];
}

function placeAt(
  segments: readonly Segment[],
  dense: readonly ReturnType<typeof denseLengths>[],
  length: number,
): [number, number] {
  let rest = length;
  for (let k = 0; k < segments.length; k++) {
    const { t, length: all } = dense[k];
    if (rest <= lastOf(all) || k + 1 === segments.length) {
      const at = all.findIndex((each) => each >= rest);
      const i = at < 0 ? all.length - 1 : Math.max(1, at);
      const share = all[i] > all[i - 1] ? (rest - all[i - 1]) / (all[i] - all[i - 1]) : 0;
      return pointAt(segments[k], t[i - 1] + share * (t[i] - t[i - 1]));
    }
    rest -= lastOf(all);
  }
  return [Number.NaN, Number.NaN];
}

function lastOf(values: readonly number[]): number {
  return values[values.length - 1];
}
