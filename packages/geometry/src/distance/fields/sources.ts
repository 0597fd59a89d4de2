import { type Bounds, bounds, type Operand, type Ring } from "../../polygon";
import { distanceIndex } from "../distance-index";
import type { FormDistance, Slope } from "../forms";
import { formNumbers, measureOfForm } from "../forms/form-numbers";
import { polygonNumbers } from "../forms/polygon-numbers";
import { type DistanceField, grownBox } from "./field";
import { byLists, byMeasure, byPlaces } from "./measured";

export const EXACT = { inside: "exact", outside: "exact" } as const;

/** The exact field of a shape, by its edges. They must be its boundary, what is inside on their left: as of a result's polygons. */
export function shapeField(shape: Operand): DistanceField {
  const index = distanceIndex(shape);
  return {
    at(x, y, slope) {
      const { distance, nearest, ring, edge } = index.distance(x, y);
      if (slope) {
        // The way from within an edge may be no more than rounding, that from a vertex is exact.
        if (ring < 0 || (Math.abs(distance) > LEAST && !isBeside(shape, ring, edge, x, y))) {
          slope.x = (x - nearest.x) / distance;
          slope.y = (y - nearest.y) / distance;
        } else normalOf(shape, ring, edge, slope);
      }
      return distance;
    },
    ...byLists(index.list),
    order: "grid",
    sample: (grid, values) => index.field(grid, { values }),
    outline: () => shape,
    form: () => polygonNumbers(shape),
    worth: EXACT,
    lipschitz: 1,
    within: withinOf(bounds(shape.rings)),
  };
}

/** Nearer to the boundary than this the way to it tells no direction. */
const LEAST = 1e-150;

/** Whether a place is nearer to an edge than to its ends. */
function isBeside({ rings }: Operand, ring: number, edge: number, x: number, y: number): boolean {
  const [ax, ay, bx, by] = edgeOf(rings[ring], edge);
  const [dx, dy] = [bx - ax, by - ay];
  return (x - ax) * dx + (y - ay) * dy > 0 && (bx - x) * dx + (by - y) * dy > 0;
}

/** The normal of an edge, out of what lies on its left. */
function normalOf({ rings }: Operand, ring: number, edge: number, slope: Slope): void {
  const [ax, ay, bx, by] = edgeOf(rings[ring], edge);
  const [dx, dy] = [bx - ax, by - ay];
  const length = Math.hypot(dx, dy) || 1;
  slope.x = dy / length;
  slope.y = -dx / length;
}

function edgeOf(ring: Ring, edge: number): [number, number, number, number] {
  const i = 2 * edge;
  const j = i + 2 < ring.length ? i + 2 : 0;
  return [ring[i], ring[i + 1], ring[j], ring[j + 1]];
}

/** The field of a closed form, such as `distanceToCircle` with a circle. */
export function formField<T>(distanceTo: FormDistance<T>, form: T, box: Bounds): DistanceField {
  const at: DistanceField["at"] = (x, y, slope) => distanceTo(x, y, form, slope);
  const numbers = formNumbers(distanceTo, form);
  return {
    at,
    ...(numbers ? byMeasure(measureOfForm(numbers)) : byPlaces(at)),
    form: () => numbers,
    worth: EXACT,
    lipschitz: 1,
    within: withinOf(box),
  };
}

/** Around an exact field's shape, values up to a level lie within that distance. */
export function withinOf(box: Bounds | null): DistanceField["within"] {
  return (level) => box && grownBox(box, level);
}
