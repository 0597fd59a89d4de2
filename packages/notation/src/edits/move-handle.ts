import { inverse, transformPoint } from "@vertexon/geometry";
import type { TextEdit } from "../syntax";
import type { Handle } from "../values";
import { type DriverPlace, driversOf, measured, type PulledNumber } from "./drivers";
import type { Pull } from "./pull";
import { writeNumber } from "./text";

/**
 * The edits that put a handle to (x, y) on the plan by rewriting the numbers that it follows from, rounded so that
 * `decimals` of a plan unit can be told apart. What follows from several numbers stays. `placeOf` tells where a
 * definition begins, null meaning the handle's own; a number keeps to its range. `pull` is for handles that do not follow
 * as their place says: see pullOf.
 */
export function moveHandle(
  handle: Handle,
  placeOf: (name: string | null) => DriverPlace | null,
  x: number,
  y: number,
  decimals: number,
  pull: Pull | null = null,
): TextEdit[] {
  const drivers = driversOf(handle, placeOf);
  const write = (driver: PulledNumber, number: number, reach: number): TextEdit => {
    const digits = decimals + Math.ceil(Math.log10(reach) - 1e-9);
    return driver.edit(writeNumber(clamped(number, driver.place), Math.max(0, Math.min(12, digits))));
  };
  if (pull?.length === drivers.length) {
    const [fromX, fromY] = transformPoint(handle.map, handle.x, handle.y);
    const steps = stepsTo(pull, x - fromX, y - fromY);
    return drivers.flatMap((driver, i) =>
      steps[i] === null ? [] : [write(driver, driver.number + steps[i], Math.hypot(...pull[i]))],
    );
  }
  const [px, py] = transformPoint(inverse(handle.map), x, y);
  return drivers.map((driver) => {
    const { value, perUnit } = measured(driver.measure, { x: px, y: py });
    return write(driver, (value - driver.offset) / driver.factor, perUnit * Math.abs(driver.factor));
  });
}

/** By how much each number has to grow for (dx, dy); null for one that stays. Two numbers at most go together. */
function stepsTo(pull: Pull, dx: number, dy: number): (number | null)[] {
  const lengths = pull.map(([x, y]) => Math.hypot(x, y));
  const first = lengths.findIndex((length) => length > 0);
  if (first < 0) return pull.map(() => null);
  const [ax, ay] = pull[first];
  const second = pull.findIndex(([x, y], i) => Math.abs(ax * y - ay * x) > 1e-6 * lengths[first] * lengths[i]);
  if (second < 0) return pull.map((_, i) => (i === first ? (ax * dx + ay * dy) / lengths[first] ** 2 : null));
  const [bx, by] = pull[second];
  const det = ax * by - ay * bx;
  return pull.map((_, i) => {
    if (i === first) return (dx * by - dy * bx) / det;
    return i === second ? (ax * dy - ay * dx) / det : null;
  });
}

function clamped(value: number, { least, greatest }: DriverPlace): number {
  return Math.min(greatest ?? Number.POSITIVE_INFINITY, Math.max(least ?? Number.NEGATIVE_INFINITY, value));
}
