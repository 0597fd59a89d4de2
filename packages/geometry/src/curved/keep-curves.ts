import { hasLength, type Path, pointAt, type Subpath } from "../path";
import type { EdgeSources } from "./edge-sources";
import { apart, runsOf, segmentsOf } from "./runs";
import { withTrueEnds } from "./true-ends";

export interface CurvedResult {
  /** One closed subpath for each ring, in their order. */
  path: Path;
  /** The greatest distance between both forms, in plan units, seen at several places of each edge. */
  distance: number;
}

/**
 * Rings in the form that keeps true curves, from what their edges stand for (trace-edges.ts). Runs of edges from one
 * segment become the part of that segment that they stand for. Where two runs meet, their ends are put on the
 * intersection of the true curves, off by no more than 1e-12 of the size, however small their angle is; where there is none
 * that the straight form stands for (curves that run along each other, or that flattening made cross), on the vertex of the
 * straight form. O(n) for n edges.
 */
export function keepCurves(sources: readonly EdgeSources<unknown>[]): CurvedResult {
  let distance = 0;
  const subpaths = sources.map((edges): Subpath => {
    const { vertices } = edges;
    const given = runsOf(edges);
    for (const run of given) distance = Math.max(distance, apart(run, vertices));
    const all = withTrueEnds(given, vertices).flatMap(segmentsOf);
    // Where curves only touch, what lies between two ends may shrink to nothing.
    const segments = all.some(hasLength) ? all.filter(hasLength) : all;
    const [x, y] = pointAt(segments[0], 0);
    return { x, y, segments, closed: true };
  });
  return { path: { subpaths }, distance };
}
