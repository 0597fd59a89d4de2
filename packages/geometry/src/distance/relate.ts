import { regions } from "../arrangement";
import { hitIndex } from "../location";
import { allRings, area, type MultiPolygon, operandOf } from "../polygon";
import { distanceIndex } from "./distance-index";

/** How one shape lies to another: `inside` of it, or `around` it; `touching` share boundary only. */
export type RelationKind = "apart" | "touching" | "overlapping" | "inside" | "around" | "equal";

export interface Relation {
  kind: RelationKind;
  /** Between shapes that are apart, in plan units; 0 otherwise. */
  distance: number;
  /** The nearest places of shapes that are apart, the first one's first. */
  nearest: [{ x: number; y: number }, { x: number; y: number }] | null;
  /** Of what both cover, in squared plan units. */
  area: number;
}

/**
 * How two shapes lie to each other, as valid polygons (see ../arrangement). Which regions there are, in one or in both, a set operation
 * tells: what is narrower than its grid (about 1e-13 of the size) is none. Whether boundaries meet is decided exactly. Distances
 * and areas are good to rounding. An empty shape is infinitely far from all others. About O((n + m) √(n + m)).
 */
export function relate(a: MultiPolygon, b: MultiPolygon): Relation {
  const found = new Map(regions([operandOf(a), operandOf(b)]).map(({ polygons, inside }) => [inside.join(), polygons]));
  const both = found.get("0,1");
  if (both) {
    const [left, right] = [found.has("0"), found.has("1")];
    const kind = left ? (right ? "overlapping" : "around") : right ? "inside" : "equal";
    return { kind, distance: 0, nearest: null, area: area(both) };
  }
  if (meet(a, b)) return { kind: "touching", distance: 0, nearest: null, area: 0 };
  const near = nearestPair(a, b);
  return {
    kind: "apart",
    distance: near?.distance ?? Number.POSITIVE_INFINITY,
    nearest: near?.places ?? null,
    area: 0,
  };
}

/** Whether boundaries have a point in common: exact. */
function meet(a: MultiPolygon, b: MultiPolygon): boolean {
  const index = hitIndex(operandOf(b));
  return allRings(a).some((ring) => {
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length;
      if (index.segment(ring[i], ring[i + 1], ring[j], ring[j + 1]).length > 0) return true;
    }
    return false;
  });
}

/** Of shapes that do not meet, one of the nearest places is a vertex. */
function nearestPair(
  a: MultiPolygon,
  b: MultiPolygon,
): { distance: number; places: NonNullable<Relation["nearest"]> } | null {
  let distance = Number.POSITIVE_INFINITY;
  let places: Relation["nearest"] = null;
  const look = (from: MultiPolygon, to: MultiPolygon, isFirst: boolean): void => {
    const index = distanceIndex(operandOf(to));
    for (const ring of operandOf(from).rings)
      for (let i = 0; i < ring.length; i += 2) {
        const vertex = { x: ring[i], y: ring[i + 1] };
        const found = index.distance(vertex.x, vertex.y);
        if (!(Math.abs(found.distance) < distance)) continue;
        distance = Math.abs(found.distance);
        places = isFirst ? [vertex, found.nearest] : [found.nearest, vertex];
      }
  };
  look(a, b, true);
  look(b, a, false);
  return places && { distance, places };
}
