import { bounds, type Ring } from "../../polygon";

/**
 * The finest grid that serves for these rings: 2^-45 to 2^-46 of their extent, never finer than the doubles are at the
 * largest coordinate.
 */
export function pixelGrid(rings: readonly Ring[]): PixelGrid {
  const box = bounds(rings) ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 };
  // Halves, because the extent itself may exceed the largest double.
  const half = Math.max(box.maxX / 2 - box.minX / 2, box.maxY / 2 - box.minY / 2);
  const largest = Math.max(Math.abs(box.minX), Math.abs(box.maxX), Math.abs(box.minY), Math.abs(box.maxY));
  const exponent = Math.max(exponentOf(half) + 1 - 45, exponentOf(largest) - 52, -1074);
  const [a, b] = factorsOf(exponent);
  const middleX = Math.round((box.minX / 2 + box.maxX / 2) * a * b);
  const middleY = Math.round((box.minY / 2 + box.maxY / 2) * a * b);
  return new PixelGrid(exponent, middleX, middleY);
}

/**
 * A grid of squares of side `step` = 2^exponent. Grid coordinates are integers of at most 2^46, held in doubles, counted
 * from the middle. Scaling by a power of two is exact; it is done in two factors because 2^±1074 is no double.
 */
export class PixelGrid {
  readonly step: number;
  private readonly scale: number;
  private readonly scaleAgain: number;

  constructor(
    exponent: number,
    private readonly middleX: number,
    private readonly middleY: number,
  ) {
    this.step = 2 ** exponent;
    [this.scale, this.scaleAgain] = factorsOf(exponent);
  }

  /** The grid coordinate whose pixel holds the value: the nearest integer, halves upwards (pixels are half-open). */
  column(x: number): number {
    // Adding 0 turns −0 into 0, so that equal grid points have equal bits.
    return Math.round(x * this.scale * this.scaleAgain) - this.middleX + 0;
  }

  row(y: number): number {
    return Math.round(y * this.scale * this.scaleAgain) - this.middleY + 0;
  }

  /**
   * Where in its pixel a value lies, from the pixel's centre, in steps: exact, as the part of a double behind the point is
   * a double; unless it is less than the doubles can tell of a step (2^-1074 of it).
   */
  offsetX(x: number, column: number): number {
    return x * this.scale * this.scaleAgain - (column + this.middleX);
  }

  offsetY(y: number, row: number): number {
    return y * this.scale * this.scaleAgain - (row + this.middleY);
  }

  /** The distance between points of one pixel, in steps. */
  distance(px: number, py: number, qx: number, qy: number): number {
    return Math.sqrt(((px - qx) / this.step) ** 2 + ((py - qy) / this.step) ** 2);
  }

  x(column: number): number {
    return this.value(column + this.middleX);
  }

  y(row: number): number {
    return this.value(row + this.middleY);
  }

  private value(index: number): number {
    const value = index / this.scale / this.scaleAgain;
    return Math.max(-Number.MAX_VALUE, Math.min(Number.MAX_VALUE, value)) + 0;
  }
}

/** 2^-exponent as a product. */
function factorsOf(exponent: number): [number, number] {
  const part = Math.trunc(-exponent / 2);
  return [2 ** part, 2 ** (-exponent - part)];
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
