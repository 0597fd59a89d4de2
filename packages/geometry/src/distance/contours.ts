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
  return levels.flatMap((level) => contourLines(grid, values, level));
}

function contourLines(grid: Grid, values: ArrayLike<number>, level: number): Contour[] {
  const { columns, rows } = grid;
  // A side between two samples is named by its first sample, doubled, plus 1 where it runs along y.
  const next = new Map<number, number>();
  const ends = new Set<number>();
  for (let row = 0; row + 1 < rows; row++)
    for (let column = 0; column + 1 < columns; column++) {
      const a = row * columns + column;
      const corners = [a, a + 1, a + 1 + columns, a + columns];
      const high = corners.map((i) => values[i] >= level);
      const sides = [2 * a, 2 * (a + 1) + 1, 2 * (a + columns), 2 * a + 1];
      // Around the square from +x towards +y: a piece enters where low turns to high and leaves where high turns to low.
      const falls: number[] = [];
      const rises: number[] = [];
      for (let k = 0; k < 4; k++) {
        if (high[k] && !high[(k + 1) % 4]) falls.push(k);
        if (!high[k] && high[(k + 1) % 4]) rises.push(k);
      }
      const centre = falls.length === 2 && corners.reduce((sum, i) => sum + values[i], 0) / 4 >= level;
      falls.forEach((fall) => {
        // A piece cuts off the high corners before it, or, where the middle is high, the low ones after it.
        const rise = falls.length === 1 ? rises[0] : centre ? after(fall, rises) : before(fall, rises);
        next.set(sides[fall], sides[rise]);
        ends.add(sides[rise]);
      });
    }
  return join(next, ends, (side) => crossingPoint(grid, values, level, side), level);
}

const after = (k: number, list: number[]): number => list.find((r) => r === (k + 1) % 4) ?? list[0];
const before = (k: number, list: number[]): number => list.find((r) => r === (k + 3) % 4) ?? list[0];

function join(
  next: Map<number, number>,
  ends: Set<number>,
  pointOf: (side: number) => [number, number],
  level: number,
): Contour[] {
  const lines: Contour[] = [];
  const follow = (from: number): void => {
    const points: number[] = [];
    let side: number | undefined = from;
    while (side !== undefined) {
      const following = next.get(side);
      next.delete(side);
      points.push(...pointOf(side));
      side = following;
      if (side === from) break;
    }
    lines.push({ level, points: Float64Array.from(points), closed: side === from });
  };
  for (const start of [...next.keys()]) if (!ends.has(start)) follow(start);
  for (const start of [...next.keys()]) if (next.has(start)) follow(start);
  return lines;
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
