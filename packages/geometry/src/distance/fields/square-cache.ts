/** What is known of the disc around a place. */
export interface Known {
  x: number;
  y: number;
  /** Bytes that it takes. */
  size: number;
}

/** Finds what is known of a disc from what is known of a disc around it. */
export type Narrow<T> = (known: T, x: number, y: number, radius: number) => T;

/** What is known around a place, for discs within half a width of it. */
export type SquareCache<T> = (x: number, y: number, width: number) => T;

/** Levels of squares, at most; each level is twice as wide as the one below. */
const MOST_LEVELS = 32;

/** Squares further from the origin than this many of their widths are not cached. */
const FURTHEST = 2 ** 30;

/** Bytes in the cache, at most. */
const MOST_BYTES = 2 ** 23;

/**
 * Caches what is known of squares, as a quadtree: each square narrows what is known of the square around it, and the widest ones what is known of
 * all. `size` is the width of the widest ones, at least.
 */
export function squareCache<T extends Known>(all: T, size: number, narrow: Narrow<T>): SquareCache<T> {
  const cached = new Map<string, T>();
  let bytes = 0;
  let last = { width: 0, column: 0, row: 0, known: all };

  /** The disc of 5/4 of a square's width around its middle holds each disc that has its middle in the square and is no wider than it. */
  function cachedSquare(width: number, column: number, row: number, levels: number): T {
    const key = `${width} ${column} ${row}`;
    let known = cached.get(key);
    if (known) return known;
    const above = levels > 1 ? cachedSquare(2 * width, Math.floor(column / 2), Math.floor(row / 2), levels - 1) : all;
    known = narrow(above, (column + 0.5) * width, (row + 0.5) * width, 1.25 * width);
    bytes += known.size;
    if (bytes > MOST_BYTES) {
      cached.clear();
      bytes = 0;
    }
    cached.set(key, known);
    return known;
  }

  return (x, y, width) => {
    const [column, row] = [Math.floor(x / width), Math.floor(y / width)];
    if (!(Math.abs(column) < FURTHEST && Math.abs(row) < FURTHEST)) return all;
    if (last.width === width && last.column === column && last.row === row) return last.known;
    const levels = Math.min(MOST_LEVELS, 1 + Math.ceil(Math.log2(size / width)));
    const known = cachedSquare(width, column, row, levels);
    last = { width, column, row, known };
    return known;
  };
}

/** The width of squares for discs of a radius. */
export function widthFor(radius: number): number {
  return 2 ** Math.ceil(Math.log2(radius) + 1);
}
