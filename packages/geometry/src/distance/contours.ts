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
 * in turn is settled by the mean of the four. Pieces are joined through the sides that they share. A sample equal to
 * the level counts as above it.
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
  const first = new Int32Array(levels.length + 1);
  let fill: Int32Array | null = null;
  let cells = new Int32Array(0);
  // First they are counted, then listed.
  for (let pass = 0; pass < 2; pass++) {
    for (let row = 0; row + 1 < rows; row++) {
      for (let a = row * columns, end = a + columns - 1; a < end; a++) {
        const p = values[a];
        const q = values[a + 1];
        const r = values[a + columns];
        const s = values[a + columns + 1];
        const least = Math.min(p, q, r, s);
        const most = Math.max(p, q, r, s);
        // Above the least sample, and not above the greatest.
        let k = firstAbove(levels, least);
        for (; k < levels.length && levels[k] <= most; k++) {
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

/** The first of some rising levels that is above a value. */
function firstAbove(levels: Float64Array, value: number): number {
  let low = 0;
  let high = levels.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (levels[middle] > value) high = middle;
    else low = middle + 1;
  }
  return low;
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

  /** The pieces through one cell, around it from +x towards +y: they enter where low turns to high and leave where high turns to low. */
  private cross(a: number, level: number, starts: Int32Array, ends: Int32Array, from: number): number {
    const { values, next, isEnd } = this;
    const { columns } = this.grid;
    const corners = [a, a + 1, a + 1 + columns, a + columns];
    const sides = [2 * a, 2 * (a + 1) + 1, 2 * (a + columns), 2 * a + 1];
    const high = (k: number): boolean => values[corners[k & 3]] >= level;
    let count = from;
    const add = (fall: number, rise: number): void => {
      starts[count] = sides[fall];
      ends[count++] = sides[rise & 3];
      next[sides[fall]] = sides[rise & 3] + 1;
      isEnd[sides[rise & 3]] = 1;
    };
    const falls = (k: number): boolean => high(k) && !high(k + 1);
    const rises = (k: number): boolean => !high(k) && high(k + 1);
    const isTwice = high(0) !== high(1) && high(0) === high(2) && high(1) === high(3);
    const isHigh = isTwice && corners.reduce((sum, i) => sum + values[i], 0) / 4 >= level;
    for (let k = 0; k < 4; k++) {
      if (!falls(k)) continue;
      // A piece cuts off the high corners before it, or, where the middle is high, the low ones after it.
      if (isTwice) add(k, isHigh ? k + 1 : k + 3);
      else for (let r = 1; r < 4; r++) if (rises((k + r) & 3)) add(k, k + r);
    }
    return count;
  }

  private follow(from: number, level: number): Contour {
    const { next, grid, values } = this;
    const points: number[] = [];
    for (let side = from; ; ) {
      const following = next[side];
      next[side] = 0;
      points.push(...crossingPoint(grid, values, level, side));
      if (following === 0) return { level, points: Float64Array.from(points), closed: false };
      side = following - 1;
      if (side === from) return { level, points: Float64Array.from(points), closed: true };
    }
  }
}

function crossingPoint(grid: Grid, values: ArrayLike<number>, level: number, side: number): [number, number] {
  const a = side >> 1;
  const alongY = side & 1;
  const b = alongY ? a + grid.columns : a + 1;
  const t = (level - values[a]) / (values[b] - values[a]);
  const x = grid.x + ((a % grid.columns) + 0.5 + (alongY ? 0 : t)) * grid.cell;
  const y = grid.y + (Math.floor(a / grid.columns) + 0.5 + (alongY ? t : 0)) * grid.cell;
  return [x, y];
}
