import { crossings } from "./crossings";
import type { DistanceField } from "./field";
import { valuesAt } from "./measured";

/** No more crossed cells than this. */
const MOST_CELLS = 400_000;

/** How far past the level thin pieces are looked for, in squares. */
const PAST = [1, 0.25, 0.0625];
/** The way over which growth is measured, in squares. */
const BESIDE = 1 / 64;

/** A place, and what its value differs from the level by. */
export interface Witness {
  x: number;
  y: number;
  off: number;
}

export interface Squares {
  x: number;
  y: number;
  cell: number;
  /** How many to a side, a power of two. */
  along: number;
}

/** A field's values at the corners of squares, which are numbered row by row; each is asked for once, and many at once. */
export class CornerValues {
  /** Of each corner that was asked for where its value is. */
  private readonly known = new Map<number, number>();
  private readonly values: number[] = [];

  constructor(
    readonly field: DistanceField,
    readonly squares: Squares,
  ) {}

  ask(corners: readonly number[]): void {
    const { known, values } = this;
    const open: number[] = [];
    for (const corner of corners) {
      if (known.has(corner)) continue;
      known.set(corner, values.length + open.length);
      open.push(corner);
    }
    for (const value of this.valuesBeside(open, 0)) values.push(value);
  }

  /** The value at a corner that was asked for. */
  at(corner: number): number {
    return this.values[this.known.get(corner)!];
  }

  /** Values at places that lie some way beside corners, along x and along y. */
  valuesBeside(corners: readonly number[], way: number): Float64Array {
    const places: number[] = [];
    for (const corner of corners) {
      const [x, y] = this.placeOf(corner);
      places.push(x + way, y + way);
    }
    return valuesAt(this.field, places);
  }

  placeOf(corner: number): [x: number, y: number] {
    const { x, y, cell, along } = this.squares;
    return [x + (corner % (along + 1)) * cell, y + Math.floor(corner / (along + 1)) * cell];
  }
}

/** The smallest squares that a level crosses, and the lines through them. */
export class CrossedCells {
  /** Where sides are crossed; a side is its first corner, doubled, and one more where it runs along y. */
  private readonly places = new Map<number, [x: number, y: number]>();
  /** The side that a line leads to, by the side that it comes from. */
  private readonly next = new Map<number, number>();
  /** From a corner to the one above it. */
  private readonly up: number;
  /** The squares that may be crossed, and what their middles differ from the level by. */
  private readonly cells: number[];
  private readonly offs: number[];
  /** Those that no line leads through. */
  private readonly quiet = new Set<number>();

  /** Throws `RangeError` where these are too many. */
  constructor(
    private readonly values: CornerValues,
    private readonly level: number,
  ) {
    this.up = values.squares.along + 1;
    const { cells, middles } = this.crossed();
    const corners: number[] = [];
    for (const cell of cells) corners.push(cell, cell + 1, cell + this.up, cell + this.up + 1);
    values.ask(corners);
    for (let k = 0; k < cells.length; k++) if (!this.cross(cells[k], middles[k] <= level)) this.quiet.add(cells[k]);
    this.cells = cells;
    this.offs = middles.map((middle) => middle - level);
    this.placeAll();
  }

  /** Closed lines, what lies below the level on their left. */
  lines(): [number, number][][] {
    const lines: [number, number][][] = [];
    for (const [start] of this.next) {
      const line: [number, number][] = [];
      for (let side: number | undefined = start; side !== undefined; ) {
        const following: number | undefined = this.next.get(side);
        if (following === undefined) break;
        this.next.delete(side);
        line.push(this.places.get(side)!);
        side = following;
      }
      if (line.length > 1) lines.push(line);
    }
    return lines;
  }

  /**
   * Places that tell whether thin pieces were missed that lie between the corners of squares: the middles, and what lies past the level that is
   * nearest to the middle of a square, if that lies in the square, though no line leads through it.
   */
  witnesses(): Witness[] {
    const { field, squares } = this.values;
    const { cell } = squares;
    const middles = this.cells.map((corner, k) => {
      const [px, py] = this.values.placeOf(corner);
      return { x: px + cell / 2, y: py + cell / 2, off: this.offs[k] };
    });
    const quiet = middles.filter((_, k) => this.quiet.has(this.cells[k]));
    const by = BESIDE * cell;
    const beside = valuesAt(
      field,
      quiet.flatMap((middle) => [middle.x + by, middle.y, middle.x, middle.y + by]),
    );
    const places = quiet.flatMap(({ x, y, off }, k) => {
      const [sx, sy] = [0, 1].map((axis) => (beside[2 * k + axis] - this.level - off) / by);
      const squared = sx * sx + sy * sy;
      const [ux, uy] = [(-off * sx) / squared, (-off * sy) / squared];
      if (!(Math.max(Math.abs(ux), Math.abs(uy)) <= cell / 2)) return [];
      const toLevel = Math.hypot(ux, uy);
      return PAST.flatMap((part) => {
        const way = 1 + (part * cell) / toLevel;
        return [x + way * ux, y + way * uy];
      });
    });
    const values = valuesAt(field, places);
    const beyond = Array.from(values, (value, k) => ({
      x: places[2 * k],
      y: places[2 * k + 1],
      off: value - this.level,
    }));
    return [...middles, ...beyond];
  }

  /** The smallest squares that may be crossed, by their first corners, and the values in their middles. */
  private crossed(): { cells: number[]; middles: number[] } {
    const { values, level, up } = this;
    const { cell, along } = values.squares;
    const mayCross = (value: number, size: number): boolean =>
      Math.abs(value - level) <= 1.0000001 * values.field.lipschitz * ((size * cell) / 2) * Math.SQRT2;
    let open = [0];
    for (let size = along; size > 1; size /= 2) {
      const half = size / 2;
      const middles = values.valuesBeside(open, half * cell);
      const parts: number[] = [];
      for (let k = 0; k < open.length; k++) {
        const corner = open[k];
        if (mayCross(middles[k], size))
          parts.push(corner, corner + half, corner + half * up, corner + half * up + half);
      }
      open = parts;
    }
    const all = values.valuesBeside(open, cell / 2);
    const [cells, middles]: [number[], number[]] = [[], []];
    for (let k = 0; k < open.length; k++) {
      if (!mayCross(all[k], 1)) continue;
      cells.push(open[k]);
      middles.push(all[k]);
    }
    if (cells.length > MOST_CELLS) throw new RangeError("the contour is too long for its tolerance");
    return { cells, middles };
  }

  /** The lines through a square, around which its corners lie from +x towards +y; gives whether there are some. */
  private cross(cell: number, isMiddleIn: boolean): boolean {
    const { up } = this;
    const isIn = [cell, cell + 1, cell + up + 1, cell + up].map((corner) => this.values.at(corner) <= this.level);
    const sides = [2 * cell, 2 * (cell + 1) + 1, 2 * (cell + up), 2 * cell + 1];
    const isTwice = isIn[0] !== isIn[1] && isIn[0] === isIn[2] && isIn[1] === isIn[3];
    for (let k = 0; k < 4; k++) {
      // Around the square what is in ends here: a line with it on the left comes in.
      if (!isIn[k] || isIn[(k + 1) & 3]) continue;
      let end = k;
      for (let r = 1; r < 4; r++) {
        const to = (k + r) & 3;
        if (isIn[to] === isIn[(to + 1) & 3] || isIn[to]) continue;
        end = to;
        if (!(isTwice && !isMiddleIn)) break;
      }
      this.next.set(sides[k], sides[end]);
    }
    return isIn.some((is) => is !== isIn[0]);
  }

  /** Finds where the level crosses the sides that lines come from. */
  private placeAll(): void {
    const { values, level, up, next } = this;
    const { cell } = values.squares;
    const [x, y, dx, dy, first, last] = [0, 1, 2, 3, 4, 5].map(() => new Float64Array(next.size));
    let k = 0;
    for (const side of next.keys()) {
      const corner = Math.floor(side / 2);
      const isAlongY = side % 2 === 1;
      [x[k], y[k]] = values.placeOf(corner);
      if (isAlongY) dy[k] = cell;
      else dx[k] = cell;
      first[k] = values.at(corner) - level;
      last[k] = values.at(corner + (isAlongY ? up : 1)) - level;
      k++;
    }
    const shares = crossings(values.field, level, { x, y, dx, dy, first, last });
    k = 0;
    for (const side of next.keys()) {
      this.places.set(side, [x[k] + shares[k] * dx[k], y[k] + shares[k] * dy[k]]);
      k++;
    }
  }
}
