import type { Bounds, Operand, Ring } from "../../polygon";
import { distanceIndex } from "../distance-index";
import { distanceTo, type Foot, nearestOnEdge } from "../nearest-on-edge";
import { type DistanceField, EVERYWHERE } from "./field";
import { type FramedLevelSet, framedLevelSet } from "./framed-level-set";
import { byPlaces } from "./measured";

/**
 * Where, within a frame, the nearest point of the boundary lies on a given edge between its ends: its part of the plane, inside and
 * outside, off by no more than about the tolerance.
 *
 *          \   :           :   /      Two borders are the uprights on the edge's ends, beyond which an end is nearest; the others
 *           \  :           :  /       are places as far from another edge: lines and parabolas. All are one contour, of the
 *     -------- a ========= b ------   greater one of how far a place lies beyond the uprights, and of the difference of
 *             /:           :\         the distances to the edge and to all others.
 *
 * `ring` and `edge` as in `SignedDistance`. Throws `RangeError` where the shape has no such edge, or one without length.
 * Source: the generalized Voronoi diagram of line segments, D. G. Kirkpatrick, Efficient computation of continuous skeletons (1979).
 */
export function nearestEdgeRegion(
  shape: Operand,
  ring: number,
  edge: number,
  frame: Bounds,
  tolerance: number,
): FramedLevelSet {
  const vertices = shape.rings[ring];
  if (!vertices || edge < 0 || 2 * edge >= vertices.length)
    throw new RangeError(`the shape has no edge ${edge} in ring ${ring}`);
  return framedLevelSet(leadField(shape, ring, edge), 0, tolerance, frame);
}

/** How much nearer all other edges are than one: below 0 where that is nearest, and beside its ends above 0. */
function leadField(shape: Operand, ring: number, edge: number): DistanceField {
  const vertices = shape.rings[ring];
  const i = 2 * edge;
  const j = i + 2 < vertices.length ? i + 2 : 0;
  const [ax, ay, bx, by] = [vertices[i], vertices[i + 1], vertices[j], vertices[j + 1]];
  const length = Math.hypot(bx - ax, by - ay);
  if (!(length > 0)) throw new RangeError(`edge ${edge} of ring ${ring} has no length`);
  const [dx, dy] = [(bx - ax) / length, (by - ay) / length];
  const others = distanceIndex({ rings: without(shape.rings, ring, edge), fillRule: "evenodd" });
  const foot: Foot = { x: 0, y: 0, squared: 0 };
  const at: DistanceField["at"] = (x, y, slope) => {
    nearestOnEdge(x, y, ax, ay, bx, by, foot);
    const own = distanceTo(foot, x, y);
    const { distance, nearest } = others.distance(x, y);
    const away = Math.abs(distance);
    const beyondA = (ax - x) * dx + (ay - y) * dy;
    const beyondB = (x - bx) * dx + (y - by) * dy;
    const value = Math.max(own - away, beyondA, beyondB);
    if (slope) {
      const isAtEnd = value !== own - away;
      const side = value === beyondA ? -1 : 1;
      slope.x = isAtEnd ? side * dx : share(x - foot.x, own) - share(x - nearest.x, away);
      slope.y = isAtEnd ? side * dy : share(y - foot.y, own) - share(y - nearest.y, away);
    }
    return value;
  };
  return {
    at,
    ...byPlaces(at),
    worth: { inside: "neither", outside: "neither" },
    lipschitz: 2,
    within: () => EVERYWHERE,
  };
}

function share(part: number, whole: number): number {
  return whole > 0 ? part / whole : 0;
}

/** All edges but one: the rest of its ring there and back, so that it stays closed. */
function without(rings: readonly Ring[], ring: number, edge: number): Ring[] {
  const n = rings[ring].length / 2;
  const around = Array.from({ length: n }, (_, k) => (edge + 1 + k) % n);
  const back = around.slice(1, -1).reverse();
  const rest = Float64Array.from([...around, ...back].flatMap((v) => [...rings[ring].subarray(2 * v, 2 * v + 2)]));
  return rings.map((vertices, r) => (r === ring ? rest : vertices));
}
