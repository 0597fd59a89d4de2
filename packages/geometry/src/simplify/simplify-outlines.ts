import { properCrossings, type Ring } from "../polygon";
import { deviationOf, fewestVertices, offEdge } from "./fewest-vertices";

interface Outline {
  vertices: Ring;
  closed: boolean;
}

export class SimplifyError extends Error {
  override readonly name = "SimplifyError";
}

/** How many crossings are mended in one round. */
const CROSSINGS_A_ROUND = 1000;

/**
 * The outlines with fewer of their vertices, within `tolerance` (plan units, at least 0) of what they were; `deviation`
 * is the greatest distance that came of it. Closed outlines keep three vertices at least. Where edges of the result
 * cross, those that replaced several take vertices back, until only edges cross that did before.
 */
export function simplifyOutlines(
  outlines: readonly Outline[],
  tolerance: number,
): { outlines: Outline[]; deviation: number } {
  if (!(tolerance >= 0 && tolerance < Number.POSITIVE_INFINITY))
    throw new SimplifyError(`the tolerance must be a finite number of at least 0, not ${tolerance}`);
  const runs = outlines.map((outline) => runOf(outline, tolerance));
  for (;;) {
    const simplified = runs.map(pickedFrom);
    const given = properCrossings(simplified, CROSSINGS_A_ROUND)
      .flatMap(({ first, second }) => [first, second])
      .filter(({ outline, edge }) => giveBack(runs[outline], edge));
    if (given.length === 0) return { outlines: simplified, deviation: Math.max(0, ...runs.map(deviationIn)) };
    for (const outline of new Set(given.map(({ outline }) => outline))) choose(runs[outline], tolerance);
  }
}

/** An outline as points in a row, the start of a closed one again at the end, and the indices of those that stay. */
interface Run {
  points: Float64Array;
  closed: boolean;
  /** Points that have to stay, rising, the first and the last among them. */
  fixed: number[];
  kept: number[];
}

function runOf({ vertices, closed }: Outline, tolerance: number): Run {
  const n = vertices.length / 2;
  const start = closed ? leastOf(vertices) : 0;
  const points = Float64Array.from({ length: vertices.length + (closed && n > 0 ? 2 : 0) }, (_, i) => {
    return vertices[(2 * start + i) % vertices.length];
  });
  const last = points.length / 2 - 1;
  const run: Run = { points, closed, fixed: last > 0 ? [0, last] : [0], kept: [] };
  if (n === 0) return { ...run, fixed: [] };
  choose(run, tolerance);
  while (closed && run.kept.length < 4 && run.fixed.length < Math.min(4, n + 1)) {
    fix(run, widestGap(run));
    choose(run, tolerance);
  }
  return run;
}

function choose(run: Run, tolerance: number): void {
  const { points, fixed } = run;
  run.kept = fixed.slice(0, 1);
  for (let i = 1; i < fixed.length; i++)
    run.kept.push(...fewestVertices(points, fixed[i - 1], fixed[i], tolerance).slice(1));
}

/** Keeps the middle of what an edge of the result replaces; false when it replaces nothing. */
function giveBack(run: Run, edge: number): boolean {
  const [i, j] = [run.kept[edge], run.kept[edge + 1]];
  if (j - i < 2) return false;
  fix(run, (i + j) >> 1);
  return true;
}

function fix(run: Run, index: number): void {
  if (!run.fixed.includes(index)) run.fixed = [...run.fixed, index].sort((a, b) => a - b);
}

/** The point that is furthest from the edges between the fixed ones. */
function widestGap({ points, fixed }: Run): number {
  let widest = fixed[0] + 1;
  let most = -1;
  for (let i = 1; i < fixed.length; i++)
    for (let k = fixed[i - 1] + 1; k < fixed[i]; k++) {
      const off = offEdge(points, k, fixed[i - 1], fixed[i]);
      if (off > most) [most, widest] = [off, k];
    }
  return widest;
}

function pickedFrom({ points, kept, closed }: Run): Outline {
  const indices = closed && kept.length > 1 ? kept.slice(0, -1) : kept;
  return { vertices: Float64Array.from(indices.flatMap((i) => [points[2 * i], points[2 * i + 1]])), closed };
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
