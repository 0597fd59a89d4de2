import type { Bounds } from "../../polygon";
import type { Slope } from "../forms";
import { type DistanceField, EVERYWHERE, least, type Worth } from "./field";
import { bothOutlines, sampledByOutline } from "./known-outline";
import { type Least, MANY, measureLeast } from "./least-of";
import { byMeasure, changed, joined, lastOf, listOrder } from "./measured";

/** In at least one of some fields' shapes: the least of their values. */
export function unionField(fields: readonly DistanceField[]): DistanceField {
  if (fields.length === 0) throw new RangeError("a union of fields takes at least one field");
  const union = fields.slice(1).reduce((a, b) => minimum(a, b), fields[0]);
  return eachWhereItCounts(union, { fields: fields.map((field) => ({ field, turned: false })), turned: false });
}

/** In all of them: the greatest. */
export function intersectionField(fields: readonly DistanceField[]): DistanceField {
  if (fields.length === 0) throw new RangeError("an intersection of fields takes at least one field");
  const intersection = fields.slice(1).reduce((a, b) => maximum(a, b), fields[0]);
  return eachWhereItCounts(intersection, { fields: fields.map((field) => ({ field, turned: true })), turned: true });
}

/** In the first, and in no other. */
export function differenceField(a: DistanceField, b: DistanceField): DistanceField {
  const fields = [
    { field: a, turned: true },
    { field: b, turned: false },
  ];
  return eachWhereItCounts(maximum(a, complement(b)), { fields, turned: true });
}

/** Measured by asking fields where they may have the least value, unless all can be asked as fast: two in closed form, or as grids. */
function eachWhereItCounts(field: DistanceField, least: Least): DistanceField {
  const order = lastOf(...least.fields.map(({ field }) => field.order));
  const areFew = least.fields.length < 3 && (order === "rows" || order === "grid");
  if (areFew || least.fields.length < 2) return field;
  const together = least.fields.length < MANY ? "tiles" : "blocks";
  const measured = byMeasure(measureLeast(least), lastOf(together, listOrder(order)));
  return sampledByOutline({ ...field, ...measured }, field.outline);
}

/** In one of the two only. */
export function xorField(a: DistanceField, b: DistanceField): DistanceField {
  return {
    ...differenceField(unionField([a, b]), intersectionField([a, b])),
    ...joined(a, b, ({ engine, count }, slot, other) => engine.oneOnly(count, slot, other)),
  };
}

/** The same with inside and outside exchanged. */
export function complement(field: DistanceField): DistanceField {
  const { inside, outside } = field.worth;
  return {
    at(x, y, slope) {
      const value = field.at(x, y, slope);
      turnAround(slope);
      return -value;
    },
    ...changed(field, ({ engine, count }, slot) => engine.turnOver(count, slot)),
    worth: { inside: outside, outside: inside },
    lipschitz: field.lipschitz,
    within: () => EVERYWHERE,
  };
}

function turnAround(slope: Slope | undefined): void {
  if (!slope) return;
  slope.x = -slope.x;
  slope.y = -slope.y;
}

function minimum(a: DistanceField, b: DistanceField): DistanceField {
  const other = { x: 0, y: 0 };
  const isApart = areApart(a.within(0), b.within(0));
  const lesser: DistanceField = {
    at(x, y, slope) {
      const p = a.at(x, y, slope);
      const q = b.at(x, y, slope && other);
      if (p <= q) return p;
      if (slope) {
        slope.x = other.x;
        slope.y = other.y;
      }
      return q;
    },
    ...joined(a, b, ({ engine, count }, slot, other) => engine.lesser(count, slot, other)),
    worth: { outside: least(a.worth.outside, b.worth.outside), inside: worthInside(a, b, isApart) },
    lipschitz: Math.max(a.lipschitz, b.lipschitz),
    within: (level) => boxAroundBoth(a.within(level), b.within(level)),
  };
  return isApart ? sampledByOutline(lesser, bothOutlines(a.outline, b.outline)) : lesser;
}

function maximum(a: DistanceField, b: DistanceField): DistanceField {
  return {
    ...complement(minimum(complement(a), complement(b))),
    ...joined(a, b, ({ engine, count }, slot, other) => engine.greater(count, slot, other)),
    within: (level) => boxInBoth(a.within(level), b.within(level)),
  };
}

/** No boundary of one lies inside the other where their boxes are apart. */
function worthInside(a: DistanceField, b: DistanceField, isApart: boolean): Worth {
  const worth = least(a.worth.inside, b.worth.inside);
  return isApart ? worth : least(worth, "bound");
}

function areApart(a: Bounds | null, b: Bounds | null): boolean {
  if (!a || !b) return true;
  return a.maxX < b.minX || b.maxX < a.minX || a.maxY < b.minY || b.maxY < a.minY;
}

export function boxInBoth(a: Bounds | null, b: Bounds | null): Bounds | null {
  if (!a || !b) return null;
  const [minX, maxX] = [Math.max(a.minX, b.minX), Math.min(a.maxX, b.maxX)];
  const [minY, maxY] = [Math.max(a.minY, b.minY), Math.min(a.maxY, b.maxY)];
  return minX <= maxX && minY <= maxY ? { minX, minY, maxX, maxY } : null;
}

export function boxAroundBoth(a: Bounds | null, b: Bounds | null): Bounds | null {
  if (!a || !b) return a ?? b;
  return {
    minX: Math.min(a.minX, b.minX),
    minY: Math.min(a.minY, b.minY),
    maxX: Math.max(a.maxX, b.maxX),
    maxY: Math.max(a.maxY, b.maxY),
  };
}
