import type { Handle, Measure } from "../values/handle";
import { grip, numberHandle, type Place } from "../values/handles";
import { shifted } from "../values/origin";
import type { Bound } from "./signature";

/** A handle at `place` for an argument that is a distance from `centre`. */
export function radiusHandle(args: Bound, name: string, centre: Place, place: Place): Handle[] {
  return numberHandle(place, grip(name, { by: "distance", x: centre.x, y: centre.y }, args.origin(name)));
}

/** A handle at `place` for an argument that grows by 1 with each step (dx, dy) from `zero`. */
export function alongHandle(args: Bound, name: string, zero: Place, step: [number, number], place: Place): Handle[] {
  const [dx, dy] = step;
  const length = dx * dx + dy * dy;
  const measure: Measure = { by: "along", x: zero.x, y: zero.y, dx: dx / length, dy: dy / length };
  return length > 0 ? numberHandle(place, grip(name, measure, args.origin(name))) : [];
}

/** A handle at `place` for an argument that is an angle from the direction `base`, seen from `centre`. */
export function angleHandle(
  args: Bound,
  name: string,
  centre: Place,
  { base, now }: { base: number; now: number },
  place: Place,
): Handle[] {
  const measure: Measure = { by: "angle", x: centre.x, y: centre.y, now: base + now };
  return numberHandle(place, grip(name, measure, shifted(args.origin(name), base)));
}
