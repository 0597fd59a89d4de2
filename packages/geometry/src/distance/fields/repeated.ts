import type { Bounds } from "../../polygon";
import { type Copies, ofCopies, type Seen } from "./copies";
import { type DistanceField, grownBox, least } from "./field";
import { byLists } from "./measured";
import { turnedBox } from "./placed";
import { boxAroundBoth } from "./sets";

/** How often, and how far apart, a shape is repeated; the given one stands at the corner of least x and y. */
export interface Repetition {
  stepX: number;
  stepY: number;
  columns: number;
  rows: number;
}

/** More copies around a centre are not made. */
export const MOST_AROUND = 1000;

/**
 * The union of copies on a grid. At a place the copies around are asked ring by ring, until those of the next ring are further away
 * than the best value: exact as the union is, whatever reaches into neighbouring cells. Throws `RangeError` for steps that are not
 * greater than 0, counts that are no whole numbers from 1 on, and a shape without bounds.
 */
export function repeatedField(given: DistanceField, { stepX, stepY, columns, rows }: Repetition): DistanceField {
  if (!(stepX > 0 && stepY > 0)) throw new RangeError("a field is repeated by steps greater than 0");
  if (![columns, rows].every((count) => Number.isInteger(count) && count >= 1))
    throw new RangeError("a field is repeated 1, 2, … times");
  const box = boundsOf(given);
  // Copies of nothing are nothing.
  if (!box) return given;
  const field = noLessThan(given, box);
  const [halfWidth, halfHeight] = [(box.maxX - box.minX) / 2, (box.maxY - box.minY) / 2];
  const [cx, cy] = [box.minX + halfWidth, box.minY + halfHeight];
  const all = { ...box, maxX: box.maxX + (columns - 1) * stepX, maxY: box.maxY + (rows - 1) * stepY };
  const see = (u: number, v: number, best: number, seen: Seen): void => {
    if (isNear(box, u, v, best)) seen.add(u, v, 0);
  };
  const copies: Copies = {
    first: (x, y) =>
      clamped(Math.round((x - cx) / stepX), columns) + columns * clamped(Math.round((y - cy) / stepY), rows),
    ring(x, y, first, k, best, seen) {
      const ci = first % columns;
      const cj = (first - ci) / columns;
      if (k === 0) {
        see(x - ci * stepX, y - cj * stepY, best, seen);
        return true;
      }
      if (k > Math.max(ci, columns - 1 - ci, cj, rows - 1 - cj)) return false;
      const outX = Math.max(0, all.minX - x, x - all.maxX);
      const outY = Math.max(0, all.minY - y, y - all.maxY);
      // No box of this ring, or of one further out, is nearer in x, or in y.
      const gapX = sideGap(x - cx - ci * stepX, k * stepX, halfWidth, ci >= k, ci + k < columns);
      const gapY = sideGap(y - cy - cj * stepY, k * stepY, halfHeight, cj >= k, cj + k < rows);
      const gap = Math.min(Math.hypot(Math.max(gapX, outX), outY), Math.hypot(outX, Math.max(gapY, outY)));
      if (gap > Math.max(best, 0)) return false;
      for (let i = Math.max(0, ci - k); i <= Math.min(columns - 1, ci + k); i++) {
        const step = i === ci - k || i === ci + k ? 1 : 2 * k;
        for (let j = cj - k; j <= cj + k; j += step)
          if (j >= 0 && j < rows) see(x - i * stepX, y - j * stepY, best, seen);
      }
      return true;
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

/**
 * The union of `count` copies turned evenly about a centre, the given one among them, asked in the order of their directions. Throws
 * `RangeError` for other counts than 1 to 1,000, and for a shape without bounds.
 */
export function aroundField(given: DistanceField, x: number, y: number, count: number): DistanceField {
  if (!(Number.isInteger(count) && count >= 1 && count <= MOST_AROUND))
    throw new RangeError(`copies around a centre are 1 to ${MOST_AROUND}`);
  const box = boundsOf(given);
  // Copies of nothing are nothing.
  if (!box) return given;
  const field = noLessThan(given, box);
  const cos = Float64Array.from({ length: count }, (_, k) => Math.cos((2 * Math.PI * k) / count));
  const sin = Float64Array.from({ length: count }, (_, k) => Math.sin((2 * Math.PI * k) / count));
  const [mx, my] = [(box.minX + box.maxX) / 2 - x, (box.minY + box.maxY) / 2 - y];
  const reach = Math.hypot(box.maxX - box.minX, box.maxY - box.minY) / 2;
  const away = Math.hypot(mx, my);
  const first = Math.atan2(my, mx);
  // Of a ring, where its copies come nearest.
  const aside = Float64Array.from({ length: count }, (_, k) => Math.cos(((2 * k - 1) * Math.PI) / count));
  const see = (dx: number, dy: number, copy: number, best: number, seen: Seen): void => {
    const k = wrapped(copy, count);
    const u = x + cos[k] * dx + sin[k] * dy;
    const v = y - sin[k] * dx + cos[k] * dy;
    if (isNear(box, u, v, best)) seen.add(u, v, k);
  };
  const copies: Copies = {
    first: (px, py) => Math.round(((Math.atan2(py - y, px - x) - first) * count) / (2 * Math.PI)),
    ring(px, py, nearest, k, best, seen) {
      const dx = px - x;
      const dy = py - y;
      if (2 * k > count) return false;
      if (k > 0) {
        // The middle of a copy that far around lies so far from p at least, and its box within reach of it.
        const square = dx * dx + dy * dy;
        const most = reach + Math.max(best, 0);
        if (square + away * away - 2 * Math.sqrt(square) * away * aside[k] > most * most) return false;
      }
      see(dx, dy, nearest + k, best, seen);
      if (k > 0) see(dx, dy, nearest - k, best, seen);
      return true;
    },
    turn(copy, slope) {
      const { x: u, y: v } = slope;
      slope.x = cos[copy] * u - sin[copy] * v;
      slope.y = sin[copy] * u + cos[copy] * v;
    },
  };
  const isApart = count === 1 || away * Math.sin(Math.PI / count) > reach;
  return {
    ...ofCopies(field, copies),
    worth: unionWorth(given, isApart),
    lipschitz: Math.max(1, given.lipschitz),
    within(level) {
      const one = field.within(level);
      const boxes = Array.from(cos, (c, k) => one && turnedBox(one, x, y, c, sin[k]));
      return boxes.reduce(boxAroundBoth);
    },
  };
}

/** Whether a place is no further from the box around a shape than a value: elsewhere nothing of the shape is. */
function isNear({ minX, minY, maxX, maxY }: Bounds, x: number, y: number, value: number): boolean {
  const dx = x < minX ? minX - x : x > maxX ? x - maxX : 0;
  const dy = y < minY ? minY - y : y > maxY ? y - maxY : 0;
  return dx === 0 && dy === 0 ? true : value > 0 && dx * dx + dy * dy <= value * value;
}

/** How far two columns of boxes lie from p, which is so far right of the middle between them; infinite where there is none. */
function sideGap(from: number, step: number, half: number, hasLeft: boolean, hasRight: boolean): number {
  const left = hasLeft ? from + step - half : Number.POSITIVE_INFINITY;
  const right = hasRight ? step - from - half : Number.POSITIVE_INFINITY;
  return Math.max(0, Math.min(left, right));
}

/** A bound may be less than the distance to the box around its shape: that is a bound, too, and copies far away stay out of it. */
function noLessThan(field: DistanceField, box: Bounds): DistanceField {
  if (field.worth.outside === "exact") return field;
  const gapAt = (x: number, y: number) =>
    Math.hypot(Math.max(box.minX - x, 0, x - box.maxX), Math.max(box.minY - y, 0, y - box.maxY));
  const list: DistanceField["list"] = (xs, ys, values) => {
    field.list(xs, ys, values);
    for (let i = 0; i < xs.length; i++) {
      const gap = gapAt(xs[i], ys[i]);
      if (gap > Math.max(values[i], 0)) values[i] = gap;
    }
  };
  return {
    ...field,
    ...byLists(list, field.inRows),
    at(x, y, slope) {
      const value = field.at(x, y, slope);
      const gap = gapAt(x, y);
      if (gap <= Math.max(value, 0)) return value;
      if (slope) {
        slope.x = Math.max(x - box.maxX, Math.min(0, x - box.minX)) / gap;
        slope.y = Math.max(y - box.maxY, Math.min(0, y - box.minY)) / gap;
      }
      return gap;
    },
    within: (level) => grownBox(box, Math.max(0, level)),
  };
}

function unionWorth({ worth }: DistanceField, isApart: boolean): DistanceField["worth"] {
  return { inside: isApart ? worth.inside : least(worth.inside, "bound"), outside: worth.outside };
}

function boundsOf(field: DistanceField): Bounds | null {
  const box = field.within(0);
  if (box && ![box.minX, box.minY, box.maxX, box.maxY].every(Number.isFinite))
    throw new RangeError("what is repeated has to have bounds");
  return box;
}

function clamped(index: number, count: number): number {
  return Math.min(count - 1, Math.max(0, index));
}

function wrapped(index: number, count: number): number {
  return ((index % count) + count) % count;
}
