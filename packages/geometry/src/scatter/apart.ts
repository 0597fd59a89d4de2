import { locationIndex } from "../location";
import { bounds, type MultiPolygon, operandOf } from "../polygon";
import { randomFrom } from "./random";
import { scattered } from "./scattered";

/** How often a place beside a point is tried before the point is given up. */
const TRIES = 30;
const MOST_DARTS = 200_000;
/** More points than this are a mistake. */
export const MOST_POINTS = 1_000_000;

export class ScatterError extends Error {
  override readonly name = "ScatterError";
}

/**
 * Points x0 y0 … in valid polygons, no two of them nearer than `distance` (plan units, greater than 0), and as many as fit but for a
 * few: around each point others are tried at distances up to twice that, until 30 in a row fail; places drawn from the area are
 * tried where that has not come. The same for the same seed. Throws
 * {@link ScatterError} for a distance that is not greater than 0, or where more than 1,000,000 points might fit.
 * Source: R. Bridson, "Fast Poisson disk sampling in arbitrary dimensions" (2007).
 */
export function apart(polygons: MultiPolygon, distance: number, seed: number): Float64Array {
  if (!(distance > 0)) throw new ScatterError(`points are kept apart by a distance greater than 0, not ${distance}`);
  const shape = operandOf(polygons);
  const box = bounds(shape.rings);
  if (!box) return new Float64Array(0);
  const { minX, minY, maxX, maxY } = box;
  // At most one point lies in a cell.
  const cell = distance / Math.SQRT2;
  const columns = Math.floor((maxX - minX) / cell) + 1;
  const rows = Math.floor((maxY - minY) / cell) + 1;
  if (!(columns * rows <= MOST_POINTS))
    throw new ScatterError(`more than ${MOST_POINTS} points might fit ${distance} apart: choose a greater distance`);
  const index = locationIndex(shape);
  const random = randomFrom(seed);
  const inCell = new Int32Array(columns * rows).fill(-1);
  const points: number[] = [];
  const active: number[] = [];
  const isFree = (x: number, y: number): boolean => {
    const [i, j] = [Math.floor((x - minX) / cell), Math.floor((y - minY) / cell)];
    for (let q = Math.max(0, j - 2); q <= Math.min(rows - 1, j + 2); q++)
      for (let p = Math.max(0, i - 2); p <= Math.min(columns - 1, i + 2); p++) {
        const other = inCell[q * columns + p];
        if (other >= 0 && (points[2 * other] - x) ** 2 + (points[2 * other + 1] - y) ** 2 < distance * distance)
          return false;
      }
    return true;
  };
  const offer = (x: number, y: number): boolean => {
    if (!(x >= minX && x <= maxX && y >= minY && y <= maxY)) return false;
    if (!isFree(x, y) || index.locate(x, y).side === "outside") return false;
    inCell[Math.floor((y - minY) / cell) * columns + Math.floor((x - minX) / cell)] = points.length / 2;
    active.push(points.length / 2);
    points.push(x, y);
    return true;
  };
  const spread = (): void => {
    while (active.length > 0) {
      const k = Math.floor(random() * active.length);
      const [x, y] = [points[2 * active[k]], points[2 * active[k] + 1]];
      let tries = 0;
      for (; tries < TRIES; tries++) {
        const angle = 2 * Math.PI * random();
        const away = distance * Math.sqrt(1 + 3 * random());
        if (offer(x + away * Math.cos(angle), y + away * Math.sin(angle))) break;
      }
      if (tries < TRIES) continue;
      active[k] = active[active.length - 1];
      active.pop();
    }
  };
  // Places drawn from the area are thrown where the spreading has not come, however thin that is.
  const darts = scattered(polygons, Math.min(MOST_DARTS, 512 + 2 * inCell.length), seed);
  for (let i = 0; i < darts.length; i += 2) if (offer(darts[i], darts[i + 1])) spread();
  return Float64Array.from(points);
}
