import { type MultiPolygon, type Ring, toCommonIntegers } from "../../src";

type Point = [bigint, bigint];

/**
 * Everything that is wrong with polygons, in words; empty when they are valid. Every pair of edges and every vertex is
 * looked at, in exact integers made from the very doubles.
 */
export function flawsOf(polygons: MultiPolygon): string[] {
  const flaws: string[] = [];
  const rings = polygons.flatMap(({ outer, holes }) => [outer, ...holes]);
  const { integers } = toCommonIntegers(rings.flatMap((ring) => [...ring]));
  let at = 0;
  const exact = rings.map((ring) =>
    Array.from({ length: ring.length / 2 }, (): Point => [integers[at++], integers[at++]]),
  );
  const edges = exact.flatMap((ring) => ring.map((p, i): [Point, Point] => [p, ring[(i + 1) % ring.length]]));
  const boxes = rings.flatMap(boxesOf);
  for (const ring of rings) if (ring.length < 6) flaws.push("a ring of fewer than three vertices");
  edges.forEach(([a, b], i) => {
    if (equal(a, b)) flaws.push("an edge of no length");
    for (let j = i + 1; j < edges.length; j++) {
      if (!boxesTouch(boxes[i], boxes[j])) continue;
      const [c, d] = edges[j];
      const [o1, o2, o3, o4] = [turn(a, b, c), turn(a, b, d), turn(c, d, a), turn(c, d, b)];
      if (o1 * o2 < 0 && o3 * o4 < 0) flaws.push("edges that cross");
      else if (o1 === 0 && o2 === 0 && overlapOnLine(a, b, c, d)) flaws.push("edges that overlap");
      else if (inside(a, b, c) || inside(a, b, d) || inside(c, d, a) || inside(c, d, b))
        flaws.push("a vertex on another edge");
    }
  });
  let k = 0;
  for (const { holes } of polygons) {
    const outer = exact[k++];
    if (twiceArea(outer) <= 0n) flaws.push("an outer ring that turns the wrong way");
    for (const _ of holes) {
      const hole = exact[k++];
      if (twiceArea(hole) >= 0n) flaws.push("a hole that turns the wrong way");
      // Rings touch at most in points: twice the middle of an edge of the hole lies clearly on one side.
      const middle: Point = [hole[0][0] + hole[1][0], hole[0][1] + hole[1][1]];
      const doubled = outer.map(([x, y]): Point => [2n * x, 2n * y]);
      if (windingOf(doubled, middle) !== 1) flaws.push("a hole outside its outer ring");
    }
  }
  return flaws;
}

/** The box of each edge of a ring, in the doubles that it has. */
function boxesOf(ring: Ring): number[][] {
  return Array.from({ length: ring.length / 2 }, (_, i) => {
    const [ax, ay, bx, by] = [0, 1, 2, 3].map((k) => ring[(2 * i + k) % ring.length]);
    return [Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by)];
  });
}

function boxesTouch(p: readonly number[], q: readonly number[]): boolean {
  return p[0] <= q[2] && q[0] <= p[2] && p[1] <= q[3] && q[1] <= p[3];
}

/** The winding number of a ring around a point that is not on it. */
export function windingOf(ring: readonly Point[], p: Point): number {
  let winding = 0;
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length];
    if (a[1] <= p[1] && b[1] > p[1] && turn(a, b, p) > 0) winding++;
    if (a[1] > p[1] && b[1] <= p[1] && turn(a, b, p) < 0) winding--;
  });
  return winding;
}

export function turn(a: Point, b: Point, c: Point): number {
  const v = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  return v > 0n ? 1 : v < 0n ? -1 : 0;
}

function equal(a: Point, b: Point): boolean {
  return a[0] === b[0] && a[1] === b[1];
}

function inside(a: Point, b: Point, p: Point): boolean {
  if (equal(a, p) || equal(b, p) || turn(a, b, p) !== 0) return false;
  return (p[0] - a[0]) * (p[0] - b[0]) + (p[1] - a[1]) * (p[1] - b[1]) < 0n;
}

function overlapOnLine(a: Point, b: Point, c: Point, d: Point): boolean {
  const k = a[0] !== b[0] ? 0 : 1;
  const max = (x: bigint, y: bigint): bigint => (x > y ? x : y);
  const min = (x: bigint, y: bigint): bigint => (x < y ? x : y);
  return max(min(a[k], b[k]), min(c[k], d[k])) < min(max(a[k], b[k]), max(c[k], d[k]));
}

function twiceArea(ring: readonly Point[]): bigint {
  return ring.reduce((sum, [x, y], i) => {
    const [nx, ny] = ring[(i + 1) % ring.length];
    return sum + x * ny - y * nx;
  }, 0n);
}

/** The same polygons give the same text. */
export function textOf(polygons: MultiPolygon): string {
  return JSON.stringify(polygons.map(({ outer, holes }) => [outer, ...holes].map((ring: Ring) => [...ring])));
}
