import {
  type EdgeSources,
  type FlatPath,
  keepCurves,
  type MultiPolygon,
  operandOf,
  type Path,
  polygonPath,
  reversePath,
  signedArea,
} from "@vertexon/geometry";
import type { ErrorBound } from "./error-bound";

/** What a boundary is found from: a shape. */
interface Bounded {
  outline: Path;
  flat: FlatPath;
  polygons: MultiPolygon;
  /** Whether the outline is the straight edges of its polygons. */
  isRegion: boolean;
  hasCurves: boolean;
  bound: ErrorBound;
  curveBound: ErrorBound;
  carried: ErrorBound;
  regionSources(label: string): EdgeSources<string>[];
}

/** Outlines, and how far they may be off. */
export interface Boundary {
  outlines: Path;
  bound: ErrorBound;
}

/**
 * The outlines that bound a shape's region, outer ones in the positive sense, holes in the negative: the true curves where
 * there are some, otherwise the polygons' edges.
 */
export function boundaryOf(shape: Bounded): Boundary {
  const drawn = shape.isRegion ? null : asDrawn(shape);
  if (drawn) return { outlines: drawn, bound: shape.carried };
  return curvedBoundary(shape) ?? { outlines: edgesOf(shape), bound: shape.bound };
}

/** The outlines of a region with the curves that its edges stand for; null where these are straight. */
export function curvedBoundary(shape: Bounded): Boundary | null {
  if (!shape.hasCurves) return null;
  return { outlines: keepCurves(shape.regionSources("")).path, bound: shape.curveBound };
}

function edgesOf({ polygons }: Bounded): Path {
  return { subpaths: operandOf(polygons).rings.flatMap((ring) => polygonPath(ring).subpaths) };
}

/** The outlines as they were told, in the sense that the region has; null where they cross or overlap. */
function asDrawn({ outline, flat: { subpaths }, polygons }: Bounded): Path | null {
  const rings = operandOf(polygons).rings;
  const senses = new Map(rings.map((ring) => [leastCorner(ring), signedArea(ring) > 0]));
  const count = (all: readonly Float64Array[]): number => all.reduce((sum, ring) => sum + ring.length, 0);
  const isWhole =
    subpaths.every(({ closed, vertices }) => closed && senses.has(leastCorner(vertices))) &&
    rings.length === subpaths.length &&
    count(rings) === count(subpaths.map(({ vertices }) => vertices));
  if (!isWhole) return null;
  return {
    subpaths: subpaths.map(({ vertices }, i) => {
      const one = { subpaths: [outline.subpaths[i]] };
      const isPositive = signedArea(vertices) > 0;
      return (isPositive === senses.get(leastCorner(vertices)) ? one : reversePath(one)).subpaths[0];
    }),
  };
}

/** The lexicographically least vertex, as a key: rings that touch nowhere differ in it. */
function leastCorner(ring: Float64Array): string {
  let [x, y] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (let i = 0; i < ring.length; i += 2)
    if (ring[i] < x || (ring[i] === x && ring[i + 1] < y)) [x, y] = [ring[i], ring[i + 1]];
  return `${x} ${y}`;
}
