import { type Path, pointAt, type Subpath } from "../path";
import { arcThrough } from "./arc";
import { cubicThrough, tangentsAlong } from "./cubic";
import { type FittedPart, lineAlong } from "./part";
import { roundOutline } from "./round";

export type FitForm = "arcs" | "cubics";

export interface Fitted {
  path: Path;
  /** No point of the curves is further from the edges, nor of the edges from the curves, in plan units. */
  deviation: number;
  /** Outlines that are whole circles or ellipses. */
  circles: number;
  ellipses: number;
}

export class FitError extends Error {
  override readonly name = "FitError";
}

interface Outline {
  vertices: Float64Array;
  closed: boolean;
}

/**
 * Arcs or cubic curves along outlines, no further from their edges than `tolerance` (plan units, greater than 0), and the
 * edges no further from them. Vertices at which an outline turns by more than `corner` (radians) stay corners; elsewhere
 * cubics go on in the same direction, while arcs only meet. A closed outline that is a circle or an ellipse within the
 * tolerance becomes one. Each curve is as long as it can be from where the one before ends, and an edge stays an edge where
 * nothing longer holds: for arcs that is the fewest there are wherever parts of what can be fitted can be fitted, too. O(n log n).
 * Throws {@link FitError} for a tolerance that is not greater than 0.
 */
export function fitCurves(outlines: readonly Outline[], tolerance: number, form: FitForm, corner: number): Fitted {
  if (!(tolerance > 0 && tolerance < Number.POSITIVE_INFINITY))
    throw new FitError(`the tolerance must be a finite number greater than 0, not ${tolerance}`);
  const result: Fitted = { path: { subpaths: [] }, deviation: 0, circles: 0, ellipses: 0 };
  for (const outline of outlines) {
    const round = outline.closed ? roundOutline(outline.vertices, tolerance) : null;
    if (round) {
      result.path.subpaths.push(round.subpath);
      result.deviation = Math.max(result.deviation, round.deviation);
      if (round.isCircle) result.circles++;
      else result.ellipses++;
      continue;
    }
    const parts = partsOf(outline, tolerance, form, corner);
    result.path.subpaths.push(subpathOf(outline, parts));
    for (const { deviation } of parts) result.deviation = Math.max(result.deviation, deviation);
  }
  return result;
}

function subpathOf({ vertices: v, closed }: Outline, parts: readonly FittedPart[]): Subpath {
  if (parts.length === 0) return { x: v[0] ?? 0, y: v[1] ?? 0, segments: [], closed };
  const segments = parts.map(({ segment }) => segment);
  const [x, y] = pointAt(segments[0], 0);
  return { x, y, segments, closed };
}

function partsOf({ vertices, closed }: Outline, tolerance: number, form: FitForm, corner: number): FittedPart[] {
  const all = withoutRepeats(vertices, closed);
  const n = all.length / 2;
  if (n < 2) return [];
  const corners = cornersAlong(all, closed, corner);
  // A closed outline starts at a corner, and comes back to it.
  const first = closed && corners.length > 0 ? corners[0] : 0;
  const count = closed ? n + 1 : n;
  const points = Float64Array.from({ length: 2 * count }, (_, i) => all[(2 * first + i) % (2 * n)]);
  const isCorner = new Uint8Array(count);
  for (const k of corners) isCorner[(k - first + n) % n] = 1;
  if (closed) isCorner[n] = isCorner[0];
  const tangents = tangentsAlong(points, isCorner, closed);
  const fit = (i: number, j: number): FittedPart | null =>
    form === "arcs" ? arcThrough(points, i, j, tolerance) : cubicThrough(points, i, j, tangents, tolerance);
  const parts: FittedPart[] = [];
  for (let i = 0; i + 1 < count; ) {
    let end = i + 1;
    while (end + 1 < count && !isCorner[end]) end++;
    const [next, part] = longestFrom(points, i, end, fit);
    parts.push(part);
    i = next;
  }
  return parts;
}

/** Over fewer edges a fit may fail that holds over more. */
const FEW = 8;

/** The furthest point up to `end` that a curve from point i can reach, by growing steps and then by halving. */
function longestFrom(
  points: Float64Array,
  i: number,
  end: number,
  fit: (i: number, j: number) => FittedPart | null,
): [number, FittedPart] {
  let good = i + 1;
  let part: FittedPart = { segment: lineAlong(points, i, i + 1), deviation: 0 };
  let bad = end + 1;
  for (let step = 2; good < end; step *= 2) {
    const j = Math.min(end, i + step);
    const found = fit(i, j);
    if (found) {
      good = j;
      part = found;
      // What failed at first may hold with more points to go by.
      bad = end + 1;
    } else {
      bad = Math.min(bad, j);
      if (step >= FEW || j === end) break;
    }
    if (j === end) break;
  }
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    const found = fit(i, middle);
    if (found) {
      good = middle;
      part = found;
    } else bad = middle;
  }
  return [good, part];
}

/** Vertices at which an outline turns by more than an angle, in radians. */
function cornersAlong(v: Float64Array, closed: boolean, angle: number): number[] {
  const n = v.length / 2;
  const corners: number[] = [];
  for (let i = closed ? 0 : 1; i < (closed ? n : n - 1); i++) {
    const [h, j] = [(i + n - 1) % n, (i + 1) % n];
    const [ux, uy] = [v[2 * i] - v[2 * h], v[2 * i + 1] - v[2 * h + 1]];
    const [vx, vy] = [v[2 * j] - v[2 * i], v[2 * j + 1] - v[2 * i + 1]];
    if (Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)) > angle) corners.push(i);
  }
  return corners;
}

function withoutRepeats(v: Float64Array, closed: boolean): Float64Array {
  const points: number[] = [];
  for (let i = 0; i < v.length; i += 2) {
    const n = points.length;
    if (n === 0 || points[n - 2] !== v[i] || points[n - 1] !== v[i + 1]) points.push(v[i], v[i + 1]);
  }
  while (
    closed &&
    points.length > 2 &&
    points[0] === points[points.length - 2] &&
    points[1] === points[points.length - 1]
  )
    points.length -= 2;
  return Float64Array.from(points);
}
