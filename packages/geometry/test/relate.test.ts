import fc from "fast-check";
import {
  area,
  circleSubpath,
  combine,
  flattenPath,
  operandOf,
  type RelationKind,
  relate,
  shortestParting,
} from "../src";
import { latticeOperand } from "./arbitraries";

const shape = fc.tuple(latticeOperand, fc.integer({ min: 0, max: 7 })).map(([operand, dx]) => {
  const rings = operand.rings.map((ring) => Float64Array.from(ring, (value, i) => (i % 2 === 0 ? value + dx : value)));
  return combine("union", { ...operand, rings }, { rings: [], fillRule: "nonzero" }).polygons;
});

/** By areas, and by the distances of all edges from each other. */
function slowly(a: ReturnType<typeof combine>["polygons"], b: typeof a): { kind: RelationKind; distance: number } {
  const both = area(combine("intersection", operandOf(a), operandOf(b)).polygons);
  const [left, right] = [area(a) - both, area(b) - both].map((value) => value > 1e-9);
  if (both > 1e-9) return { kind: left ? (right ? "overlapping" : "around") : right ? "inside" : "equal", distance: 0 };
  let distance = Number.POSITIVE_INFINITY;
  const gaps = (p: typeof a, q: typeof a): void => {
    for (const from of operandOf(p).rings)
      for (let i = 0; i < from.length; i += 2)
        for (const to of operandOf(q).rings)
          for (let k = 0; k < to.length; k += 2) {
            const j = (k + 2) % to.length;
            const [dx, dy] = [to[j] - to[k], to[j + 1] - to[k + 1]];
            const share = Math.min(
              1,
              Math.max(0, ((from[i] - to[k]) * dx + (from[i + 1] - to[k + 1]) * dy) / (dx * dx + dy * dy)),
            );
            distance = Math.min(
              distance,
              Math.hypot(to[k] + share * dx - from[i], to[k + 1] + share * dy - from[i + 1]),
            );
          }
  };
  gaps(a, b);
  gaps(b, a);
  return { kind: distance < 1e-9 ? "touching" : "apart", distance };
}

test("how two shapes lie to each other is what areas and distances say", () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.tuple(shape, shape),
        shape.map((one): [typeof one, typeof one] => [one, one]),
      ),
      ([a, b]) => {
        fc.pre(a.length > 0 && b.length > 0);
        const found = relate(a, b);
        const expected = slowly(a, b);
        // Vertices of unions are rounded: what meets but for that is apart by as much.
        const isHair = expected.kind === "touching" && found.kind === "apart" && found.distance < 1e-9;
        if (!isHair) expect(found.kind).toBe(expected.kind);
        const turned: Partial<Record<RelationKind, RelationKind>> = { inside: "around", around: "inside" };
        expect(relate(b, a).kind).toBe(turned[found.kind] ?? found.kind);
        if (found.kind === "apart") {
          expect(found.distance).toBeCloseTo(expected.distance, 9);
          const [p, q] = found.nearest!;
          expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeCloseTo(found.distance, 9);
        } else expect(found.distance).toBe(0);
      },
    ),
    { numRuns: 400 },
  );
  expect(relate([], [])).toEqual({ kind: "apart", distance: Number.POSITIVE_INFINITY, nearest: null, area: 0 });
});

/** What two shapes have in common once the first one is moved. */
function overlap(a: ReturnType<typeof combine>["polygons"], b: typeof a, x: number, y: number): number {
  const rings = operandOf(a).rings.map((ring) => ring.map((value, i) => value + (i % 2 === 0 ? x : y)));
  return area(combine("intersection", { rings, fillRule: "nonzero" }, operandOf(b)).polygons);
}

test("the shortest way out parts shapes, into gaps too, and no shorter way does", () => {
  fc.assert(
    fc.property(shape, shape, ([...a], [...b]) => {
      const out = shortestParting(a, b);
      expect(out === null).toBe(overlap(a, b, 0, 0) === 0);
      if (!out) return;
      expect(Math.hypot(out.x, out.y)).toBeCloseTo(out.length, 12);
      expect(overlap(a, b, out.x, out.y)).toBeLessThan(1e-9);
      expect(out.least).toBeGreaterThan(out.length - 1e-9);
      for (let k = 0; k < 48; k++)
        for (const part of [0.35, 0.7, 0.99]) {
          const [angle, way] = [(k * Math.PI) / 24, part * out.length];
          expect(overlap(a, b, way * Math.cos(angle), way * Math.sin(angle))).toBeGreaterThan(0);
        }
    }),
    { numRuns: 60 },
  );
});

test("a ball that runs into the wall around it is put back inside; two of many vertices are moved past each other", () => {
  const square = (x: number, y: number, side: number) =>
    Float64Array.of(x, y, x + side, y, x + side, y + side, x, y + side);
  const wall = combine(
    "difference",
    operandOf([{ outer: square(0, 0, 40), holes: [] }]),
    operandOf([{ outer: square(4, 4, 32), holes: [] }]),
  ).polygons;
  const ball = [{ outer: square(2.5, 20, 3), holes: [] }];
  expect(shortestParting(ball, wall)).toMatchObject({ x: 1.5, y: 0, length: 1.5 });
  const disc = (x: number, r: number) => [
    {
      outer: flattenPath({ subpaths: [circleSubpath(x, 0, r, r)] }, { tolerance: 1e-6 * r }).subpaths[0].vertices,
      holes: [],
    },
  ];
  const [a, b] = [disc(0, 20), disc(13, 12)];
  expect(a[0].outer.length + b[0].outer.length).toBeGreaterThan(3200);
  const out = shortestParting(a, b)!;
  expect(out.length).toBeCloseTo(19, 2);
  expect(out.x).toBeCloseTo(-19, 2);
  expect(overlap(a, b, out.x * (1 + 1e-9), out.y)).toBeLessThan(1e-6);
  expect(out.least).toBeGreaterThan(18.8);
  expect(out.least).toBeLessThan(out.length);
});
