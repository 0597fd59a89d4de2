import type { Blocks } from "../assembly/places";

/** What is known of the disc around a place. */
export interface Known {
  x: number;
  y: number;
  /** Bytes that it takes. */
  size: number;
}

/** Finds what is known of a disc around a square's middle from what is known of a disc around it. */
export type Narrow<T> = (known: T, x: number, y: number, radius: number, width: number) => T;

/** What is known around a place, in the square of some width there. */
export type SquareCache<T> = (x: number, y: number, width: number) => T;

/** Squares, one of which begins at x y. */
export interface Squares {
  x: number;
  y: number;
  /** The width of the widest ones, at least. */
  size: number;
  /** What is known of a square is so of the disc of this many widths around its middle. */
  reach: number;
}

/** A square's disc holds each disc that has its middle in the square and is no wider than it. */
const REACH = 1.25;

/** The disc around a block of samples, with room for rounding: half the diagonal of its square. */
const BLOCK_REACH = 0.708;
const ROOM = 1e-4;
/** The disc around a strip of a block is no smaller, except in the grid's corner. */
const LEAST_REACH = 0.48;

/** Levels of squares, at most; each level is twice as wide as the one below. */
const MOST_LEVELS = 32;

/** Squares further from the origin than this many of their widths are not cached. */
const FURTHEST = 2 ** 30;

/** Bytes in the cache, at most. */
const MOST_BYTES = 2 ** 23;

/**
 * Caches what is known of squares, as a quadtree: each square narrows what is known of the square around it, and the widest ones what is known of
 * all.
 */
export function squareCache<T extends Known>(all: T, squares: Squares, narrow: Narrow<T>): SquareCache<T> {
  const cached = new Map<string, T>();
  let bytes = 0;
  let last = { width: 0, column: 0, row: 0, known: all };

  function cachedSquare(width: number, column: number, row: number, levels: number): T {
    const key = `${width} ${column} ${row}`;
    let known = cached.get(key);
    if (known) return known;
    const above = levels > 1 ? cachedSquare(2 * width, Math.floor(column / 2), Math.floor(row / 2), levels - 1) : all;
    known = narrow(
      above,
      middleOf(squares.x, column, width),
      middleOf(squares.y, row, width),
      squares.reach * width,
      width,
    );
    bytes += known.size;
    if (bytes > MOST_BYTES) {
      cached.clear();
      bytes = 0;
    }
    cached.set(key, known);
    return known;
  }

  return (x, y, width) => {
    const [column, row] = [columnOf(x, squares.x, width), columnOf(y, squares.y, width)];
    if (!(Math.abs(column) < FURTHEST && Math.abs(row) < FURTHEST)) return all;
    if (last.width === width && last.column === column && last.row === row) return last.known;
    const levels = Math.min(MOST_LEVELS, 1 + Math.ceil(Math.log2(squares.size / width)));
    const known = cachedSquare(width, column, row, levels);
    last = { width, column, row, known };
    return known;
  };
}

/** Squares for any discs: their widths are powers of two, so that grids share them. */
export function anySquares(size: number): Squares {
  return { x: 0, y: 0, size, reach: REACH };
}

/** The width of squares for discs of a radius. */
export function widthFor(radius: number): number {
  return 2 ** Math.ceil(Math.log2(radius) + 1);
}

/**
 * Caches what is known of the blocks of a grid: they are narrower than other squares for the same places, so less counts in them. Null for a disc
 * that is not that of a block, or of what is left of one along the grid's border.
 */
export function blockCache<T extends Known>(
  all: T,
  size: number,
  narrow: Narrow<T>,
): (blocks: Blocks, x: number, y: number, radius: number) => T | null {
  let of: Blocks | undefined;
  let cache!: SquareCache<T>;
  return (given, x, y, radius) => {
    if (!of || !areAlike(of, given)) {
      of = given;
      cache = squareCache(all, { ...of, size: Math.max(size, of.size), reach: BLOCK_REACH }, narrow);
    }
    const { width } = of;
    const middleX = middleOf(of.x, columnOf(x, of.x, width), width);
    const middleY = middleOf(of.y, columnOf(y, of.y, width), width);
    const reached = Math.hypot(x - middleX, y - middleY) + radius;
    return radius > LEAST_REACH * width && reached <= (BLOCK_REACH - ROOM) * width ? cache(x, y, width) : null;
  };
}

/** Whether blocks lie where others do, but for half a cell: as those of rows further down of a grid do. */
function areAlike(a: Blocks, b: Blocks): boolean {
  return a.width === b.width && a.size >= b.size && [a.x - b.x, a.y - b.y].every((way) => isNearlyWhole(way / a.width));
}

function isNearlyWhole(number: number): boolean {
  return Math.abs(number - Math.round(number)) <= 1 / 128;
}

function columnOf(x: number, from: number, width: number): number {
  return Math.floor((x - from) / width);
}

function middleOf(from: number, column: number, width: number): number {
  return from + (column + 0.5) * width;
}
