import { type Affine, transformPoint } from "../../path";
import { bounds, type Operand, type Ring } from "../../polygon";
import { type DistanceIndex, distanceIndex } from "../distance-index";
import type { DistanceField, Outline } from "./field";

/** The greatest number of edges of copies that are measured by all their edges. */
const MOST_EDGES = 4096;
/** The greatest coordinates, in sizes: vertices further out lose digits that the field itself keeps. */
const FURTHEST = 16;

/** A field whose grids are measured by the edges of an outline, if it has one: that is quicker than lists of places. */
export function sampledByOutline(field: DistanceField, outline: Outline | undefined): DistanceField {
  if (!outline) return field;
  let index: DistanceIndex | null | undefined;
  return {
    ...field,
    outline,
    order: "grid",
    sample(grid, values) {
      if (index === undefined) {
        const shape = outline();
        index = shape && keepsDigits(shape) ? distanceIndex(shape) : null;
      }
      return index ? index.field(grid, { values }) : field.sample(grid, values);
    },
  };
}

/** Copies of an outline that lie apart. */
export function copiedOutline(outline: Outline | undefined, count: number, placeOf: (copy: number) => Affine) {
  if (!outline) return undefined;
  return (): Operand | null => {
    const shape = outline();
    if (!shape || (count > 1 && count * verticesOf(shape) > MOST_EDGES)) return null;
    const maps = Array.from({ length: count }, (_, k) => placeOf(k));
    return { ...shape, rings: maps.flatMap((map) => shape.rings.map((ring) => placedRing(ring, map))) };
  };
}

/** Outlines that lie apart. */
export function allOutlines(outlines: readonly (Outline | undefined)[]): Outline | undefined {
  const known = outlines.filter((outline) => outline !== undefined);
  if (known.length < outlines.length) return undefined;
  return () => {
    const shapes = known.map((outline) => outline()).filter((shape) => shape !== null);
    return shapes.length < known.length ? null : { ...shapes[0], rings: shapes.flatMap(({ rings }) => rings) };
  };
}

function placedRing(ring: Ring, map: Affine): Ring {
  const placed = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) placed.set(transformPoint(map, ring[i], ring[i + 1]), i);
  return placed;
}

function verticesOf({ rings }: Operand): number {
  return rings.reduce((sum, ring) => sum + ring.length / 2, 0);
}

function keepsDigits({ rings }: Operand): boolean {
  const box = bounds(rings);
  if (!box) return true;
  const { minX, minY, maxX, maxY } = box;
  const size = Math.max(maxX - minX, maxY - minY);
  return Math.max(...[minX, minY, maxX, maxY].map(Math.abs)) <= FURTHEST * size;
}
