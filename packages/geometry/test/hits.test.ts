import fc from "fast-check";
import { type FillRule, hitIndex, locatePoint, type Operand, rayCrossings } from "../src";
import { latticeOperand } from "./arbitraries";

const coordinate = fc.integer({ min: 0, max: 8 });
const ring = fc
  .array(fc.tuple(coordinate, coordinate), { minLength: 3, maxLength: 12 })
  .map((points) => Float64Array.from(points.flat()));
const shape: fc.Arbitrary<Operand> = fc.record({
  rings: fc.array(ring, { minLength: 1, maxLength: 3 }),
  fillRule: fc.constantFrom<FillRule>("nonzero", "evenodd"),
});
const place = fc.tuple(fc.integer({ min: -2, max: 10 }), fc.integer({ min: -2, max: 10 }));

/** A fraction of whole numbers, in lowest terms. */
const fraction = (n: bigint, d: bigint): string => {
  const gcd = (a: bigint, b: bigint): bigint => (b === 0n ? (a < 0n ? -a : a) : gcd(b, a % b));
  const g = gcd(n, d) * (d < 0n ? -1n : 1n);
  return `${n / g}/${d / g}`;
};

/** Where a line meets the edges, as exact fractions of it: crossings of edges, and vertices on it. */
function slowly({ rings }: Operand, [ax, ay]: number[], [bx, by]: number[], isRay: boolean): Set<string> {
  const found = new Set<string>();
  const [A, B, C, D] = [ax, ay, bx - ax, by - ay].map(BigInt);
  for (const each of rings)
    for (let i = 0; i < each.length; i += 2) {
      const j = (i + 2) % each.length;
      const [px, py, qx, qy] = [each[i], each[i + 1], each[j], each[j + 1]].map(BigInt);
      const [ex, ey] = [qx - px, qy - py];
      const cross = C * ey - D * ex;
      const note = (n: bigint, d: bigint): void => {
        const [s, t] = d < 0n ? [-n, -d] : [n, d];
        if (s >= 0n && (isRay || s <= t)) found.add(fraction(s, t));
      };
      if ((px - A) * D === (py - B) * C && (ex !== 0n || ey !== 0n)) note((px - A) * C + (py - B) * D, C * C + D * D);
      if (cross === 0n) continue;
      const along = (px - A) * ey - (py - B) * ex;
      const share = (px - A) * D - (py - B) * C;
      if ((cross > 0n ? share > 0n : share < 0n) && (cross > 0n ? share < cross : share > cross)) note(along, cross);
    }
  return found;
}

/** Whether an edge lies on the line: where the line runs along it, it is on no side. */
function hasEdgeOn({ rings }: Operand, [ax, ay]: number[], [bx, by]: number[]): boolean {
  const isOn = (x: number, y: number): boolean => (bx - ax) * (y - ay) === (by - ay) * (x - ax);
  return rings.some((each) =>
    Array.from({ length: each.length / 2 }, (_, k) => 2 * k).some((i) => {
      const j = (i + 2) % each.length;
      return (
        isOn(each[i], each[i + 1]) && isOn(each[j], each[j + 1]) && (each[i] !== each[j] || each[i + 1] !== each[j + 1])
      );
    }),
  );
}

test("lines meet what exact fractions say they meet, in order, and enter and leave between places as those lie", () => {
  fc.assert(
    fc.property(shape, place, place, fc.boolean(), (operand, from, to, isRay) => {
      fc.pre(from[0] !== to[0] || from[1] !== to[1]);
      const index = hitIndex(operand);
      const hits = index[isRay ? "ray" : "segment"](from[0], from[1], to[0], to[1]);
      const exact = [...slowly(operand, from, to, isRay)]
        .map((text) => text.split("/").map(Number))
        .map(([n, d]) => n / d)
        .sort((a, b) => a - b);
      // Edges that cross each other on the line are hits of their own at one place.
      const places = [...new Set(hits.map(({ along }) => Math.round(along * 1e9)))];
      expect(places).toEqual(exact.map((value) => Math.round(value * 1e9)));
      const runsAlong = hasEdgeOn(operand, from, to);
      hits.forEach(({ along, x, y, normal, effect }, i) => {
        if (i > 0) expect(along).toBeGreaterThanOrEqual(hits[i - 1].along - 1e-12);
        expect(x).toBeCloseTo(from[0] + along * (to[0] - from[0]), 9);
        expect(y).toBeCloseTo(from[1] + along * (to[1] - from[1]), 9);
        expect(Math.hypot(normal.x, normal.y)).toBeCloseTo(1, 12);
        expect(normal.x * (to[0] - from[0]) + normal.y * (to[1] - from[1])).toBeLessThanOrEqual(1e-12);
        const isAlone = hits.filter((other) => Math.abs(other.along - along) < 1e-9).length === 1;
        if (!isAlone || runsAlong) return;
        // Sides in the middle between neighbours.
        const sideAt = (s: number): string =>
          locatePoint(from[0] + s * (to[0] - from[0]), from[1] + s * (to[1] - from[1]), operand).side;
        if (along === 0) {
          if (sideAt(1e-3) !== "boundary") expect(effect).toBe(sideAt(1e-3) === "inside" ? "enters" : "touches");
          return;
        }
        const before = sideAt(i > 0 ? (hits[i - 1].along + along) / 2 : along - 1e-3);
        const after = sideAt(i + 1 < hits.length ? (along + hits[i + 1].along) / 2 : along + 1e-3);
        if (before === "boundary" || after === "boundary") return;
        if (before === after) expect(["passes", "touches"]).toContain(effect);
        else expect(effect).toBe(after === "inside" ? "enters" : "leaves");
      });
    }),
    { numRuns: 600 },
  );
});

test("a ray without a direction is refused; an empty shape is met nowhere", () => {
  expect(() => hitIndex({ rings: [Float64Array.of(0, 0, 1, 0, 0, 1)], fillRule: "nonzero" }).ray(1, 1, 1, 1)).toThrow(
    "a ray needs two places to have a direction",
  );
  expect(hitIndex({ rings: [], fillRule: "nonzero" }).ray(0, 0, 1, 1)).toEqual([]);
});

test("what a ray to the right crosses adds up to the winding number, through vertices and along edges too", () => {
  const place = fc.integer({ min: -1, max: 12 }).map((value) => value / 2);
  fc.assert(
    fc.property(latticeOperand, place, place, ({ rings }, x, y) => {
      const { isOnEdge, crossings } = rayCrossings(x, y, rings);
      const { side, winding } = locatePoint(x, y, { rings, fillRule: "nonzero" });
      expect(isOnEdge).toBe(side === "boundary");
      if (!isOnEdge) expect(crossings.reduce((sum, { turn }) => sum + turn, 0)).toBe(winding);
      for (const [i, crossing] of crossings.entries())
        expect(crossing.x).toBeGreaterThanOrEqual(i === 0 ? x : crossings[i - 1].x);
    }),
    { numRuns: 600 },
  );
});
