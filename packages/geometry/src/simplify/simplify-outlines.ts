import { orientationOf, type Ring } from "../polygon";
import { conflictsIn, sharedVertices } from "./conflicts";
import { beamFor, deviationOf, fewestVertices, offEdge } from "./fewest-vertices";
import type { Outline, Run } from "./run";

export class SimplifyError extends Error {
  override readonly name = "SimplifyError";
}

/** After this many rounds of giving back, edges take back all vertices that they replaced. */
const ROUNDS = 48;

/**
 * The outlines with fewer of their vertices, within `tolerance` (plan units, at least 0) of what they were; `deviation`
 * is the greatest distance that came of it. Closed outlines keep three vertices at least, and turn as they did.
 *
 * Valid polygons stay valid: rings simple, meeting at most in vertices that they shared, each hole inside its outer ring.
 * Of outlines that cross or touch otherwise, edges meet only where both are edges of the input. The vertices are the fewest
 * where few points come into question at a time (12 for large outlines, up to 256 for fewer vertices than 2,000), and few
 * more elsewhere. O(n log n) for outlines that turn as outlines do. Throws {@link SimplifyError} for a tolerance that is not a finite number of at least 0.
 */
export function simplifyOutlines(
  outlines: readonly Outline[],
  tolerance: number,
): { outlines: Outline[]; deviation: number } {
  if (!(tolerance >= 0 && tolerance < Number.POSITIVE_INFINITY))
    throw new SimplifyError(`the tolerance must be a finite number of at least 0, not ${tolerance}`);
  const isShared = sharedVertices(outlines);
  const beam = beamFor(outlines.reduce((sum, { vertices }) => sum + vertices.length / 2, 0));
  const runs = outlines.map((outline, k) => runOf(outline, isShared[k], tolerance, beam));
  for (let round = 0; ; round++) {
    const conflicts = conflictsIn(runs);
    conflicts.forEach((places, k) => {
      giveBack(runs[k], places, tolerance, round >= ROUNDS);
    });
    if (conflicts.every((places) => places.size === 0)) break;
  }
  return { outlines: runs.map(pickedFrom), deviation: runs.reduce((most, run) => Math.max(most, deviationIn(run)), 0) };
}

function runOf({ vertices, closed }: Outline, isShared: Uint8Array, tolerance: number, beam: number): Run {
  const n = vertices.length / 2;
  const start = closed ? leastOf(vertices) : 0;
  const points = new Float64Array(vertices.length + (closed && n > 0 ? 2 : 0));
  points.set(vertices.subarray(2 * start));
  points.set(vertices.subarray(0, 2 * start), vertices.length - 2 * start);
  if (closed && n > 0) points.set(points.subarray(0, 2), vertices.length);
  const last = points.length / 2 - 1;
  const run: Run = { points, closed, beam, kept: n > 0 ? [0] : [], sense: closed ? orientationOf(vertices) : 0 };
  if (last <= 0) return run;
  // What outlines share stays as it is, with the edges there: so nothing crosses in it.
  let from = 0;
  const goTo = (k: number): void => {
    if (k <= from) return;
    for (const j of fewestVertices(points, from, k, tolerance, beam).slice(1)) run.kept.push(j);
    from = k;
  };
  for (let k = 1; k < last; k++) {
    const at = (k + start) % n;
    if (!isShared[at]) continue;
    goTo(k - 1);
    goTo(k);
    goTo(k + 1);
  }
  goTo(last);
  // Three vertices at least.
  while (closed && run.kept.length < 4 && run.kept.length < last + 1)
    giveBack(run, new Set([furthestEdge(run)]), tolerance, false);
  return run;
}

/** The edge that is furthest from what it replaced. */
function furthestEdge({ points, kept }: Run): number {
  let [most, furthest] = [-1, 0];
  for (let e = 0; e + 1 < kept.length; e++) {
    const off = kept[e + 1] - kept[e] > 1 ? deviationOf(points, kept[e], kept[e + 1]) : -1;
    if (off > most) [most, furthest] = [off, e];
  }
  return furthest;
}

/** Edges of the result, by their places in `kept`, take back a point or all of those that they replaced. */
function giveBack(run: Run, edges: ReadonlySet<number>, tolerance: number, all: boolean): void {
  if (edges.size === 0) return;
  const { points, kept } = run;
  const next: number[] = kept.slice(0, 1);
  for (let e = 0; e + 1 < kept.length; e++) {
    const [i, j] = [kept[e], kept[e + 1]];
    if (!edges.has(e) || j - i < 2) next.push(j);
    else if (all) for (let k = i + 1; k <= j; k++) next.push(k);
    else {
      const middle = dividing(points, i, j);
      for (const [a, b] of [
        [i, middle],
        [middle, j],
      ])
        for (const k of fewestVertices(points, a, b, tolerance, run.beam).slice(1)) next.push(k);
    }
  }
  run.kept = next;
}

/** The point furthest from the edge between i and j, if that leaves a tenth on each side; otherwise the middle one. */
function dividing(points: Float64Array, i: number, j: number): number {
  let [most, furthest] = [-1, (i + j) >> 1];
  for (let k = i + 1; k < j; k++) {
    const off = offsetAt(points, k, i, j);
    if (off > most) [most, furthest] = [off, k];
  }
  const margin = (j - i) / 10;
  return furthest - i >= margin && j - furthest >= margin ? furthest : (i + j) >> 1;
}

function offsetAt(p: Float64Array, k: number, i: number, j: number): number {
  return offEdge(p[2 * k], p[2 * k + 1], p[2 * i], p[2 * i + 1], p[2 * j], p[2 * j + 1]);
}

function pickedFrom({ points, kept, closed }: Run): Outline {
  const count = closed && kept.length > 1 ? kept.length - 1 : kept.length;
  const vertices = new Float64Array(2 * count);
  for (let i = 0; i < count; i++) {
    vertices[2 * i] = points[2 * kept[i]];
    vertices[2 * i + 1] = points[2 * kept[i] + 1];
  }
  return { vertices, closed };
}

function deviationIn({ points, kept }: Run): number {
  let most = 0;
  for (let i = 1; i < kept.length; i++) most = Math.max(most, deviationOf(points, kept[i - 1], kept[i]));
  return most;
}

/** The lexicographically least vertex: a corner of the hull. */
function leastOf(v: Ring): number {
  let least = 0;
  for (let i = 1; i < v.length / 2; i++)
    if (v[2 * i] < v[2 * least] || (v[2 * i] === v[2 * least] && v[2 * i + 1] < v[2 * least + 1])) least = i;
  return least;
}
