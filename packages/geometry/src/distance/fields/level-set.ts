import { cleaned } from "../../arrangement";
import type { MultiPolygon, Ring } from "../../polygon";
import { simplifyOutlines } from "../../simplify";
import type { Slope } from "../forms";
import type { DistanceField } from "./field";
import { boxAroundBoth } from "./sets";

/** Where a field has one value, as valid polygons around what lies below it. */
export interface LevelSet {
  polygons: MultiPolygon;
  /** No value found along the outlines differed from the level by more than this, in plan units. */
  error: number;
  /** Nothing thinner than this was looked for. */
  cell: number;
}

/** No more cells along the longer side, and no more crossed ones, than this. */
const MOST_ALONG = 2048;
const MOST_CELLS = 400_000;

/**
 * The outline of all places where a field is at most `level`, within `tolerance` of it, with as few vertices as that needs.
 *
 * Squares that may hold the level are divided in four: by the field's growth those where its value in the middle differs from the
 * level by no more than half the diagonal. In the smallest ones lines run between the sides that change from below to above (W. E.
 * Lorensen and H. E. Cline, Marching cubes, 1987, in the plane); where they cross a side, and which way they run where two
 * pairs of sides do, the field itself is asked. A line that differs from the level is bent where it does: to the place where the
 * tangents of its ends meet, if the level has a corner there, otherwise to a place on the level (Newton's method).
 * Throws `RangeError` for a tolerance that is not greater than 0, and for what reaches without end.
 */
export function levelSet(field: DistanceField, level: number, tolerance: number): LevelSet {
  return levelSets(field, [level], tolerance)[0];
}

/** `levelSet` of several levels at once: the field is asked once for all where they share the corners of squares. */
export function levelSets(field: DistanceField, levels: readonly number[], tolerance: number): LevelSet[] {
  if (!(tolerance > 0)) throw new RangeError("a contour takes a tolerance greater than 0");
  const found: LevelSet[] = levels.map(() => ({ polygons: [], error: 0, cell: 0 }));
  let open = levels.map((_, k) => k).filter((k) => field.within(levels[k]) !== null);
  const box = open.map((k) => field.within(levels[k])).reduce(boxAroundBoth, null);
  if (!box) return found;
  const { minX, minY, maxX, maxY } = box;
  if (![minX, minY, maxX, maxY].every(Number.isFinite))
    throw new RangeError("the places below this value have no end: a contour of them closes only along a frame");
  const extent = Math.max(maxX - minX, maxY - minY, tolerance);
  const least = 2 ** Math.ceil(Math.log2(Math.max(32, extent / (WIDTH * tolerance))));
  for (let round = 0; open.length > 0; round++) {
    const along = Math.min(MOST_ALONG, least * 2 ** round);
    const cell = extent / (along - 4);
    const within = tolerance / 2 ** round;
    const values = new CornerValues(field, { x: minX - 2 * cell, y: minY - 2 * cell, cell, along });
    open = open.filter((k) => {
      const level = levels[k];
      const rings = new CrossedCells(values, level).lines().map((line) => refined(field, level, FINE * within, line));
      const polygons = withFewerVertices(cleaned(rings, "nonzero").polygons, (1 - FINE) * within);
      const error = greatestDifference(field, level, polygons);
      found[k] = { polygons, error, cell };
      // In narrow places a line may have been bent to the other side: smaller squares tell them apart.
      return error > tolerance && round < ROUNDS && along < MOST_ALONG;
    });
  }
  return found;
}

/** Lines are bent to within this part of the tolerance; the rest is for leaving vertices out. */
const FINE = 0.125;
const ROUNDS = 5;

/** Cells are so many tolerances wide, where that is not too many of them. */
const WIDTH = 12;

interface Squares {
  x: number;
  y: number;
  cell: number;
  /** How many to a side, a power of two. */
  along: number;
}

/** A field's values at the corners of squares, each asked for once. */
class CornerValues {
  private readonly known = new Map<number, number>();

  constructor(
    readonly field: DistanceField,
    readonly squares: Squares,
  ) {}

  at(i: number, j: number): number {
    const { x, y, cell, along } = this.squares;
    const key = j * (along + 1) + i;
    let value = this.known.get(key);
    if (value === undefined) {
      value = this.field.at(x + i * cell, y + j * cell);
      this.known.set(key, value);
    }
    return value;
  }
}

/** The smallest squares that a level crosses, and the lines through them. */
class CrossedCells {
  /** Where sides are crossed, x y; a side is its first corner, doubled, and one more where it runs along y. */
  private readonly places = new Map<number, [number, number]>();
  /** The side that a line leads to, by the side that it comes from. */
  private readonly next = new Map<number, number>();
  private count = 0;
  private readonly field: DistanceField;
  private readonly squares: Squares;

  constructor(
    private readonly values: CornerValues,
    private readonly level: number,
  ) {
    this.field = values.field;
    this.squares = values.squares;
    this.divide(0, 0, this.squares.along);
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

  private divide(i: number, j: number, size: number): void {
    const { x, y, cell } = this.squares;
    const half = (size * cell) / 2;
    const value =
      size > 1
        ? this.corner(i + size / 2, j + size / 2)
        : this.field.at(x + i * cell + half, y + j * cell + half) - this.level;
    if (Math.abs(value) > 1.0000001 * this.field.lipschitz * half * Math.SQRT2) return;
    if (size === 1) {
      if (++this.count > MOST_CELLS) throw new RangeError("the contour is too long for its tolerance");
      this.cross(i, j, value <= 0);
      return;
    }
    const step = size / 2;
    this.divide(i, j, step);
    this.divide(i + step, j, step);
    this.divide(i, j + step, step);
    this.divide(i + step, j + step, step);
  }

  /** The lines through a square, around which its corners lie from +x towards +y. */
  private cross(i: number, j: number, isMiddleIn: boolean): void {
    const isIn = [this.corner(i, j), this.corner(i + 1, j), this.corner(i + 1, j + 1), this.corner(i, j + 1)].map(
      (value) => value <= 0,
    );
    const sides = [this.side(i, j, 0), this.side(i + 1, j, 1), this.side(i, j + 1, 0), this.side(i, j, 1)];
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
      this.link(sides[k], sides[end], i, j, k, end);
    }
  }

  private link(from: number, to: number, i: number, j: number, k: number, end: number): void {
    this.placeOn(from, i, j, k);
    this.placeOn(to, i, j, end);
    this.next.set(from, to);
  }

  /** Where the level crosses a side of a square. */
  private placeOn(side: number, i: number, j: number, k: number): void {
    if (this.places.has(side)) return;
    const { x, y, cell } = this.squares;
    const at = [
      [i, j],
      [i + 1, j],
      [i, j + 1],
      [i, j],
    ][k];
    const alongY = k & 1;
    const [ax, ay] = [x + at[0] * cell, y + at[1] * cell];
    const valueAt = (share: number): number =>
      this.field.at(ax + (alongY ? 0 : share * cell), ay + (alongY ? share * cell : 0)) - this.level;
    const [first, last] = [this.corner(at[0], at[1]), this.corner(at[0] + 1 - alongY, at[1] + alongY)];
    const share = crossingOf(valueAt, first, last);
    this.places.set(side, [ax + (alongY ? 0 : share * cell), ay + (alongY ? share * cell : 0)]);
  }

  private corner(i: number, j: number): number {
    return this.values.at(i, j) - this.level;
  }

  private side(i: number, j: number, alongY: number): number {
    return 2 * (j * (this.squares.along + 1) + i) + alongY;
  }
}

/** No bracket needs more steps: every third one halves it. */
const STEPS = 150;

/**
 * Where a function from 0 to 1 changes from at most 0 to more, or back, by false position with the Illinois rule (M. Dowell and
 * P. Jarratt, 1971), halving in between, until nothing lies between.
 */
function crossingOf(valueAt: (share: number) => number, first: number, last: number): number {
  let [low, high] = [0, 1];
  let [below, above] = [first, last];
  let kept = 0;
  for (let step = 1; step <= STEPS && high - low > 2 ** -50; step++) {
    const guess = low + ((high - low) * below) / (below - above);
    const share = step % 3 > 0 && guess > low && guess < high ? guess : (low + high) / 2;
    const value = valueAt(share);
    if (value === 0) return share;
    if (value <= 0 === first <= 0) {
      low = share;
      below = value;
      // The end that stays a second time counts for half, so that it moves as well.
      if (kept === 1) above /= 2;
      kept = 1;
    } else {
      high = share;
      above = value;
      if (kept === -1) below /= 2;
      kept = -1;
    }
  }
  return (low + high) / 2;
}

/** A place on the level with the field's gradient there. */
interface Place {
  x: number;
  y: number;
  slope: Slope;
}

/** Halvings of one line at most. */
const DEEPEST = 12;
/** Gradients that differ by more than this cosine may come from both sides of a crease. */
const CREASE = 0.97;

function refined(field: DistanceField, level: number, tolerance: number, line: readonly [number, number][]): Ring {
  const points: number[] = [];
  const placeAt = (x: number, y: number): Place => {
    const slope = { x: 0, y: 0 };
    field.at(x, y, slope);
    return { x, y, slope };
  };
  const offBy = (x: number, y: number): number => Math.abs(field.at(x, y) - level);
  const isClose = (p: Place, q: Place): boolean =>
    [0.25, 0.5, 0.75].every((share) => offBy(p.x + share * (q.x - p.x), p.y + share * (q.y - p.y)) <= tolerance);
  const between = (p: Place, q: Place, depth: number): void => {
    if (depth >= DEEPEST || isClose(p, q)) return;
    const corner = cornerOf(p, q);
    if (corner && offBy(corner.x, corner.y) <= tolerance / 2) {
      const place = placeAt(corner.x, corner.y);
      if (isClose(p, place) && isClose(place, q)) {
        points.push(corner.x, corner.y);
        return;
      }
    }
    const middle = onLevel(field, level, (p.x + q.x) / 2, (p.y + q.y) / 2, Math.hypot(q.x - p.x, q.y - p.y) / 2);
    const place = middle ?? acrossLevel(field, level, p, q);
    if (!place) return;
    between(p, place, depth + 1);
    points.push(place.x, place.y);
    between(place, q, depth + 1);
  };
  const places = line.map(([x, y]) => placeAt(x, y));
  places.forEach((place, k) => {
    points.push(place.x, place.y);
    between(place, places[(k + 1) % places.length], 0);
  });
  return Float64Array.from(points);
}

/** Where the tangents at two places meet, if these differ, and that lies near. */
function cornerOf(p: Place, q: Place): { x: number; y: number } | null {
  const [a, b] = [p.slope, q.slope];
  const [la, lb] = [Math.hypot(a.x, a.y), Math.hypot(b.x, b.y)];
  if (!(la > 0 && lb > 0) || (a.x * b.x + a.y * b.y) / (la * lb) > CREASE) return null;
  // a · (c − p) = 0 and b · (c − q) = 0
  const turn = a.x * b.y - a.y * b.x;
  if (turn === 0) return null;
  const [u, v] = [a.x * p.x + a.y * p.y, b.x * q.x + b.y * q.y];
  const x = (u * b.y - v * a.y) / turn;
  const y = (a.x * v - b.x * u) / turn;
  const far = Math.hypot(q.x - p.x, q.y - p.y);
  return Math.hypot(x - p.x, y - p.y) <= 2 * far && Math.hypot(x - q.x, y - q.y) <= 2 * far ? { x, y } : null;
}

/** A place on the level near another one, or null where the gradient leads too far. */
function onLevel(field: DistanceField, level: number, x: number, y: number, reach: number): Place | null {
  const slope = { x: 0, y: 0 };
  let [px, py] = [x, y];
  for (let step = 0; step < 8; step++) {
    const value = field.at(px, py, slope) - level;
    const squared = slope.x * slope.x + slope.y * slope.y;
    if (Math.abs(value) <= 1e-14 * (Math.abs(px) + Math.abs(py)) || squared === 0) break;
    px -= (value * slope.x) / squared;
    py -= (value * slope.y) / squared;
    if (!(Math.hypot(px - x, py - y) <= reach)) return null;
  }
  return { x: px, y: py, slope };
}

function withFewerVertices(polygons: MultiPolygon, tolerance: number): MultiPolygon {
  const outlines = polygons.flatMap(({ outer, holes }) =>
    [outer, ...holes].map((vertices) => ({ vertices, closed: true })),
  );
  const rings = simplifyOutlines(outlines, tolerance).outlines.map(({ vertices }) => vertices);
  return polygons.map(({ holes }) => {
    const [outer, ...inner] = rings.splice(0, 1 + holes.length);
    return { outer, holes: inner };
  });
}

/** Steps to each side in which the level is looked for beside a line, as long as the line all together. */
const BESIDE = 16;

/** Where the level crosses the upright on the middle of a line, near it; null where it does not. */
function acrossLevel(field: DistanceField, level: number, p: Place, q: Place): Place | null {
  const [x, y] = [(p.x + q.x) / 2, (p.y + q.y) / 2];
  const [nx, ny] = [(p.y - q.y) / BESIDE, (q.x - p.x) / BESIDE];
  const valueAt = (share: number): number => field.at(x + share * nx, y + share * ny) - level;
  const isIn = valueAt(0) <= 0;
  for (let step = 1; step <= BESIDE; step++)
    for (const side of [step, -step]) {
      if (valueAt(side) <= 0 === isIn) continue;
      let [low, high] = [side - Math.sign(side), side];
      for (let k = 0; k < 50; k++) {
        const middle = (low + high) / 2;
        if (valueAt(middle) <= 0 === isIn) low = middle;
        else high = middle;
      }
      const slope = { x: 0, y: 0 };
      const [px, py] = [x + high * nx, y + high * ny];
      field.at(px, py, slope);
      return { x: px, y: py, slope };
    }
  return null;
}

/** Places asked along each edge. */
const ASKED = 8;

function greatestDifference(field: DistanceField, level: number, polygons: MultiPolygon): number {
  let most = 0;
  for (const { outer, holes } of polygons)
    for (const ring of [outer, ...holes])
      for (let i = 0; i < ring.length; i += 2) {
        const j = i + 2 < ring.length ? i + 2 : 0;
        for (let k = 0; k < ASKED; k++) {
          const share = k / ASKED;
          const value = field.at(
            ring[i] + share * (ring[j] - ring[i]),
            ring[i + 1] + share * (ring[j + 1] - ring[i + 1]),
          );
          most = Math.max(most, Math.abs(value - level));
        }
      }
  return most;
}
