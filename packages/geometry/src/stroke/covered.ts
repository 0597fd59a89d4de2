import { type CombineResult, cleanedWithin } from "../arrangement";
import type { EdgeSources } from "../curved";
import { allRings, type Polygon, type Ring } from "../polygon";
import { StrokeError } from "./side";

/** A region and how far its boundary may have been moved by rounding, in plan units. */
export interface DerivedRegion {
  polygons: Polygon[];
  movement: number;
}

/** The same with how far chords that stand for curves and arcs may leave them; 0 where there are none. */
export interface ApproximateRegion extends DerivedRegion {
  deviation: number;
  /** The same once edges are taken for the arcs that they stand for, see `traced`. */
  curvedDeviation: number;
  /** What its edges stand for, as far as that is arcs and lines; null where the region was put together from pieces. */
  traced: (<T>(attached: T) => EdgeSources<T>[]) | null;
}

/** Rings whose edges cross no more often than this for each of their edges are cleaned at once. */
const CROSSINGS_AN_EDGE = 1;
/** So few crossings never matter. */
const FEW_CROSSINGS = 1000;
/** More crossings than this at once are not computed. */
const MOST_CROSSINGS = 4_000_000;

/** What rings run around at least once; null where that would take many crossings. */
export function cleanedSoon(rings: Ring[]): DerivedRegion | null {
  const edges = rings.reduce((sum, ring) => sum + ring.length / 2, 0);
  const result = cleanedWithin(rings, { atLeast: 1 }, FEW_CROSSINGS + CROSSINGS_AN_EDGE * edges);
  return result && regionOf(result);
}

/** What rings run around at least once. Throws {@link StrokeError} where their edges cross more than 4,000,000 times. */
export function cleanedRings(rings: Ring[]): DerivedRegion {
  const result = cleanedWithin(rings, { atLeast: 1 }, MOST_CROSSINGS);
  if (!result) throw new StrokeError(`the edges beside this outline would cross more than ${MOST_CROSSINGS} times`);
  return regionOf(result);
}

/** How many neighbours are united at once: pieces first, then the regions that they became. */
const PIECES_AT_ONCE = 6;
const REGIONS_AT_ONCE = 4;

/**
 * What pieces cover together, each of them rings that run around it at least once; neighbours in the list lie side by side.
 *
 * Few neighbours are united at once, then a few of those unions, until one is left. A point where the boundaries of two
 * regions cross lies on the boundary of their union, and regions within a distance of parts of an outline that crosses
 * itself nowhere have boundaries of linear size (K. Kedem, R. Livne, J. Pach and M. Sharir, "On the union of Jordan regions
 * and collision-free translational motion", 1986): all of it costs O(n log² n), whatever the distance.
 *
 * Each group takes in the first piece of the next one: seams between groups would be moved apart by rounding.
 */
export function coveredBy(pieces: readonly Ring[][]): DerivedRegion {
  let regions: DerivedRegion[] = [];
  for (let i = 0; i < pieces.length; i += PIECES_AT_ONCE)
    regions.push(cleanedRings(pieces.slice(i, i + PIECES_AT_ONCE + 1).flat()));
  while (regions.length > 1) {
    const united: DerivedRegion[] = [];
    for (let i = 0; i < regions.length; i += REGIONS_AT_ONCE)
      united.push(unionOf(regions.slice(i, i + REGIONS_AT_ONCE)));
    regions = united;
  }
  return regions[0] ?? { polygons: [], movement: 0 };
}

function unionOf(regions: readonly DerivedRegion[]): DerivedRegion {
  const { polygons, movement } = cleanedRings(regions.flatMap((region) => allRings(region.polygons)));
  return { polygons, movement: movement + Math.max(...regions.map((region) => region.movement)) };
}

function regionOf({ polygons, report }: CombineResult): DerivedRegion {
  return { polygons, movement: report.movement };
}
