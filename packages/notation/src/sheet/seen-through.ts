import type { ListValue, PointOrigin, Value } from "../values";
import { axisOrigin, type MaybeOrigin, through } from "../values/origin";

/** A definition's value as seen through its name: its shapes and points are dragged where they were defined. */
export function seenThrough(name: string, value: Value): Value {
  switch (value.type) {
    case "shape":
    case "distance":
      return value.withoutHandles();
    case "number":
    case "angle":
      return { ...value, origin: through(name, value.origin) };
    case "share":
      return {
        ...value,
        fractionOrigin: through(name, value.fractionOrigin),
        fixedOrigin: through(name, value.fixedOrigin),
      };
    case "point":
      return { ...value, origin: pointThrough(name, value.origin), bare: true };
    case "list":
      return listThrough(name, value);
    default:
      return value;
  }
}

/** Lists as they were seen last: a script may take one item after the other. */
const seenLists = new WeakMap<ListValue, { name: string; seen: ListValue }>();

function listThrough(name: string, list: ListValue): ListValue {
  const known = seenLists.get(list);
  if (known?.name === name) return known.seen;
  const seen: ListValue = { type: "list", items: list.items.map((item) => seenThrough(name, item)) };
  seenLists.set(list, { name, seen });
  return seen;
}

function pointThrough(name: string, origin: PointOrigin | undefined): PointOrigin | undefined {
  if (origin?.kind === "polar")
    return { ...origin, radius: through(name, origin.radius), angle: through(name, origin.angle) };
  return origin && { kind: "axes", x: through(name, origin.x), y: through(name, origin.y) };
}

/** Where anything among values comes from. */
export function originsIn(values: readonly Value[]): MaybeOrigin[] {
  return values.flatMap((value) => {
    if (value.type === "number" || value.type === "angle") return [value.origin];
    if (value.type === "share") return [value.fractionOrigin, value.fixedOrigin];
    if (value.type === "point") return [axisOrigin(value, "x"), axisOrigin(value, "y")];
    return value.type === "list" ? originsIn(value.items) : [];
  });
}
