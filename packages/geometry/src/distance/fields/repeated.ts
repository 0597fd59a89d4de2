import { copiedShape, isNear, unionWorth } from "./copied-shape";
import { type Copies, type Least, ofCopies } from "./copies";
import type { DistanceField } from "./field";

/** How often, and how far apart, a shape is repeated; the given one stands at the corner of least x and y. */
export interface Repetition {
  stepX: number;
  stepY: number;
  columns: number;
  rows: number;
}

/**
 * The union of copies on a grid. At a place the copies around are asked ring by ring, until those of the next ring are further away
 * than the best value: exact as the union is, whatever reaches into neighbouring cells. Throws `RangeError` for steps that are not
 * greater than 0, counts that are no whole numbers from 1 on, and a shape without bounds.
 */
export function repeatedField(given: DistanceField, { stepX, stepY, columns, rows }: Repetition): DistanceField {
  if (!(stepX > 0 && stepY > 0)) throw new RangeError("a field is repeated by steps greater than 0");
  if (![columns, rows].every((count) => Number.isInteger(count) && count >= 1))
    throw new RangeError("a field is repeated 1, 2, … times");
  const shape = copiedShape(given);
  // Copies of nothing are nothing.
  if (!shape) return given;
  const { field, box } = shape;
  const [halfWidth, halfHeight] = [(box.maxX - box.minX) / 2, (box.maxY - box.minY) / 2];
  const [cx, cy] = [box.minX + halfWidth, box.minY + halfHeight];
  const all = { ...box, maxX: box.maxX + (columns - 1) * stepX, maxY: box.maxY + (rows - 1) * stepY };
  const see = (u: number, v: number, least: Least): void => {
    if (isNear(box, u, v, least.value)) least.see(u, v, 0);
  };
  const frame = [cx, cy, halfWidth, halfHeight, stepX, stepY, columns, rows] as const;
  const copies: Copies = {
    limit: Math.min(columns > 1 ? stepX : Number.POSITIVE_INFINITY, rows > 1 ? stepY : Number.POSITIVE_INFINITY) / 4,
    rings: Math.max(columns, rows) - 1,
    inRings: (first, last) => Math.min(columns * rows, (2 * last + 1) ** 2 - (2 * first - 1) ** 2),
    first: (x, y) =>
      clamped(Math.round((x - cx) / stepX), columns) + columns * clamped(Math.round((y - cy) / stepY), rows),
    ring(x, y, first, k, least) {
      const ci = first % columns;
      const cj = (first - ci) / columns;
      if (k === 0) {
        see(x - ci * stepX, y - cj * stepY, least);
        return true;
      }
      if (k > Math.max(ci, columns - 1 - ci, cj, rows - 1 - cj)) return false;
      const outX = Math.max(0, all.minX - x, x - all.maxX);
      const outY = Math.max(0, all.minY - y, y - all.maxY);
      // No box of this ring, or of one further out, is nearer in x, or in y.
      const gapX = sideGap(x - cx - ci * stepX, k * stepX, halfWidth, ci >= k, ci + k < columns);
      const gapY = sideGap(y - cy - cj * stepY, k * stepY, halfHeight, cj >= k, cj + k < rows);
      const gap = Math.min(Math.hypot(Math.max(gapX, outX), outY), Math.hypot(outX, Math.max(gapY, outY)));
      if (gap > Math.max(least.value, 0)) return false;
      for (let i = Math.max(0, ci - k); i <= Math.min(columns - 1, ci + k); i++) {
        const step = i === ci - k || i === ci + k ? 1 : 2 * k;
        for (let j = cj - k; j <= cj + k; j += step) if (j >= 0 && j < rows) see(x - i * stepX, y - j * stepY, least);
      }
      return true;
    },
    begin({ engine }) {
      engine.beginRepeated(...frame);
      const { seeNearestRepeated, seeBesideRepeated, seeRepeated, showNearestRepeated, showRepeated } = engine;
      return {
        seeNearest: seeNearestRepeated,
        seeBeside: seeBesideRepeated,
        see: seeRepeated,
        showNearest: showNearestRepeated,
        show: showRepeated,
      };
    },
  };
  const isApart = (columns === 1 || 2 * halfWidth < stepX) && (rows === 1 || 2 * halfHeight < stepY);
  return {
    ...ofCopies(field, copies),
    worth: unionWorth(given, isApart),
    lipschitz: Math.max(1, given.lipschitz),
    within(level) {
      const one = given.within(level);
      return one && { ...one, maxX: one.maxX + (columns - 1) * stepX, maxY: one.maxY + (rows - 1) * stepY };
    },
  };
}

/** How far two columns of boxes lie from p, which is so far right of the middle between them; infinite where there is none. */
function sideGap(from: number, step: number, half: number, hasLeft: boolean, hasRight: boolean): number {
  const left = hasLeft ? from + step - half : Number.POSITIVE_INFINITY;
  const right = hasRight ? step - from - half : Number.POSITIVE_INFINITY;
  return Math.max(0, Math.min(left, right));
}

function clamped(index: number, count: number): number {
  return Math.min(count - 1, Math.max(0, index));
}
