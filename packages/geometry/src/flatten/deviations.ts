import { pointAt, type Subpath, segmentsWithJoin } from "../path";
import { chordBoundOf } from "./chord-bounds";
import type { FlatSubpath } from "./flat-path";
import { extentFromLine } from "./off-line";
import { roundingOf } from "./rounding";

/**
 * For each vertex of a flattened subpath the greatest distance between the edge that begins there and the stretch of
 * the curve that it stands for, in plan units; 0 where an open one ends. Exact up to rounding where the curve does not
 * run past the edge's ends; there, and at cusps, it is an upper bound. Not kept with every flattened path: it is for
 * those who look at it.
 */
export function chordDeviations(subpath: Subpath, flat: FlatSubpath): Float64Array {
  const segments = segmentsWithJoin(subpath);
  const { vertices: v, segment: owner, parameter } = flat;
  const n = owner.length;
  const deviations = new Float64Array(n);
  for (let i = 0; i < (flat.closed ? n : n - 1); i++) {
    const segment = segments[owner[i]];
    const bound = segment && chordBoundOf(segment);
    if (!bound) continue;
    const t0 = parameter[i];
    const t1 = i + 1 < n && owner[i + 1] === owner[i] ? parameter[i + 1] : 1;
    const j = (i + 1) % n;
    const [ax, ay, bx, by] = [v[2 * i], v[2 * i + 1], v[2 * j], v[2 * j + 1]];
    const length = Math.hypot(bx - ax, by - ay);
    const ends = Math.max(distance(pointAt(segment, t0), ax, ay), distance(pointAt(segment, t1), bx, by));
    const rounding = roundingOf(segment);
    if (ends <= rounding || !(length > 0)) deviations[i] = bound(t0, t1) + rounding;
    else {
      const { least, greatest } = extentFromLine(segment, t0, t1, ax, ay, (bx - ax) / length, (by - ay) / length);
      deviations[i] = Math.max(ends, -least, greatest) + rounding;
    }
  }
  return deviations;
}

function distance([x, y]: [number, number], px: number, py: number): number {
  return Math.hypot(x - px, y - py);
}
