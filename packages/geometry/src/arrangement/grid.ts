import { bounds, type Ring } from "../polygon";

/** A grid of squares of side `step` = 2^exponent. Grid coordinates are integers of at most 2^46, held in doubles. */
export interface PixelGrid {
  step: number;
  /** The grid coordinate whose pixel holds the value: the nearest integer, halves upwards (pixels are half-open). */
  column(x: number): number;
  row(y: number): number;
  /**
   * Where in its pixel a value lies, from the pixel's centre, in steps: exact, unless it is less than the doubles can tell
   * of a step (2^-1074 of it).
   */
  offsetX(x: number, column: number): number;
  offsetY(y: number, row: number): number;
  x(column: number): number;
  y(row: number): number;
}

/**
 * The finest grid that serves for these rings: 2^-45 to 2^-46 of their extent, never finer than the doubles are at the
 * largest coordinate. Scaling by a power of two is exact; it is done in two factors because 2^±1074 is no double.
 */
export function pixelGrid(rings: readonly Ring[]): PixelGrid {
  const box = bounds(rings) ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 };
  // Halves, because the extent itself may exceed the largest double.
  const half = Math.max(box.maxX / 2 - box.minX / 2, box.maxY / 2 - box.minY / 2);
  const largest = Math.max(Math.abs(box.minX), Math.abs(box.maxX), Math.abs(box.minY), Math.abs(box.maxY));
  const exponent = Math.max(exponentOf(half) + 1 - 45, exponentOf(largest) - 52, -1074);
  const a = 2 ** Math.trunc(-exponent / 2);
  const b = 2 ** (-exponent - Math.trunc(-exponent / 2));
  const middleX = Math.round((box.minX / 2 + box.maxX / 2) * a * b);
  const middleY = Math.round((box.minY / 2 + box.maxY / 2) * a * b);
  // Adding 0 turns −0 into 0, so that equal grid points have equal bits.
  const toGrid = (value: number, middle: number): number => Math.round(value * a * b) - middle + 0;
  // The part behind the point of a double is a double.
  const offset = (value: number, index: number, middle: number): number => value * a * b - (index + middle);
  const fromGrid = (index: number, middle: number): number => {
    const value = ((index + middle) / a / b) as number;
    return Math.max(-Number.MAX_VALUE, Math.min(Number.MAX_VALUE, value)) + 0;
  };
  return {
    step: 2 ** exponent,
    column: (x) => toGrid(x, middleX),
    row: (y) => toGrid(y, middleY),
    offsetX: (x, column) => offset(x, column, middleX),
    offsetY: (y, row) => offset(y, row, middleY),
    x: (column) => fromGrid(column, middleX),
    y: (row) => fromGrid(row, middleY),
  };
}

/** The e with 2^e <= x < 2^(e + 1); −1074 for 0. */
function exponentOf(x: number): number {
  if (x === 0) return -1074;
  let e = Math.max(-1074, Math.min(1023, Math.floor(Math.log2(x))));
  // log2 is rounded and may be one off next to a power of two.
  while (e > -1074 && 2 ** e > x) e--;
  while (e < 1023 && 2 ** (e + 1) <= x) e++;
  return e;
}
