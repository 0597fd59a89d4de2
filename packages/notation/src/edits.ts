import { inverse, transformPoint } from "@vertexon/geometry";
import type { Handle, Measure } from "./functions";
import type { Pull } from "./handle-pull";
import type { Definition } from "./sheet/evaluated";
import { type Expression, parseStatement, ScriptError, type TextEdit } from "./syntax";

/** Where a definition begins in the script, and the range that its number was given. */
export interface DriverPlace {
  from: number;
  least?: number | null;
  greatest?: number | null;
}

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

/** A number in the script that a handle follows. */
export interface PulledNumber {
  measure: Measure;
  place: DriverPlace;
  /** As it is now; the measure is `factor` times it plus `offset`. */
  number: number;
  factor: number;
  offset: number;
  /** Writes another one in its place. */
  edit(text: string): TextEdit;
}

/** The numbers that a handle follows, each once: both coordinates may follow from the same. */
export function driversOf(handle: Handle, placeOf: (name: string | null) => DriverPlace | null): PulledNumber[] {
  const drivers = new Map<number, PulledNumber>();
  for (const { measure, origin } of handle.grips) {
    const place = origin.kind === "driver" ? placeOf(origin.name) : null;
    if (origin.kind !== "driver" || !place) continue;
    const { factor, offset, tightBefore, tightAfter } = origin;
    const [from, to] = [place.from + origin.from, place.from + origin.to];
    if (drivers.has(from)) continue;
    drivers.set(from, {
      measure,
      place,
      number: (measured(measure, handle).value - offset) / factor,
      factor,
      offset,
      edit(text) {
        const before = tightBefore && !text.startsWith("-") ? " " : "";
        return { from, to, insert: before + text + (tightAfter ? " " : "") };
      },
    });
  }
  return [...drivers.values()];
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

interface Defined {
  definitions: readonly Pick<Definition, "name" | "span" | "number">[];
}

/** Where the statement of a definition begins, and its number's range. */
export function driverPlace({ definitions }: Defined, name: string): DriverPlace | null {
  const definition = definitions.find((each) => each.name === name);
  return definition
    ? { from: definition.span.from, least: definition.number?.least, greatest: definition.number?.greatest }
    : null;
}

/** What a place says, and by how many plan units it moves for each unit of that. */
function measured(measure: Measure, { x, y }: { x: number; y: number }): { value: number; perUnit: number } {
  const [dx, dy] = [x - measure.x, y - measure.y];
  switch (measure.by) {
    case "along":
      return { value: dx * measure.dx + dy * measure.dy, perUnit: 1 / Math.hypot(measure.dx, measure.dy) };
    case "distance":
      return { value: Math.hypot(dx, dy), perUnit: 1 };
    case "angle": {
      const turns = Math.round((measure.now - Math.atan2(dy, dx)) / (2 * Math.PI));
      return { value: Math.atan2(dy, dx) + turns * 2 * Math.PI, perUnit: Math.hypot(dx, dy) };
    }
  }
}

function clamped(value: number, { least, greatest }: DriverPlace): number {
  return Math.min(greatest ?? Number.POSITIVE_INFINITY, Math.max(least ?? Number.NEGATIVE_INFINITY, value));
}

/**
 * The edit that adds a point to what a probe statement asks, or null when the statement is no plain `probe(shape, at: …)`.
 * `offset` is where the statement begins in the script.
 */
export function addProbePoint(statement: string, offset: number, x: string, y: string): TextEdit | null {
  const at = probedPlaces(statement);
  if (!at) return null;
  const isList = at.kind === "tuple" && at.items.length > 0 && at.items.every(({ kind }) => kind === "tuple");
  if (isList) return { from: offset + at.to - 1, to: offset + at.to - 1, insert: `, (${x}, ${y})` };
  const text = statement.slice(at.from, at.to);
  return { from: offset + at.from, to: offset + at.to, insert: `(${text}, (${x}, ${y}))` };
}

function probedPlaces(text: string): Expression | null {
  try {
    const statement = parseStatement(text);
    const call = statement.kind === "definition" ? statement.value : null;
    if (call?.kind !== "call" || call.name !== "probe" || call.args.length !== 2) return null;
    return (call.args.find(({ name }) => name === "at") ?? call.args[1]).value;
  } catch (error) {
    if (error instanceof ScriptError) return null;
    throw error;
  }
}

/** A number for the script: rounded to `decimals`, without trailing zeros or an exponent. */
export function writeNumber(value: number, decimals: number): string {
  const text = value.toFixed(Math.max(0, Math.min(17, decimals)));
  const short = text.includes(".") ? text.replace(/\.?0+$/, "") : text;
  return short === "-0" ? "0" : short;
}

export function applyEdits(script: string, edits: readonly TextEdit[]): string {
  let result = script;
  for (const { from, to, insert } of [...edits].sort((a, b) => b.from - a.from))
    result = result.slice(0, from) + insert + result.slice(to);
  return result;
}
