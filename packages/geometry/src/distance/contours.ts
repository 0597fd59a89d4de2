import type { Grid } from "./field";

/** A line of equal value: points x0 y0 x1 y1 … in plan units, larger values on its left. */
export interface Contour {
  level: number;
  points: Float64Array;
  closed: boolean;
}

/**
 * The contours of values sampled at a grid's cell centres, linear between neighbours; they end where the samples do.
 *
 * Each square of four samples is crossed by no, one or two pieces; the ambiguous case of two high and two low corners
 * in turn is settled by the saddle of the bilinear patch between them (Nielson and Hamann 1991). Pieces are joined
 * through the sides that they share. A sample equal to the level counts as above it.
 */
export function contours(grid: Grid, values: ArrayLike<number>, levels: readonly number[]): Contour[] {
  const sorted = Float64Array.from(levels).sort();
  const { cells, first } = crossedCells(grid, values, sorted);
  const lines = new Lines(grid, values);
  const byLevel = new Map<number, Contour[]>();
  sorted.forEach((level, k) => {
    if (!byLevel.has(level)) byLevel.set(level, lines.at(level, cells.subarray(first[k], first[k + 1])));
  });
  return levels.flatMap((level) => byLevel.get(level)!);
}

/** For each level the cells (squares of four samples, named by the first of them) that it crosses, row by row. */
function crossedCells(
  { columns, rows }: Grid,
  values: ArrayLike<number>,
  levels: Float64Array,
): { cells: Int32Array; first: Int32Array } {
  const reached = levelsReached(values, levels);
  const first = new Int32Array(levels.length + 1);
  let fill: Int32Array | null = null;
  let cells = new Int32Array(0);
  // First they are counted, then listed.
  for (let pass = 0; pass < 2; pass++) {
    for (let row = 0; row + 1 < rows; row++) {
      for (let a = row * columns, end = a + columns - 1; a < end; a++) {
        const p = reached[a];
        const q = reached[a + 1];
        const r = reached[a + columns];
        const s = reached[a + columns + 1];
        if (p === q && p === r && p === s) continue;
        const most = Math.max(p, q, r, s);
        for (let k = Math.min(p, q, r, s); k < most; k++) {
          if (fill) cells[fill[k]++] = a;
          else first[k + 1]++;
        }
      }
    }
    if (fill) break;
    for (let k = 0; k < levels.length; k++) first[k + 1] += first[k];
    cells = new Int32Array(first[levels.length]);
    fill = first.slice();
  }
  return { cells, first };
}

/** For each sample how many of some rising levels it reaches. */
function levelsReached(values: ArrayLike<number>, levels: Float64Array): Int32Array {
  const reached = new Int32Array(values.length);
  // Neighbours reach about as many.
  let k = 0;
  for (let i = 0; i < reached.length; i++) {
    const value = values[i];
    while (k < levels.length && levels[k] <= value) k++;
    while (k > 0 && levels[k - 1] > value) k--;
    reached[i] = k;
  }
  return reached;
}

/**
 * Whether the patch between two high and two low corners is high where it is level: there a patch with the values P Q R S around it has
 * (P R − Q S) / (P + R − Q − S).
 */
function isSaddleHigh(high: number, oneWay: number, otherWay: number): boolean {
  return (high === 5 && oneWay >= otherWay) || (high === 10 && otherWay >= oneWay);
}

/** Joins pieces to lines, level by level. A side between two samples is named by its first sample, doubled, plus 1 where it runs along y. */
class Lines {
  /** One more than the side that a piece leads to, by the side that it comes from; 0 for none. */
  private readonly next: Int32Array;
  /** Whether a piece leads to a side. */
  private readonly isEnd: Uint8Array;

  constructor(
    private readonly grid: Grid,
    private readonly values: ArrayLike<number>,
  ) {
    this.next = new Int32Array(2 * grid.columns * grid.rows);
    this.isEnd = new Uint8Array(this.next.length);
  }

  at(level: number, cells: Int32Array): Contour[] {
    const { next, isEnd } = this;
    const starts = new Int32Array(2 * cells.length);
    const ends = new Int32Array(2 * cells.length);
    let count = 0;
    for (const a of cells) count = this.cross(a, level, starts, ends, count);
    const lines: Contour[] = [];
    for (let k = 0; k < count; k++)
      if (next[starts[k]] > 0 && !isEnd[starts[k]]) lines.push(this.follow(starts[k], level));
    for (let k = 0; k < count; k++) if (next[starts[k]] > 0) lines.push(this.follow(starts[k], level));
    for (let k = 0; k < count; k++) isEnd[ends[k]] = 0;
    return lines;
  }

  /** The pieces through one cell, from a side where high turns to low to one where low turns to high. */
  private cross(a: number, level: number, starts: Int32Array, ends: Int32Array, from: number): number {
    const { values, next, isEnd } = this;
    const { columns } = this.grid;
    const p = values[a];
    const q = values[a + 1];
    const r = values[a + 1 + columns];
    const s = values[a + columns];
    const high = (p >= level ? 1 : 0) | (q >= level ? 2 : 0) | (r >= level ? 4 : 0) | (s >= level ? 8 : 0);
    const isHigh = isSaddleHigh(high, (p - level) * (r - level), (q - level) * (s - level));
    const pieces = PIECES[isHigh ? high + 16 : high];
    let count = from;
    for (let k = 0; k < pieces.length; k += 2) {
      const start = sideOf(a, columns, pieces[k]);
      const end = sideOf(a, columns, pieces[k + 1]);
      starts[count] = start;
      ends[count++] = end;
      next[start] = end + 1;
      isEnd[end] = 1;
    }
    return count;
  }

  private follow(from: number, level: number): Contour {
    const { next, grid, values } = this;
    const points: number[] = [];
    for (let side = from; ; ) {
      const following = next[side];
      next[side] = 0;
      pushCrossing(grid, values, level, side, points);
      if (following === 0) return { level, points: Float64Array.from(points), closed: false };
      side = following - 1;
      if (side === from) return { level, points: Float64Array.from(points), closed: true };
    }
  }
}

/** Side k of a cell, which lies between its corners k and k + 1, from +x towards +y around it. */
function sideOf(a: number, columns: number, k: number): number {
  if (k === 0) return 2 * a;
  if (k === 1) return 2 * a + 3;
  return k === 2 ? 2 * (a + columns) : 2 * a + 1;
}

/**
 * For each choice of high corners (1, 2, 4, 8) the sides that pieces run between, two each; 16 more where the middle is high, which
 * counts where two corners across are: then a piece cuts off the low corner after its start, otherwise the high one before it.
 */
const PIECES: readonly (readonly number[])[] = Array.from({ length: 32 }, (_, choice) => {
  const isHigh = (k: number): boolean => ((choice >> (k & 3)) & 1) === 1;
  const isTwice = (choice & 15) === 5 || (choice & 15) === 10;
  const falls = [0, 1, 2, 3].filter((k) => isHigh(k) && !isHigh(k + 1));
  return falls.flatMap((k) => {
    if (isTwice) return [k, (k + (choice > 15 ? 1 : 3)) & 3];
    return [k, [1, 2, 3].map((r) => (k + r) & 3).find((r) => !isHigh(r) && isHigh(r + 1))!];
  });
});

/** Where the level crosses a side, linear between its samples. */
function pushCrossing(grid: Grid, values: ArrayLike<number>, level: number, side: number, points: number[]): void {
  const a = side >> 1;
  const alongY = side & 1;
  const b = alongY ? a + grid.columns : a + 1;
  const t = (level - values[a]) / (values[b] - values[a]);
  points.push(
    grid.x + ((a % grid.columns) + 0.5 + (alongY ? 0 : t)) * grid.cell,
    grid.y + (Math.floor(a / grid.columns) + 0.5 + (alongY ? t : 0)) * grid.cell,
  );
}
