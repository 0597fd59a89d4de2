/** Where vertices lie: on the curve; so that its error is the same on both sides; so that the enclosed area is kept; outside. */
export type Placement = "on" | "balanced" | "area" | "outside";
/** How a fixed count is spread over a curve: evenly in its parameter, its length, or its error. */
export type Spacing = "parameter" | "length" | "error";

/**
 * How curves are flattened: by the greatest distance from curve to chord, by the greatest turn a chord, by both, or into
 * a fixed count of chords for each curve.
 */
export interface FlattenOptions {
  /** In plan units, greater than 0. */
  tolerance?: number;
  /** How far a curve may turn along one chord, in radians, greater than 0. */
  turn?: number;
  /** Chords for each curved segment, 1 to 2^20, in place of the two above. */
  count?: number;
  spacing?: Spacing;
  /** With a tolerance alone. */
  placement?: Placement;
}

export class FlattenError extends Error {
  override readonly name = "FlattenError";
}

/** Throws {@link FlattenError} naming the option that cannot be used. */
export function requireOptions({ tolerance, turn, count, placement = "on" }: FlattenOptions): void {
  if (tolerance === undefined && turn === undefined && count === undefined)
    throw new FlattenError("flattening needs a tolerance, a turn or a count");
  for (const [name, value] of [
    ["tolerance", tolerance],
    ["turn", turn],
  ] as const)
    if (value !== undefined && !(value > 0 && value < Number.POSITIVE_INFINITY))
      throw new FlattenError(`the ${name} must be a finite number greater than 0, not ${value}`);
  if (count !== undefined && !(Number.isInteger(count) && count >= 1 && count <= MOST_COUNT))
    throw new FlattenError(`the count must be a whole number from 1 to ${MOST_COUNT}, not ${count}`);
  if (count !== undefined && (tolerance !== undefined || turn !== undefined))
    throw new FlattenError("a count stands alone: a tolerance or a turn would ask for another");
  if (placement !== "on" && (tolerance === undefined || turn !== undefined))
    throw new FlattenError(`the placement "${placement}" needs a tolerance, and nothing else`);
}

const MOST_COUNT = 1 << 20;

/** The tolerance in plan units that is so many pixels on a target, at a magnification and so many pixels to a unit. */
export function pixelTolerance(pixels: number, magnification = 1, devicePixelRatio = 1): number {
  for (const [name, value] of Object.entries({ pixels, magnification, devicePixelRatio }))
    if (!(value > 0 && value < Number.POSITIVE_INFINITY))
      throw new FlattenError(`${name} must be a finite number greater than 0, not ${value}`);
  return pixels / (magnification * devicePixelRatio);
}
