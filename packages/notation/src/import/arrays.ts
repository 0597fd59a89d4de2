import { type Declaration, type Item, readDeclarations } from "./brackets";
import { numberText, polygonItem, polylineItem, wrapped } from "./expressions";
import { ImportError, type Imported, type ImportedItem, Notes, type Position } from "./imported";

type NumberList = { kind: "numbers"; name: string | null; values: number[]; size: number | null; line: number };
type PointList = { kind: "points"; name: string | null; points: Position[]; size: number | null };

/**
 * Reads coordinate arrays as they stand in source code of the common languages: arrays of points in brackets, braces
 * or calls, objects with x and y, flat arrays x0 y0 x1 y1 …, and one array of x beside one of y.
 */
export function readArrays(text: string): Imported {
  const notes = new Notes();
  const lists = readDeclarations(text).flatMap((declaration) => declaredLists(declaration, notes));
  const counts = lists.flatMap((list) => (list.kind === "numbers" && list.values.length === 1 ? [list.values[0]] : []));
  const found = lists.filter((list) => list.kind === "points" || list.values.length > 1);
  if (found.length === 0 && notes.list().length > 0)
    throw new ImportError(
      `no coordinates found: calls say nothing about what their numbers are (${notes.list().join(", ")}). Paste arrays of coordinates instead, or calls of the canvas standard`,
    );
  if (found.length === 0)
    throw new ImportError(
      "no coordinates found: expected SVG, path data (it begins with M), WKT, GeoJSON, a table of points, or arrays of numbers in source code",
    );
  const items: ImportedItem[] = [];
  const paired = new Set<NumberList>();
  for (const list of found) {
    if (list.kind === "points") items.push(pointsItem(list, notes));
    else if (!paired.has(list)) {
      const partner = found.find(
        (other) => other.kind === "numbers" && !paired.has(other) && arePair(list, other, found),
      );
      if (partner?.kind === "numbers") {
        paired.add(partner);
        items.push(pairItem(list, partner, counts[0] ?? list.size));
      } else if (!isOfX(list, found)) items.push(pointsItem(interleaved(list), notes));
    }
  }
  return { source: "coordinate arrays", items, notes: notes.list(), plan: null };
}

function declaredLists({ name, sizes, value, line }: Declaration, notes: Notes): (NumberList | PointList)[] {
  const all = value.filter((item) => item.kind === "group" && !item.index);
  // A call that stands by itself says nothing about what its numbers are.
  const isCall = (item: Item): boolean =>
    name === null && item.kind === "group" && item.callee !== null && item.items.every(({ kind }) => kind === "number");
  const groups = all.filter((item) => !isCall(item));
  for (const item of all) if (isCall(item)) notes.add(`${(item as { callee: string }).callee}(…)`);
  if (all.length > 0 && groups.length === 0) return [];
  if (groups.length === 0) {
    const numbers = value.flatMap((item) => (item.kind === "number" ? [item.value] : []));
    return numbers.length ? [{ kind: "numbers", name, values: numbers, size: null, line }] : [];
  }
  return groups.flatMap((group) => listsIn(group, name, sizes[0] ?? null, notes));
}

function listsIn(item: Item, name: string | null, size: number | null, notes: Notes): (NumberList | PointList)[] {
  if (item.kind === "number") return [];
  const { items, line } = item;
  const numbers = items.flatMap((each) => (each.kind === "number" ? [each.value] : []));
  if (items.length > 0 && numbers.length === items.length)
    return numbers.length === 2 && items.every(({ label }) => label !== null)
      ? [{ kind: "points", name, points: [[numbers[0], numbers[1]]], size }]
      : [{ kind: "numbers", name, values: numbers, size, line }];
  const points = items.map(pointOf);
  const looksLikeTwoLists = items.length === 2 && points.every((point) => point && point.length > 2);
  if (points.length > 0 && points.every((point) => point !== null) && !looksLikeTwoLists) {
    if (points.some((point) => point.length > 2)) notes.add("further coordinates of points were left out");
    return [{ kind: "points", name, points: points.map((point): Position => [point[0], point[1]]), size }];
  }
  return items.flatMap((each) => listsIn(each, each.label ?? name, items.length === 1 ? size : null, notes));
}

/** Two to four numbers in brackets, in the order x, y where they are labelled so. */
function pointOf(item: Item): number[] | null {
  if (item.kind !== "group" || item.items.length < 2 || item.items.length > 4) return null;
  const values = item.items.flatMap((each) => (each.kind === "number" ? [each] : []));
  if (values.length !== item.items.length) return null;
  const labelled = (name: string) => values.find(({ label }) => label?.toLowerCase() === name);
  const [x, y] = [labelled("x"), labelled("y")];
  if (x && y) return [x.value, y.value, ...values.filter((v) => v !== x && v !== y).map(({ value }) => value)];
  return values.map(({ value }) => value);
}

/** How the axes are called: in names of arrays, at the beginning or the end of one of their words. */
const AXES: readonly [x: RegExp, y: RegExp][] = [
  [/x/i, /y/i],
  [/lon(?:gitudes?|s)?|lng/i, /lat(?:itudes?|s)?/i],
  [/east(?:ings?)?/i, /north(?:ings?)?/i],
  [/left/i, /top/i],
  [/horizontal/i, /vertical/i],
  [/columns?|cols?/i, /rows?/i],
  [/u/i, /v/i],
];

/** One array of x and one of y: by their names, or as the only two and of one length. */
function arePair(a: NumberList, b: NumberList, all: readonly (NumberList | PointList)[]): boolean {
  if (a === b) return false;
  const strip = (name: string | null, axis: RegExp): string | null =>
    name && axis.test(name) ? name.replace(axis, "") : null;
  for (const [x, y] of AXES) {
    const stem = strip(a.name, x);
    if (stem !== null && stem === strip(b.name, y)) return true;
  }
  return all.length === 2 && all[0] === a && a.values.length === b.values.length;
}

/** Whether a list is the y of another one that comes later. */
function isOfX(list: NumberList, all: readonly (NumberList | PointList)[]): boolean {
  return all.some((other) => other.kind === "numbers" && arePair(other, list, all));
}

/** Lists that do not match are taken over as they are: the script says which value has no partner. */
function pairItem(a: NumberList, b: NumberList, count: number | null): ImportedItem {
  const list = (values: readonly number[]): string =>
    wrapped(
      values.map((v) => numberText(v)),
      ", ",
      "    ",
    );
  const points = a.values.slice(0, b.values.length).map((x, i): Position => [x, b.values[i]]);
  const stated = count === null ? "" : `, count: ${count}`;
  const shape = points.length >= 3 ? polygonItem(null, points) : polylineItem(null, points);
  const word = points.length >= 3 ? "polygon" : "polyline";
  return {
    ...(shape as Extract<ImportedItem, { kind: "shape" }>),
    name: null,
    expression: () => `${word}(coordinates(\n    x: (${list(a.values)}),\n    y: (${list(b.values)})${stated}))`,
  };
}

function interleaved({ name, values, size, line }: NumberList): PointList {
  if (values.length % 2)
    throw new ImportError(
      `${name ? `"${name}"` : "this array"} has ${values.length} numbers, an odd count: the last, ${values[values.length - 1]}, has no partner`,
      line,
    );
  const points: Position[] = [];
  for (let i = 0; i < values.length; i += 2) points.push([values[i], values[i + 1]]);
  return { kind: "points", name, points, size: size === values.length ? null : size };
}

function pointsItem({ name, points, size }: PointList, notes: Notes): ImportedItem {
  if (size !== null && size !== points.length)
    notes.add(`${name ? `"${name}"` : "an array"} states ${size} points and holds ${points.length}`);
  const [first, last] = [points[0], points[points.length - 1]];
  const closes = points.length > 3 && first[0] === last[0] && first[1] === last[1];
  if (closes) notes.add("the last point repeats the first; the outline closes by itself");
  const ring = closes ? points.slice(0, -1) : points;
  if (ring.length >= 3) return polygonItem(name, ring);
  return ring.length === 2 ? polylineItem(name, ring) : { kind: "points", name, points: ring };
}
