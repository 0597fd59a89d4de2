import { meetingsOf, type Path, type Segment, segmentBounds, segmentsWithJoin, tangentAt } from "../path";
import { type FillRule, OperandError } from "../polygon";
import type { Hit } from "./hits";
import { locateOnPath } from "./locate-on-path";

/** A place where a line meets true curves. */
export interface PathHit extends Omit<Hit, "ring" | "edge" | "share"> {
  subpath: number;
  /** The segment; the closing join comes last. */
  segment: number;
  /** Where on the segment. */
  t: number;
}

/** Places nearer to each other than this share of the line are one. */
const SAME = 1e-9;

/**
 * All hits of the segment from (ax, ay) to (bx, by), or of the ray through both, on true curves, in order. None is missed (see
 * `meetingsOf`); what the line does at each follows from the sides in the middle between neighbours. Open subpaths are closed by
 * a straight join. Throws `OperandError` for a ray whose places are one.
 */
export function hitsOnPath(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  path: Path,
  fillRule: FillRule,
  isRay = false,
): PathHit[] {
  if (ax === bx && ay === by) {
    if (isRay) throw new OperandError(0, 0, "a ray needs two places to have a direction");
    return [];
  }
  const reach = isRay ? reachOf(ax, ay, bx, by, path) : 1;
  const [dx, dy] = [bx - ax, by - ay];
  const line: Segment = { kind: "line", x0: ax, y0: ay, x1: ax + reach * dx, y1: ay + reach * dy };
  const found: Omit<PathHit, "effect">[] = [];
  path.subpaths.forEach((subpath, i) => {
    segmentsWithJoin({ ...subpath, closed: true }).forEach((segment, k) => {
      for (const { x, y, first, second } of meetingsOf(line, segment)) {
        const [tx, ty] = tangentAt(segment, second, 1);
        // Against the line.
        const sign = dx * -ty + dy * tx > 0 ? -1 : 1;
        const normal = { x: sign * -ty, y: sign * tx };
        found.push({ x, y, along: first * reach, subpath: i, segment: k, t: second, normal });
      }
    });
  });
  found.sort((p, q) => p.along - q.along);
  const places = found.filter(({ along }, i) => i === 0 || along - found[i - 1].along > SAME * reach);
  const isInside = (along: number): boolean =>
    locateOnPath(ax + along * dx, ay + along * dy, path, fillRule).side === "inside";
  const between = places.map(({ along }, i) =>
    isInside(i + 1 < places.length ? (along + places[i + 1].along) / 2 : along + Math.max(1e-6, (reach - along) / 2)),
  );
  let before = places.length > 0 && places[0].along > SAME * reach && isInside(places[0].along / 2);
  return places.map((place, i) => {
    const after = between[i];
    const effect = before === after ? (before ? "passes" : "touches") : after ? "enters" : "leaves";
    before = after;
    return { ...place, effect };
  });
}

/** How many times as far as to b the path may reach, along the ray. */
function reachOf(ax: number, ay: number, bx: number, by: number, { subpaths }: Path): number {
  let furthest = 0;
  for (const { segments } of subpaths)
    for (const segment of segments) {
      const { minX, minY, maxX, maxY } = segmentBounds(segment);
      furthest = Math.max(furthest, Math.hypot(Math.max(ax - minX, maxX - ax), Math.max(ay - minY, maxY - ay)));
    }
  return Math.max(1, (1.01 * furthest) / Math.hypot(bx - ax, by - ay));
}
