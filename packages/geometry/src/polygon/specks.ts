import { signedArea } from "./measures";
import type { MultiPolygon, Polygon } from "./types";

/**
 * Polygons without specks: pieces whose outer ring encloses less than an area, in squared plan units, are left out with
 * their holes, and holes of less area are filled. `least` 0 or below leaves everything.
 */
export function withoutSpecks(polygons: MultiPolygon, least: number): Polygon[] {
  return polygons
    .filter(({ outer }) => !(Math.abs(signedArea(outer)) < least))
    .map(({ outer, holes }) => ({ outer, holes: holes.filter((hole) => !(Math.abs(signedArea(hole)) < least)) }));
}
