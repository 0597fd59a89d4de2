import { transformPoint } from "@vertexon/geometry";
import type { TextEdit } from "../syntax";
import type { Handle, Measure } from "../values";
import { type DriverPlace, driversOf, type PulledNumber } from "./drivers";
import { writeNumber } from "./text";

/** How far a handle moves on the plan when the number of each of its drivers grows by 1. */
export type Pull = readonly (readonly [number, number])[];

/** Relative to the number, or to 1: far above rounding, and little enough to be a direction. */
const NUDGE = 1e-4;
/** Less than this share of what the measure says is rounding. */
const NO_STEP = 1e-6;
/** A pull that differs from what the handle's own measure says by this share of it is another one. */
const SAME = 1e-3;

/**
 * How a handle follows its numbers, where that is not as its place says: a shape that is turned about its own centre takes
 * the centre along. Found by trying each number a little greater: `movedBy` evaluates edits of the script and resolves to
 * the handle then, null where there is none. Null where the handle's place says it all.
 */
export function pullOf(
  handle: Handle,
  placeOf: (name: string | null) => DriverPlace | null,
  movedBy: (edits: TextEdit[]) => Handle | null,
): Pull | null {
  const [x, y] = transformPoint(handle.map, handle.x, handle.y);
  const pull: [number, number][] = [];
  let isAsItSays = true;
  for (const driver of driversOf(handle, placeOf)) {
    const { number } = driver;
    const step = NUDGE * Math.max(1, Math.abs(number)) * (number >= (driver.place.greatest ?? Infinity) ? -1 : 1);
    const moved = movedBy([driver.edit(writeNumber(number + step, 12))]);
    if (!moved) return null;
    const [mx, my] = transformPoint(moved.map, moved.x, moved.y);
    const own: [number, number] = [(mx - x) / step, (my - y) / step];
    const said = stepOf(handle, driver);
    pull.push(Math.hypot(...own) > NO_STEP * Math.hypot(...said) ? own : [0, 0]);
    isAsItSays &&= Math.hypot(own[0] - said[0], own[1] - said[1]) <= SAME * Math.hypot(...said);
  }
  return isAsItSays ? null : pull;
}

/** Whether a handle stays where it is, whatever its numbers: `fit` puts a shape into its box wherever it was before. */
export function stays(pull: Pull | null): boolean {
  return pull?.every(([x, y]) => x === 0 && y === 0) ?? false;
}

/** Whether a handle is where it was written: then it follows as its place says. */
export function isUnmoved({ map: { a, b, c, d, e, f } }: Handle): boolean {
  return a === 1 && b === 0 && c === 0 && d === 1 && e === 0 && f === 0;
}

/** Where the measure of a number says that the handle goes as it grows by 1. */
function stepOf({ x, y, map }: Handle, { measure, factor }: PulledNumber): [number, number] {
  const [dx, dy] = growth(measure, x, y);
  const [fromX, fromY] = transformPoint(map, x, y);
  const [toX, toY] = transformPoint(map, x + factor * dx, y + factor * dy);
  return [toX - fromX, toY - fromY];
}

/** The way in which a place goes for its measure to grow by 1. */
function growth(measure: Measure, x: number, y: number): [number, number] {
  const [px, py] = [x - measure.x, y - measure.y];
  switch (measure.by) {
    case "along": {
      const square = measure.dx * measure.dx + measure.dy * measure.dy;
      return [measure.dx / square, measure.dy / square];
    }
    case "distance":
      return [px / Math.hypot(px, py), py / Math.hypot(px, py)];
    case "angle":
      return [-py, px];
  }
}
