import { strokeOf } from "../forms";
import { grownNumbers, strokedNumbers } from "../forms/changed-forms";
import { type DistanceField, least } from "./field";
import { changed } from "./measured";

/** The shape grown by a distance, or shrunk by a negative one: values less that. */
export function offsetField(field: DistanceField, by: number): DistanceField {
  const { inside, outside } = field.worth;
  return {
    at: (x, y, slope) => field.at(x, y, slope) - by,
    ...changed(field, ({ engine, count }, slot) => engine.less(count, slot, by)),
    form: () => grownNumbers(field.form?.(), by),
    // The way from outside to the boundary passes the level; the way on from inside may end before it.
    worth: {
      inside: by > 0 ? least(inside, "bound") : inside,
      outside: by < 0 ? least(outside, "bound") : outside,
    },
    lipschitz: field.lipschitz,
    within: (level) => field.within(level + by),
  };
}

/** What lies within half of a width of the boundary. */
export function shellField(field: DistanceField, width: number): DistanceField {
  const { inside, outside } = field.worth;
  const worth = least(inside, outside);
  return {
    at: (x, y, slope) => strokeOf(field.at(x, y, slope), width, slope),
    ...changed(field, ({ engine, count }, slot) => engine.sizeLess(count, slot, width / 2)),
    form: () => strokedNumbers(field.form?.(), width),
    worth: { inside: least(worth, "bound"), outside: worth },
    lipschitz: field.lipschitz,
    within: (level) => field.within(level + width / 2),
  };
}
