import { boxAround, locateOnPath, type PathDistance } from "../location";
import { nearestOnSegment, type Path, segmentsWithJoin } from "../path";
import type { FillRule } from "../polygon";

/**
 * The signed distance from (x, y) to the true curves of a path, in plan units, to 1e-12 of its size: each segment's nearest
 * point is found by certified halving. Open subpaths are closed by a straight join. A path without segments is infinitely
 * far: its nearest point is NaN, subpath and segment −1. Linear in the segments; see `pathIndex` for many questions.
 */
export function signedDistanceToPath(x: number, y: number, path: Path, fillRule: FillRule): PathDistance {
  const best = {
    distance: Number.POSITIVE_INFINITY,
    nearest: { x: Number.NaN, y: Number.NaN },
    subpath: -1,
    segment: -1,
    t: 0,
  };
  path.subpaths.forEach((subpath, i) => {
    segmentsWithJoin({ ...subpath, closed: true }).forEach((segment, k) => {
      const { minX, minY, maxX, maxY } = boxAround(segment);
      if (Math.hypot(Math.max(minX - x, 0, x - maxX), Math.max(minY - y, 0, y - maxY)) > best.distance) return;
      const found = nearestOnSegment(segment, x, y);
      if (found.distance >= best.distance) return;
      Object.assign(best, {
        distance: found.distance,
        nearest: { x: found.x, y: found.y },
        subpath: i,
        segment: k,
        t: found.t,
      });
    });
  });
  const { side } = locateOnPath(x, y, path, fillRule);
  return { ...best, distance: side === "boundary" ? 0 : side === "inside" ? 0 - best.distance : best.distance };
}
