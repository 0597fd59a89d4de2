/** What is known of the disc around a place. */
export interface Known {
  x: number;
  y: number;
  /** Bytes that it takes. */
  size: number;
}

/** Finds what is known of a disc, from what is known of one that holds it. */
export type Narrow<T> = (known: T, x: number, y: number, radius: number) => T;

/** What is known around a place: of discs within 1/2 of a width of it. */
export type KeptSquares<T> = (x: number, y: number, width: number) => T;

/** Levels of squares that are looked at, at most, each twice as wide as the one below. */
const MOST_LEVELS = 32;

/** Squares further from the origin than this many of their widths are not kept. */
const FURTHEST = 2 ** 30;

/** Bytes of all that is kept, at most. */
const KEPT = 2 ** 23;

/** Keeps what is found for squares, each by way of the one around it that is twice as wide, up to one as wide as the size of all. */
export function keptSquares<T extends Known>(all: T, size: number, narrow: Narrow<T>): KeptSquares<T> {
  const kept = new Map<string, T>();
  let count = 0;
  let last = { width: 0, column: 0, row: 0, known: all };

  /** Of a disc within 5/4 of a square's width of its middle: it holds all discs whose middle the square has and that are no wider. */
  function keptSquare(width: number, column: number, row: number, levels: number): T {
    const key = `${width} ${column} ${row}`;
    let known = kept.get(key);
    if (known) return known;
    const above = levels > 1 ? keptSquare(2 * width, Math.floor(column / 2), Math.floor(row / 2), levels - 1) : all;
    known = narrow(above, (column + 0.5) * width, (row + 0.5) * width, 1.25 * width);
    count += known.size;
    if (count > KEPT) {
      kept.clear();
      count = 0;
    }
    kept.set(key, known);
    return known;
  }

  return (x, y, width) => {
    const [column, row] = [Math.floor(x / width), Math.floor(y / width)];
    if (!(Math.abs(column) < FURTHEST && Math.abs(row) < FURTHEST)) return all;
    if (last.width === width && last.column === column && last.row === row) return last.known;
    const levels = Math.min(MOST_LEVELS, 1 + Math.ceil(Math.log2(size / width)));
    const known = keptSquare(width, column, row, levels);
    last = { width, column, row, known };
    return known;
  };
}

/** The width of the squares that are looked at for discs of a radius. */
export function widthFor(radius: number): number {
  return 2 ** Math.ceil(Math.log2(radius) + 1);
}
