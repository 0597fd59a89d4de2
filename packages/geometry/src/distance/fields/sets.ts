import type { Bounds } from "../../polygon";
import type { Change } from "../assembly/places";
import { turnedOverNumbers } from "../forms/changed-forms";
import { boxAroundBoth, boxInBoth, type DistanceField, EVERYWHERE, least } from "./field";
import { allOutlines, sampledByOutline } from "./known-outline";
import { type Least, measureLeast } from "./least-of";
import { byMeasure, changed, joined, lastOf, listOrder, type Measured } from "./measured";
import { MANY, type NearFields, nearFields, valueAt } from "./near-fields";

/** In at least one of some fields' shapes: the least of their values. */
export function unionField(given: readonly DistanceField[]): DistanceField {
  if (given.length === 0) throw new RangeError("a union of fields takes at least one field");
  if (given.length === 1) return given[0];
  // Which of many fields count is best found at once.
  const fields = given.flatMap((field) => field.united ?? field);
  const near = nearFields(fields.map((field) => ({ field, turned: false })));
  const isApart = areApart(near.boxes.filter((box) => box !== null));
  const union = {
    at: near.leastAt,
    ...minimum(fields, isApart),
    ...whereTheyCount(fields, { near, turned: false }, LESSER),
    united: fields,
  };
  return isApart ? sampledByOutline(union, allOutlines(fields.map(({ outline }) => outline))) : union;
}

/** In all of them: the greatest. */
export function intersectionField(fields: readonly DistanceField[]): DistanceField {
  if (fields.length === 0) throw new RangeError("an intersection of fields takes at least one field");
  if (fields.length === 1) return fields[0];
  return greatestOf(fields, nearFields(fields.map((field) => ({ field, turned: true }))));
}

/** In the first, and in no other. */
export function differenceField(a: DistanceField, b: DistanceField): DistanceField {
  const sides = [
    { field: a, turned: true },
    { field: b, turned: false },
  ];
  return greatestOf([a, complement(b)], nearFields(sides));
}

/** The greatest of some values: where the least of them turned over is. */
function greatestOf(fields: readonly DistanceField[], near: NearFields): DistanceField {
  const turned = { field: { at: near.leastAt }, turned: true };
  return {
    at: (x, y, slope) => valueAt(turned, x, y, slope),
    ...maximum(fields),
    ...whereTheyCount(fields, { near, turned: true }, GREATER),
  };
}

const LESSER: Change = ({ engine, count }, slot, other) => engine.lesser(count, slot, other);
const GREATER: Change = ({ engine, count }, slot, other) => engine.greater(count, slot, other);

/** Measured by asking fields where they may have the least value, unless all can be asked as fast: two in closed form, or as grids. */
function whereTheyCount(fields: readonly DistanceField[], asked: Least, join: Change): Measured {
  const order = asked.near.all.map(({ field }) => field.order).reduce((a, b) => lastOf(a, b));
  if (fields.length === 2 && (order === "rows" || order === "grid")) return joined(fields[0], fields[1], join);
  const together = fields.length < MANY ? "tiles" : "blocks";
  return byMeasure(measureLeast(asked), lastOf(together, listOrder(order)));
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
  const turned = { field, turned: true };
  return {
    at: (x, y, slope) => valueAt(turned, x, y, slope),
    ...changed(field, ({ engine, count }, slot) => engine.turnOver(count, slot)),
    form: () => turnedOverNumbers(field.form?.()),
    worth: { inside: outside, outside: inside },
    lipschitz: field.lipschitz,
    within: () => EVERYWHERE,
  };
}

/** What a field tells of itself. */
type Known = Pick<DistanceField, "worth" | "lipschitz" | "within">;
type Held = Pick<DistanceField, "worth" | "lipschitz">;

function minimum(fields: readonly DistanceField[], isApart: boolean): Known {
  const { worth, lipschitz } = fields.reduce<Held>(ofBoth, fields[0]);
  return {
    // No boundary of one lies inside another where their boxes are apart.
    worth: isApart ? worth : { ...worth, inside: least(worth.inside, "bound") },
    lipschitz,
    within: (level) => fields.map((field) => field.within(level)).reduce(boxAroundBoth),
  };
}

function maximum(fields: readonly DistanceField[]): Known {
  const { worth, lipschitz } = fields.reduce<Held>(ofBoth, fields[0]);
  return {
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

/** Comparisons of boxes, at most: for more of them that overlap in x it is not found out whether they are apart. */
const COMPARED = 2 ** 24;

/** Whether boxes around shapes are known to be apart; they are put in order. */
function areApart(boxes: Bounds[]): boolean {
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
