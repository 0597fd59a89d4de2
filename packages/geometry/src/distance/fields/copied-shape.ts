import type { Bounds } from "../../polygon";
import { type DistanceField, grownBox, least } from "./field";
import { byMeasure, listOrder } from "./measured";

/** A shape of which copies are to be made, with the box around it; null for nothing. Throws `RangeError` where it has no bounds. */
export function copiedShape(field: DistanceField): { field: DistanceField; box: Bounds } | null {
  const box = field.within(0);
  if (box && ![box.minX, box.minY, box.maxX, box.maxY].every(Number.isFinite))
    throw new RangeError("what is repeated has to have bounds");
  return box && { field: noLessThan(field, box), box };
}

/** Raises a bound to the distance from the box around its shape, which is a bound too: then copies whose boxes are far can be skipped. */
function noLessThan(field: DistanceField, box: Bounds): DistanceField {
  if (field.worth.outside === "exact") return field;
  const gapAt = (x: number, y: number) =>
    Math.hypot(Math.max(box.minX - x, 0, x - box.maxX), Math.max(box.minY - y, 0, y - box.maxY));
  const { measure } = field;
  return {
    ...field,
    ...byMeasure((places, slot, free) => {
      measure(places, slot, free);
      places.engine.noNearer(places.count, slot, box.minX, box.minY, box.maxX, box.maxY);
    }, listOrder(field.order)),
    form: undefined,
    united: undefined,
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

/**
 * Whether the box around a shape is at most `value` away from a place, or the place at least as deep in it; otherwise the shape cannot lower
 * that value. Within the shape values are no deeper than the box, times the Lipschitz constant.
 */
export function isNear(box: Bounds, x: number, y: number, value: number, lipschitz: number): boolean {
  const dx = Math.max(box.minX - x, x - box.maxX);
  const dy = Math.max(box.minY - y, y - box.maxY);
  if (dx <= 0 && dy <= 0) return value >= 0 || Math.max(dx, dy) * lipschitz <= value;
  const gapX = Math.max(0, dx);
  const gapY = Math.max(0, dy);
  return value > 0 && gapX * gapX + gapY * gapY <= value * value;
}

/** The worth of the union of copies. */
export function unionWorth({ worth }: DistanceField, isApart: boolean): DistanceField["worth"] {
  return { inside: isApart ? worth.inside : least(worth.inside, "bound"), outside: worth.outside };
}
