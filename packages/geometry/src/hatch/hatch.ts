import { clipLines } from "../arrangement";
import { bounds, type Operand, type Ring } from "../polygon";

export class HatchError extends Error {
  override readonly name = "HatchError";
}

/** More lines than this are a mistake. */
const MOST_LINES = 100_000;

interface Place {
  x: number;
  y: number;
}

/**
 * Parallel lines at a distance of `step` from each other, in a direction (radians from +x towards +y), one of them through
 * `from`, clipped to a shape: open lines x0 y0 x1 y1, line after line across their direction from +x towards +y, all in
 * that direction. Ends lie within one grid step of the true intersections (see ../arrangement); a line along an edge counts
 * as inside. Throws {@link HatchError} for a step that is not greater than 0, and for more than 100,000 lines.
 */
export function hatchLines(shape: Operand, step: number, angle: number, from: Place): Ring[] {
  const box = bounds(shape.rings);
  if (!box) return [];
  requireStep("step", step);
  const quarter = Math.round(angle / (Math.PI / 2));
  const isUpright = quarter * (Math.PI / 2) === angle;
  // Exact where lines run along an axis.
  const [ux, uy] = isUpright
    ? [
        [1, 0],
        [0, 1],
        [-1, 0],
        [0, -1],
      ][((quarter % 4) + 4) % 4]
    : [Math.cos(angle), Math.sin(angle)];
  const across = shape.rings.flatMap((ring) =>
    Array.from({ length: ring.length / 2 }, (_, i) => (ring[2 * i + 1] - from.y) * ux - (ring[2 * i] - from.x) * uy),
  );
  const [low, high] = across.reduce(([a, b], v) => [Math.min(a, v), Math.max(b, v)], [Infinity, -Infinity]);
  const [first, last] = [Math.ceil(low / step), Math.floor(high / step)];
  requireCount(last - first + 1);
  const reach = reachOf(box, from);
  const lines: Ring[] = [];
  for (let k = first; k <= last; k++) {
    const [x, y] = [from.x - k * step * uy, from.y + k * step * ux];
    lines.push(Float64Array.of(x - reach * ux, y - reach * uy, x + reach * ux, y + reach * uy));
  }
  return clipLines(lines, shape);
}

/**
 * Rays from a point at even angles (radians), the first in the direction `start`, once around, clipped to a shape; as
 * {@link hatchLines}, outwards.
 */
export function fanLines(shape: Operand, step: number, start: number, from: Place): Ring[] {
  const box = bounds(shape.rings);
  if (!box) return [];
  requireStep("angle", step);
  const count = Math.max(1, Math.floor((2 * Math.PI) / step + 1e-9));
  requireCount(count);
  const reach = reachOf(box, from);
  const lines = Array.from({ length: count }, (_, k) => {
    const angle = start + k * step;
    return Float64Array.of(from.x, from.y, from.x + reach * Math.cos(angle), from.y + reach * Math.sin(angle));
  });
  return clipLines(lines, shape);
}

/** Further than from a point to any place of a box. */
function reachOf(box: { minX: number; minY: number; maxX: number; maxY: number }, { x, y }: Place): number {
  return 1.01 * Math.hypot(Math.max(box.maxX - x, x - box.minX), Math.max(box.maxY - y, y - box.minY));
}

function requireStep(name: string, step: number): void {
  if (!(step > 0 && step < Number.POSITIVE_INFINITY))
    throw new HatchError(`the ${name} must be a finite number greater than 0, not ${step}`);
}

function requireCount(count: number): void {
  if (!(count <= MOST_LINES)) throw new HatchError(`${count} lines, at most ${MOST_LINES}`);
}
