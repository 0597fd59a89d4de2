import { type Segment, type Subpath, segmentsWithJoin } from "../path";
import { chordBoundOf } from "./chord-bounds";
import type { FlatSubpath } from "./flatten-path";
import { roundingOf } from "./rounding";

/**
 * For each vertex of a flattened subpath a bound of the distance between the chord that begins there and the curve, in
 * plan units; 0 where an open one ends. It is exact up to rounding for quadratics and arcs, and for cubics without a
 * cusp nearby. Not kept with every flattened path: it is for those who look at it.
 */
export function chordDeviations(subpath: Subpath, flat: FlatSubpath): Float64Array {
  const segments: Segment[] = segmentsWithJoin(subpath);
  const { segment, parameter } = flat;
  const n = segment.length;
  const deviations = new Float64Array(n);
  let known = -1;
  let bound: ReturnType<typeof chordBoundOf> = null;
  let rounding = 0;
  for (let i = 0; i < n; i++) {
    if (!flat.closed && i === n - 1) break;
    if (segment[i] !== known && segment[i] < segments.length) {
      known = segment[i];
      bound = chordBoundOf(segments[known]);
      rounding = bound ? roundingOf(segments[known]) : 0;
    }
    if (segment[i] !== known || !bound) continue;
    const end = i + 1 < n && segment[i + 1] === known ? parameter[i + 1] : 1;
    deviations[i] = bound(parameter[i], end) + rounding;
  }
  return deviations;
}
