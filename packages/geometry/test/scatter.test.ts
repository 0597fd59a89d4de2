import fc from "fast-check";
import {
  apart,
  area,
  bounces,
  combine,
  hitIndex,
  hitsOnPath,
  lattice,
  locatePoint,
  nearestOnSegment,
  operandOf,
  parsePathData,
  pathOfLines,
  placesAlong,
  scattered,
  strewnAlong,
} from "../src";
import { latticeOperand } from "./arbitraries";

const polygons = fc.tuple(latticeOperand, latticeOperand).map(([a, b]) => combine("xor", a, b).polygons);
const seed = fc.integer({ min: 0, max: 1e6 });
const pairs = (points: Float64Array): [number, number][] =>
  Array.from({ length: points.length / 2 }, (_, i) => [points[2 * i], points[2 * i + 1]]);

test("scattered points lie in the polygons, evenly, and are the same for the same seed", () => {
  fc.assert(
    fc.property(polygons, seed, (region, s) => {
      const points = scattered(region, 200, s);
      expect(points).toEqual(scattered(region, 200, s));
      expect(points.length).toBe(area(region) > 0 ? 400 : 0);
      const shape = operandOf(region);
      // Rounding may put a point a hair outside.
      const outside = pairs(points).filter(([x, y]) => locatePoint(x, y, shape).side === "outside");
      expect(outside.length).toBeLessThanOrEqual(2);
    }),
    { numRuns: 40 },
  );
  const square = [{ outer: Float64Array.of(0, 0, 10, 0, 10, 10, 0, 10), holes: [] }];
  const inCorner = pairs(scattered(square, 40_000, 5)).filter(([x, y]) => x < 3 && y < 4).length;
  expect(Math.abs(inCorner - 4800)).toBeLessThan(5 * Math.sqrt(4800));
});

test("points apart keep their distance, and leave little room for others", () => {
  fc.assert(
    fc.property(polygons, seed, fc.constantFrom(0.3, 0.6, 1.3), (region, s, distance) => {
      const points = pairs(apart(region, distance, s));
      const shape = operandOf(region);
      expect(points.filter(([x, y]) => locatePoint(x, y, shape).side === "outside")).toEqual([]);
      let least = Number.POSITIVE_INFINITY;
      for (const [i, [x, y]] of points.entries())
        for (const [u, v] of points.slice(0, i)) least = Math.min(least, (x - u) ** 2 + (y - v) ** 2);
      expect(least).toBeGreaterThanOrEqual(distance ** 2);
      const places = pairs(scattered(region, 200, s + 1));
      const free = places.filter(([x, y]) => points.every(([u, v]) => Math.hypot(x - u, y - v) > distance)).length;
      expect(free).toBeLessThanOrEqual(20);
    }),
    { numRuns: 40 },
  );
  expect(() => apart([], 0, 1)).toThrow("points are kept apart by a distance greater than 0, not 0");
});

test("a lattice is every place of it that is not outside", () => {
  fc.assert(
    fc.property(polygons, fc.constantFrom(0.25, 0.5, 1), (region, step) => {
      const expected: number[] = [];
      const shape = operandOf(region);
      for (let j = -2; j <= 6 / step; j++)
        for (let i = -2; i <= 6 / step; i++) {
          const [x, y] = [i * step + 0.5, j * step];
          if (locatePoint(x, y, shape).side !== "outside") expected.push(x, y);
        }
      expect([...lattice(region, step, { x: 0.5, y: 0 })]).toEqual(expected);
    }),
    { numRuns: 60 },
  );
});

test("places along true curves are evenly apart, with their directions", () => {
  const path = parsePathData("M 0 0 L 10 0 C 20 0 20 10 10 10 M 30 0 A 5 5 0 1 1 30 10 Z");
  const places = placesAlong(path, 2);
  for (const { subpath, x, y, tangent, normal } of places) {
    const near = path.subpaths[subpath].segments.map((segment) => nearestOnSegment(segment, x, y).distance);
    const join = subpath === 1 ? Math.abs(x - 30) : Number.POSITIVE_INFINITY;
    expect(Math.min(join, ...near)).toBeLessThan(1e-9);
    expect(tangent[0] * normal[0] + tangent[1] * normal[1]).toBeCloseTo(0, 12);
  }
  const lengths = places.filter(({ subpath }) => subpath === 0).map(({ length }) => length);
  for (let i = 2; i < lengths.length; i++) expect(lengths[i] - lengths[i - 1]).toBeCloseTo(lengths[1], 9);
  const first = strewnAlong(path, 2000, 3).filter(({ subpath }) => subpath === 0).length;
  const share = lengths.at(-1)! / (lengths.at(-1)! + 10 + 7.5 * Math.PI + (Math.PI * 5) / 2 - 2.5 * Math.PI);
  expect(first / 2000).toBeGreaterThan(share - 0.15);
  expect(first / 2000).toBeLessThan(share + 0.15);
});

test("hits on straight paths are those on edges; on curves the line comes in and goes out", () => {
  const place = fc
    .tuple(fc.integer({ min: -2, max: 7 }), fc.integer({ min: -2, max: 7 }))
    .map(([x, y]) => [x + 0.13, y + 0.37]);
  fc.assert(
    fc.property(latticeOperand, place, place, fc.boolean(), (operand, [ax, ay], [bx, by], isRay) => {
      fc.pre(ax !== bx || ay !== by);
      const path = pathOfLines(operand.rings.map((vertices) => ({ vertices, closed: true })));
      const edges = hitIndex(operand)[isRay ? "ray" : "segment"](ax, ay, bx, by);
      const curves = hitsOnPath(ax, ay, bx, by, path, operand.fillRule, isRay);
      const distinct = (all: readonly { along: number }[]): number[] =>
        all.map(({ along }) => along).filter((along, k) => k === 0 || along - all[k - 1].along > 1e-9);
      const expected = distinct(edges);
      expect(distinct(curves)).toEqual(expected.map((along) => expect.closeTo(along, 8)));
    }),
    { numRuns: 200 },
  );
  const disc = parsePathData("M 10 0 A 10 10 0 1 1 -10 0 A 10 10 0 1 1 10 0 Z");
  const [first, second] = hitsOnPath(-20, 6, -10, 6, disc, "nonzero", true);
  expect([first.effect, second.effect]).toEqual(["enters", "leaves"]);
  expect([first.x, second.x]).toEqual([expect.closeTo(-8, 9), expect.closeTo(8, 9)]);
  expect([first.normal.x, first.normal.y]).toEqual([expect.closeTo(-0.8, 9), expect.closeTo(0.6, 9)]);
  expect(hitsOnPath(-20, 10, -10, 10, disc, "nonzero", true).map(({ effect }) => effect)).toEqual(["touches"]);
});

test("a ball from one focus of an ellipse comes to the other one after each bounce", () => {
  const ellipse = parsePathData("M 5 0 A 5 3 0 1 1 -5 0 A 5 3 0 1 1 5 0 Z");
  fc.assert(
    fc.property(fc.double({ min: 0.05, max: 3, noNaN: true }), (direction) => {
      const { points, hits } = bounces(-4, 0, direction, ellipse, "nonzero", 3);
      expect(hits).toHaveLength(3);
      // From the first bounce to the second it runs through the other focus, then through the first one again.
      for (const [k, focus] of [
        [1, 4],
        [2, -4],
      ]) {
        const [x0, y0, x1, y1] = points.subarray(2 * k, 2 * k + 4);
        const away = Math.abs((x1 - x0) * (0 - y0) - (y1 - y0) * (focus - x0)) / Math.hypot(x1 - x0, y1 - y0);
        expect(away).toBeLessThan(1e-6);
      }
    }),
  );
  const room = parsePathData("M 0 0 H 10 V 10 H 0 Z");
  const { points } = bounces(5, 5, 0, room, "nonzero", 2, 12);
  expect([...points]).toEqual([5, 5, 10, 5, expect.closeTo(3, 12), expect.closeTo(5, 12)]);
});
