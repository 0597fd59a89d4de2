import { type DistanceField, distanceIndex, type Grid, type Ring } from "@vertexon/geometry";

/** The greatest distance between two outlines, and where. */
interface Off {
  distance: number;
  x: number;
  y: number;
}

export interface OutlineErrors {
  /** Between what is seen of the true outline and that, either way; null where nothing is seen. */
  greatest: Off | null;
  /** The same near where the true outline turns at once, and along all other parts; null where there is none such. */
  atCorners: Off | null;
  elsewhere: Off | null;
  /** Parts of the true outline of which nothing is seen, and all that come within the samples. */
  missed: number;
  parts: number;
}

/** The true outline, and the distance to it. */
export interface TrueOutline {
  rings: readonly Ring[];
  distances: List;
}

type List = DistanceField["list"];

/** Where the direction turns by more than this, there is a corner: cos 30°. */
const TURN = Math.cos(Math.PI / 6);
/** How far around a corner samples are bent by it, in cells. */
const BENT = 2.5;
/** Places of the true outline that are looked at, for each cell that it comes by. */
const PLACES = 2;

/** How far the lines that are seen between samples, and the true outline within these, lie from each other. */
export function outlineErrors(
  { rings, distances }: TrueOutline,
  grid: Grid,
  values: Float64Array,
  lines: readonly Float64Array[],
): OutlineErrors {
  const corners = new Corners(rings, BENT * grid.cell);
  const errors: OutlineErrors = { greatest: null, atCorners: null, elsewhere: null, missed: 0, parts: 0 };
  const note = (places: Places, offs: Float64Array): void => {
    offs.forEach((off, k) => {
      const [x, y] = [places.xs[k], places.ys[k]];
      const found = { distance: Math.abs(off), x, y };
      const part = corners.areNear(x, y) ? "atCorners" : "elsewhere";
      if (found.distance > (errors[part]?.distance ?? -1)) errors[part] = found;
      if (found.distance > (errors.greatest?.distance ?? -1)) errors.greatest = found;
    });
  };
  const seen: Places = { xs: [], ys: [] };
  for (const line of lines) for (let k = 0; k < line.length; k += 2) push(seen, line[k], line[k + 1]);
  note(seen, valuesAt(distances, seen));
  const back = distanceIndex({ rings: lines.map(asRing), fillRule: "nonzero" });
  for (const ring of rings) {
    const places = placesWithin(ring, grid);
    if (places.xs.length === 0) continue;
    errors.parts++;
    if (!isSeen(places, grid, values)) errors.missed++;
    else note(places, valuesAt(back.list, places));
  }
  return errors;
}

interface Places {
  xs: number[];
  ys: number[];
}

function push({ xs, ys }: Places, x: number, y: number): void {
  xs.push(x);
  ys.push(y);
}

function valuesAt(list: List, { xs, ys }: Places): Float64Array {
  const values = new Float64Array(xs.length);
  list(Float64Array.from(xs), Float64Array.from(ys), values);
  return values;
}

/** An open line there and back again: as a ring it has the same distance. */
function asRing(line: Float64Array): Ring {
  const n = line.length;
  if (line[0] === line[n - 2] && line[1] === line[n - 1]) return line.subarray(0, n - 2);
  const ring = new Float64Array(2 * n - 4);
  ring.set(line);
  for (let k = n - 4, to = n; k > 0; k -= 2, to += 2) ring.set(line.subarray(k, k + 2), to);
  return ring;
}

/** Places along a ring between the outermost samples of a grid, its vertices and some between them. */
function placesWithin(ring: Ring, { x, y, cell, columns, rows }: Grid): Places {
  const places: Places = { xs: [], ys: [] };
  const box = [x + cell / 2, y + cell / 2, x + (columns - 0.5) * cell, y + (rows - 0.5) * cell];
  for (let k = 0; k < ring.length; k += 2) {
    const [px, py] = [ring[k], ring[k + 1]];
    const to = (k + 2) % ring.length;
    const [dx, dy] = [ring[to] - px, ring[to + 1] - py];
    const [from, end] = shareWithin(px, py, dx, dy, box);
    if (!(from <= end)) continue;
    const count = Math.ceil(((end - from) * Math.hypot(dx, dy) * PLACES) / cell) || 1;
    // An edge that ends within them ends where the next one begins.
    for (let i = 0; i < count + (end < 1 ? 1 : 0); i++) {
      const share = from + (i / count) * (end - from);
      push(places, px + share * dx, py + share * dy);
    }
  }
  return places;
}

/** Which shares of an edge lie in a box, from the first to the last; the first one is greater where none do (Liang and Barsky 1984). */
function shareWithin(px: number, py: number, dx: number, dy: number, box: readonly number[]): [number, number] {
  let [from, end] = [0, 1];
  for (const [start, by, low, high] of [
    [px, dx, box[0], box[2]],
    [py, dy, box[1], box[3]],
  ]) {
    if (by === 0) {
      if (start < low || start > high) return [1, 0];
      continue;
    }
    const [one, other] = [(low - start) / by, (high - start) / by];
    from = Math.max(from, Math.min(one, other));
    end = Math.min(end, Math.max(one, other));
  }
  return [from, end];
}

/** Whether the reader's values change their sign in a square of four samples that a part of the outline comes through. */
function isSeen({ xs, ys }: Places, { x, y, cell, columns, rows }: Grid, values: Float64Array): boolean {
  const squareOf = (at: number, start: number, count: number): number =>
    Math.max(0, Math.min(count - 2, Math.floor((at - start) / cell - 0.5)));
  return xs.some((at, k) => {
    const i = squareOf(ys[k], y, rows) * columns + squareOf(at, x, columns);
    const isIn = values[i] < 0;
    return values[i + 1] < 0 !== isIn || values[i + columns] < 0 !== isIn || values[i + columns + 1] < 0 !== isIn;
  });
}

/** The corners of an outline, by squares of a size. */
class Corners {
  private readonly squares = new Map<string, [number, number][]>();

  constructor(
    rings: readonly Ring[],
    private readonly size: number,
  ) {
    for (const ring of rings)
      for (let n = ring.length, k = 0; k < n; k += 2) {
        const [x, y] = [ring[k], ring[k + 1]];
        const [ax, ay] = [x - ring[(k + n - 2) % n], y - ring[(k + n - 1) % n]];
        const [bx, by] = [ring[(k + 2) % n] - x, ring[(k + 3) % n] - y];
        if (ax * bx + ay * by > TURN * Math.hypot(ax, ay) * Math.hypot(bx, by)) continue;
        const square = this.squareOf(x, y).join();
        this.squares.set(square, [...(this.squares.get(square) ?? []), [x, y]]);
      }
  }

  /** Whether one is no further away than that size. */
  areNear(x: number, y: number): boolean {
    const [i, j] = this.squareOf(x, y);
    for (let di = -1; di <= 1; di++)
      for (let dj = -1; dj <= 1; dj++)
        for (const [cx, cy] of this.squares.get(`${i + di},${j + dj}`) ?? [])
          if (Math.hypot(cx - x, cy - y) <= this.size) return true;
    return false;
  }

  private squareOf(x: number, y: number): [number, number] {
    return [Math.floor(x / this.size), Math.floor(y / this.size)];
  }
}
