import { spreadOver } from "./spread";

/** Samples that are looked at; how far off whole numbers may be, besides the rounding of floats; and how many of them have to be whole. */
const SOME = 4000;
const ALMOST_WHOLE = 0.01;
const FLOAT = 2 ** -22;
const NEARLY = 0.9;

/**
 * Whether values are distances from the middle of one cell to that of another one: their squares are whole, in cells, also where half a cell
 * was taken off. `units` are lengths that a cell may have.
 */
export function arePixelDistances(values: Float64Array, compared: Uint32Array, units: readonly number[]): boolean {
  const some = spreadOver(compared, SOME);
  const areWhole = (lengths: readonly number[]): boolean =>
    lengths.filter((length) => Math.abs(length - Math.round(length)) < ALMOST_WHOLE + FLOAT * length).length >
    NEARLY * lengths.length;
  return units.some((unit) =>
    [0, 0.5].some((less) => {
      const lengths = Array.from(some, (i) => Math.abs(values[i]) / unit + less);
      // Sums of steps are whole, too, but they are themselves.
      return !areWhole(lengths) && areWhole(lengths.map((length) => length * length));
    }),
  );
}
