import type { Definition } from "../sheet/evaluated";
import type { TextEdit } from "../syntax";
import type { Handle, Measure } from "../values";

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

/** Where a definition begins in the script, and the range that its number was given. */
export interface DriverPlace {
  from: number;
  least?: number | null;
  greatest?: number | null;
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
export function measured(measure: Measure, { x, y }: { x: number; y: number }): { value: number; perUnit: number } {
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
