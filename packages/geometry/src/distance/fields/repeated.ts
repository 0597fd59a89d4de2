import type { Affine } from "../../path";
import { columnOf, copyAt, rowOf, type Views } from "./candidates";
import { copiedShape, isNear, unionWorth } from "./copied-shape";
import { type Copies, ofCopies } from "./copies";
import type { DistanceField } from "./field";
import { gridCells, type Repetition, type Sides } from "./grid-cells";
import { copiedOutline, sampledByOutline } from "./known-outline";
import { byMeasure } from "./measured";

/** Copies fewer samples apart than this are the quicker measured row by row: a tile would have too many of them. */
const FINE = 26;

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
  const lipschitz = Math.max(1, given.lipschitz);
  const [halfWidth, halfHeight] = [(box.maxX - box.minX) / 2, (box.maxY - box.minY) / 2];
  const [cx, cy] = [box.minX + halfWidth, box.minY + halfHeight];
  /** Whether one of a ring, or of one further out, may have a value below another. */
  const mayCount = (x: number, y: number, { left, right, below, above }: Sides, k: number, value: number): boolean => {
    if (!(k <= Math.max(left, right, below, above))) return false;
    if (k === 0) return true;
    const outX = Math.max(0, box.minX - left * stepX - x, x - box.maxX - right * stepX);
    const outY = Math.max(0, box.minY - below * stepY - y, y - box.maxY - above * stepY);
    // No box of this ring, or of one further out, is nearer in x, or in y; nor is the place deeper in it.
    const gapX = sideGap(x - cx, k * stepX, halfWidth, left >= k, right >= k);
    const gapY = sideGap(y - cy, k * stepY, halfHeight, below >= k, above >= k);
    if (Math.min(gapX, gapY) * lipschitz > value && value < 0) return false;
    const gap = Math.min(Math.hypot(Math.max(gapX, outX), outY), Math.hypot(outX, Math.max(gapY, outY)));
    return !(gap > Math.max(value, 0));
  };
  /** Shows a place, as one copy sees it, to those of a ring around that one; `sides` tells how many there are. */
  const ringAround = (x: number, y: number, sides: Sides, k: number, views: Views): boolean => {
    if (!mayCount(x, y, sides, k, views.value)) return false;
    const { left, right, below, above } = sides;
    for (let i = -Math.min(left, k); i <= Math.min(right, k); i++) {
      const isOuter = Math.abs(i) === k;
      const step = isOuter ? 1 : 2 * k;
      for (let j = isOuter ? -Math.min(below, k) : -k; j <= k && j <= above; j += step) {
        if (j < -below) continue;
        const u = x - i * stepX;
        const v = y - j * stepY;
        if (isNear(box, u, v, views.value, lipschitz)) views.see(u, v, copyAt(i, j));
      }
    }
    return true;
  };
  const cells = gridCells(box, { stepX, stepY, columns, rows });
  const frame = [cx, cy, halfWidth, halfHeight, stepX, stepY, columns, rows, ...cells.frame];
  const copies: Copies = {
    ...cells,
    first: (x, y) =>
      clamped(Math.round((x - cx) / stepX), columns) + columns * clamped(Math.round((y - cy) / stepY), rows),
    ringAt(x, y, first, k, views) {
      const ci = first % columns;
      const cj = (first - ci) / columns;
      const sides = { left: ci, right: columns - 1 - ci, below: cj, above: rows - 1 - cj };
      return ringAround(x - ci * stepX, y - cj * stepY, sides, k, views);
    },
    ring: (x, y, block, k, views) => ringAround(x, y, cells.sides(block), k, views),
    mayCount: (x, y, block, k, value) => mayCount(x, y, cells.sides(block), k, value),
    placeOf: (copy) => movedBy(columnOf(copy) * stepX, rowOf(copy) * stepY),
    mayMiss: true,
    begin: (engine) => engine.beginRepeated(...frame),
    waysOf: (engine) => ({ locate: engine.locateRepeated, show: engine.showRepeated }),
  };
  const isApart = (columns === 1 || 2 * halfWidth < stepX) && (rows === 1 || 2 * halfHeight < stepY);
  const measured = ofCopies(field, copies);
  const finest = Math.min(columns > 1 ? stepX : Number.POSITIVE_INFINITY, rows > 1 ? stepY : Number.POSITIVE_INFINITY);
  const repeated: DistanceField = {
    ...measured,
    sample: (grid, values) => (finest < FINE * grid.cell ? byMeasure(measured.measure) : measured).sample(grid, values),
    worth: unionWorth(given, isApart),
    lipschitz,
    within(level) {
      const one = given.within(level);
      return one && { ...one, maxX: one.maxX + (columns - 1) * stepX, maxY: one.maxY + (rows - 1) * stepY };
    },
  };
  if (!isApart) return repeated;
  const placeOf = (k: number) => movedBy((k % columns) * stepX, Math.floor(k / columns) * stepY);
  return sampledByOutline(repeated, copiedOutline(field.outline, columns * rows, placeOf));
}

/**
 * How far two columns of boxes lie from p, which is so far right of the middle between them; less than 0 within. Infinite where there are
 * none.
 */
function sideGap(from: number, step: number, half: number, hasLeft: boolean, hasRight: boolean): number {
  const left = hasLeft ? from + step - half : Number.POSITIVE_INFINITY;
  const right = hasRight ? step - from - half : Number.POSITIVE_INFINITY;
  return Math.min(left, right);
}

function movedBy(e: number, f: number): Affine {
  return { a: 1, b: 0, c: 0, d: 1, e, f };
}

function clamped(index: number, count: number): number {
  return Math.min(count - 1, Math.max(0, index));
}
