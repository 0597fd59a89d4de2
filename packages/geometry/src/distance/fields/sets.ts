import type { Bounds } from "../../polygon";
import type { Change } from "../assembly/places";
import type { Slope } from "../forms";
import { type DistanceField, EVERYWHERE, least } from "./field";
import { allOutlines, sampledByOutline } from "./known-outline";
import { type Least, MANY, measureLeast } from "./least-of";
import { byMeasure, changed, joined, lastOf, listOrder, type Measured } from "./measured";

/** In at least one of some fields' shapes: the least of their values. */
export function unionField(fields: readonly DistanceField[]): DistanceField {
  if (fields.length === 0) throw new RangeError("a union of fields takes at least one field");
  if (fields.length === 1) return fields[0];
  const asked = { fields: fields.map((field) => ({ field, turned: false })), turned: false };
  const isApart = areApart(fields);
  const union = { ...minimum(fields, isApart), ...whereTheyCount(fields, asked, LESSER) };
  return isApart ? sampledByOutline(union, allOutlines(fields.map(({ outline }) => outline))) : union;
}

/** In all of them: the greatest. */
export function intersectionField(fields: readonly DistanceField[]): DistanceField {
  if (fields.length === 0) throw new RangeError("an intersection of fields takes at least one field");
  if (fields.length === 1) return fields[0];
  const asked = { fields: fields.map((field) => ({ field, turned: true })), turned: true };
  return { ...maximum(fields), ...whereTheyCount(fields, asked, GREATER) };
}

/** In the first, and in no other. */
export function differenceField(a: DistanceField, b: DistanceField): DistanceField {
  const fields = [
    { field: a, turned: true },
    { field: b, turned: false },
  ];
  const both = [a, complement(b)];
  return { ...maximum(both), ...whereTheyCount(both, { fields, turned: true }, GREATER) };
}

const LESSER: Change = ({ engine, count }, slot, other) => engine.lesser(count, slot, other);
const GREATER: Change = ({ engine, count }, slot, other) => engine.greater(count, slot, other);

/** Measured by asking fields where they may have the least value, unless all can be asked as fast: two in closed form, or as grids. */
function whereTheyCount(fields: readonly DistanceField[], least: Least, join: Change): Measured {
  const order = least.fields.map(({ field }) => field.order).reduce((a, b) => lastOf(a, b));
  if (fields.length === 2 && (order === "rows" || order === "grid")) return joined(fields[0], fields[1], join);
  const together = fields.length < MANY ? "tiles" : "blocks";
  return byMeasure(measureLeast(least), lastOf(together, listOrder(order)));
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

/** What a field tells of single places, and of itself. */
type Known = Omit<DistanceField, keyof Measured | "outline">;
type Held = Pick<DistanceField, "worth" | "lipschitz">;

function minimum(fields: readonly DistanceField[], isApart: boolean): Known {
  const { worth, lipschitz } = fields.reduce<Held>(ofBoth, fields[0]);
  return {
    at: extremeAt(fields, 1),
    // No boundary of one lies inside another where their boxes are apart.
    worth: isApart ? worth : { ...worth, inside: least(worth.inside, "bound") },
    lipschitz,
    within: (level) => fields.map((field) => field.within(level)).reduce(boxAroundBoth),
  };
}

function maximum(fields: readonly DistanceField[]): Known {
  const { worth, lipschitz } = fields.reduce<Held>(ofBoth, fields[0]);
  return {
    at: extremeAt(fields, -1),
    worth: { ...worth, outside: least(worth.outside, "bound") },
    lipschitz,
    within: (level) => fields.map((field) => field.within(level)).reduce(boxInBoth),
  };
}

/** What holds for the values of both. */
function ofBoth(a: Held, b: Held): Held {
  const [inside, outside] = [least(a.worth.inside, b.worth.inside), least(a.worth.outside, b.worth.outside)];
  return { worth: { inside, outside }, lipschitz: Math.max(a.lipschitz, b.lipschitz) };
}

/** The least value, or by the sign -1 the greatest. */
function extremeAt(fields: readonly DistanceField[], sign: 1 | -1): DistanceField["at"] {
  const other = { x: 0, y: 0 };
  return (x, y, slope) => {
    let value = fields[0].at(x, y, slope);
    for (let k = 1; k < fields.length; k++) {
      const next = fields[k].at(x, y, slope && other);
      if (sign * value <= sign * next) continue;
      value = next;
      if (slope) {
        slope.x = other.x;
        slope.y = other.y;
      }
    }
    return value;
  };
}

/** Comparisons of boxes, at most: for more of them that overlap in x it is not found out whether they are apart. */
const COMPARED = 2 ** 24;

/** Whether the boxes around fields' shapes are known to be apart. */
function areApart(fields: readonly DistanceField[]): boolean {
  const boxes = fields.map((field) => field.within(0)).filter((box) => box !== null);
  boxes.sort((a, b) => a.minX - b.minX);
  let compared = 0;
  /** Those that reach as far as where the next one begins. */
  let open: Bounds[] = [];
  for (const box of boxes) {
    open = open.filter(({ maxX }) => maxX >= box.minX);
    compared += open.length;
    if (compared > COMPARED || !open.every(({ minY, maxY }) => maxY < box.minY || box.maxY < minY)) return false;
    open.push(box);
  }
  return true;
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
