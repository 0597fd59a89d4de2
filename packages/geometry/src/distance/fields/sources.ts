import { type Bounds, bounds, type Operand } from "../../polygon";
import { distanceIndex } from "../distance-index";
import { compiledForm, type FormDistance, type Slope } from "../forms";
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
        if (Math.abs(distance) > LEAST) {
          slope.x = (x - nearest.x) / distance;
          slope.y = (y - nearest.y) / distance;
        } else normalOf(shape, ring, edge, slope);
      }
      return distance;
    },
    ...byLists(index.list),
    sample: (grid, values) => index.field(grid, { values }),
    outline: () => shape,
    worth: EXACT,
    lipschitz: 1,
    within: withinOf(bounds(shape.rings)),
  };
}

/** Nearer to the boundary than this the way to it tells no direction. */
export const LEAST = 1e-150;

/** The normal of an edge, out of what lies on its left. */
function normalOf({ rings }: Operand, ring: number, edge: number, slope: Slope): void {
  const vertices = rings[ring];
  const i = 2 * edge;
  const j = i + 2 < vertices.length ? i + 2 : 0;
  const [dx, dy] = [vertices[j] - vertices[i], vertices[j + 1] - vertices[i + 1]];
  const length = Math.hypot(dx, dy) || 1;
  slope.x = dy / length;
  slope.y = -dx / length;
}

/** The field of a closed form, such as `distanceToCircle` with a circle. */
export function formField<T>(distanceTo: FormDistance<T>, form: T, box: Bounds): DistanceField {
  const at: DistanceField["at"] = (x, y, slope) => distanceTo(x, y, form, slope);
  const measure = compiledForm(distanceTo, form);
  return {
    at,
    ...(measure ? byMeasure(measure) : byPlaces(at)),
    worth: EXACT,
    lipschitz: 1,
    within: withinOf(box),
  };
}

/** Around an exact field's shape, values up to a level lie within that distance. */
export function withinOf(box: Bounds | null): DistanceField["within"] {
  return (level) => box && grownBox(box, level);
}
