import { locationIndex } from "../location";
import { bounds, type MultiPolygon, operandOf } from "../polygon";
import { MOST_POINTS, ScatterError } from "./apart";

/**
 * The points of a square lattice that lie in valid polygons or on their boundary, row by row: x0 y0 … `step` plan units apart
 * (greater than 0), one of them at `from`. Throws {@link ScatterError} for another step, or for more than 1,000,000 places to look at.
 */
export function lattice(polygons: MultiPolygon, step: number, from: { x: number; y: number }): Float64Array {
  if (!(step > 0)) throw new ScatterError(`a lattice has a step greater than 0, not ${step}`);
  const shape = operandOf(polygons);
  const box = bounds(shape.rings);
  if (!box) return new Float64Array(0);
  const [left, right] = [Math.ceil((box.minX - from.x) / step), Math.floor((box.maxX - from.x) / step)];
  const [low, high] = [Math.ceil((box.minY - from.y) / step), Math.floor((box.maxY - from.y) / step)];
  if (!((right - left + 1) * (high - low + 1) <= MOST_POINTS))
    throw new ScatterError(`a lattice of this step has more than ${MOST_POINTS} places here: choose a greater step`);
  const index = locationIndex(shape);
  const points: number[] = [];
  for (let j = low; j <= high; j++)
    for (let i = left; i <= right; i++) {
      const [x, y] = [from.x + i * step, from.y + j * step];
      if (index.locate(x, y).side !== "outside") points.push(x, y);
    }
  return Float64Array.from(points);
}
