import type { Contour } from "../contours";
import { Bending, isTurn, onLevel, type Place } from "./bending";
import type { DistanceField } from "./field";

/** Turns of so many points in a row are taken together; longer ones are no corners. */
const LONGEST = 16;
/** Corners of all contours that are looked for. */
const MOST = 200;
/** Lines are bent to within this part of a cell. */
const FINE = 1 / 16;

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
  const bending = new Bending(field, level, FINE * cell, true);
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
    const bent = isCorner ? bentBetween(bending, at(k), at(next), (x, y) => onLevel(field, level, x, y, cell)) : null;
    if (bent) out.push(...bent);
    else for (let j = k + 1; j < next; j++) out.push(...at(j));
    k = next;
  }
  if (!closed) out.push(...at(end));
  return { points: Float64Array.from(out), corners };
}

/** The points between two others along the level; null where the way is not clear. */
function bentBetween(
  bending: Bending,
  from: [number, number],
  to: [number, number],
  placeNear: (x: number, y: number) => Place | null,
): number[] | null {
  const [p, q] = [placeNear(...from), placeNear(...to)];
  if (!p || !q) return null;
  const points: number[] = [];
  bending.between(p, q, points);
  let last: { x: number; y: number } = p;
  for (let i = 0; i <= points.length; i += 2) {
    const next = i < points.length ? { x: points[i], y: points[i + 1] } : q;
    if (!bending.isClose(last, next)) return null;
    last = next;
  }
  return points;
}
