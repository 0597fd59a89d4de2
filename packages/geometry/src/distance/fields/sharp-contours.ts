import type { Contour } from "../contours";
import { type Foot, nearestOnEdge } from "../nearest-on-edge";
import { Bending, isTurn, onLevel, type Place } from "./bending";
import type { DistanceField } from "./field";

/** The most pieces that turn, or lie between turns, and are taken for one corner. */
const LONGEST = 16;
/** Corners of all contours that are looked for. */
const MOST = 200;
/** Lines are bent to within this part of a cell, and lead past the points that they had within this many. */
const FINE = 1 / 16;
const FURTHEST = 0.5;

/**
 * Contours of a field's samples with the corners of the field itself: between samples to both sides of a crease values are not linear, so
 * that lines are off there. Where they turn sharply they are bent to the level, as far as that comes out; levels about 0 first.
 */
export function sharpContours(field: DistanceField, lines: readonly Contour[], cell: number): Contour[] {
  const order = lines.map((_, k) => k).sort((a, b) => Math.abs(lines[a].level) - Math.abs(lines[b].level));
  const sharp = lines.slice();
  let left = MOST;
  for (const k of order) {
    if (left <= 0) break;
    const { points, corners } = sharpened(field, lines[k], cell, left);
    left -= corners;
    sharp[k] = { ...lines[k], points };
  }
  return sharp;
}

function sharpened(
  field: DistanceField,
  { level, points, closed }: Contour,
  cell: number,
  most: number,
): { points: Float64Array; corners: number } {
  const count = points.length / 2;
  const at = (k: number): [number, number] => [points[2 * (k % count)], points[2 * (k % count) + 1]];
  const turns = Array.from(
    { length: count },
    (_, k) => (closed || (k > 0 && k + 1 < count)) && isTurn(...at(k + count - 1), ...at(k), ...at(k + 1)),
  );
  const start = turns.indexOf(false);
  if (start < 0) return { points, corners: 0 };
  const bending = new Bending(field, level, FINE * cell, "right", true);
  /** The place on the level near a point, if the line goes its way there, judged by the piece from another point on. */
  const placeOn = (point: number, piece: number): Place | null => {
    const place = onLevel(field, level, ...at(point), cell);
    const from = closed ? piece + count : Math.min(Math.max(piece, 0), count - 2);
    const [[ax, ay], [bx, by]] = [at(from), at(from + 1)];
    // Greater values lie on the left.
    return place && place.slope.y * (bx - ax) - place.slope.x * (by - ay) > 0 ? place : null;
  };
  const out: number[] = [];
  let corners = 0;
  let k = start;
  const end = start + count - (closed ? 0 : 1);
  while (k < end) {
    let next = k + 1;
    // A tip may have some straight pieces between two turns.
    const goesOn = (): boolean => [0, 1, 2].some((ahead) => next + ahead < end && turns[(next + ahead) % count]);
    if (turns[next % count]) while (next < end && goesOn()) next++;
    out.push(...at(k));
    const isCorner = next > k + 1 && next - k <= LONGEST && corners < most;
    if (isCorner) corners++;
    const old = Array.from({ length: next - k - 1 }, (_, j) => at(k + 1 + j));
    const bent = isCorner ? bentBetween(bending, placeOn(k, k - 1), placeOn(next, next), old, cell) : null;
    out.push(...(bent ?? old.flat()));
    k = next;
  }
  if (!closed) out.push(...at(end));
  return { points: Float64Array.from(out), corners };
}

/** The points between two places along the level; null where the way is not clear, or leads away from the old points. */
function bentBetween(
  bending: Bending,
  p: Place | null,
  q: Place | null,
  old: readonly [number, number][],
  cell: number,
): number[] | null {
  if (!p || !q) return null;
  const points: number[] = [];
  bending.between(p, q, points);
  const way = [p.x, p.y, ...points, q.x, q.y];
  const foot: Foot = { x: 0, y: 0, squared: 0 };
  const gaps = old.map(() => Number.POSITIVE_INFINITY);
  for (let i = 0; i + 2 < way.length; i += 2) {
    const [ax, ay, bx, by] = way.slice(i, i + 4);
    if (!bending.isClose({ x: ax, y: ay }, { x: bx, y: by })) return null;
    old.forEach(([x, y], k) => {
      nearestOnEdge(x, y, ax, ay, bx, by, foot);
      gaps[k] = Math.min(gaps[k], foot.squared);
    });
  }
  return gaps.every((squared) => Math.sqrt(squared) <= FURTHEST * cell) ? points : null;
}
