import fc from "fast-check";
import {
  area,
  combine,
  combineAll,
  convexHull,
  flattenPath,
  locatePoint,
  operandOf,
  orientation,
  orientationOf,
  parsePathData,
  scaling,
  signedArea,
  transformPath,
} from "../src";
import { latticeOperand, looseOperand } from "./arbitraries";
import { region, written } from "./figures";
import { textOf } from "./oracles/validity";

const place = fc.integer({ min: -4, max: 4 });
const cloud = fc.array(fc.tuple(place, place), { minLength: 1, maxLength: 30 }).map((points) => points.flat());

test("a hull is strictly convex, holds every point, and does not depend on their order", () => {
  fc.assert(
    fc.property(cloud, (points) => {
      const hull = convexHull(points);
      const n = hull.length / 2;
      const shuffled = Array.from({ length: points.length / 2 }, (_, i) => i)
        .reverse()
        .flatMap((i) => [points[2 * i], points[2 * i + 1]]);
      expect(convexHull([...shuffled, ...points])).toEqual(hull);
      if (n < 3) return;
      for (let i = 0; i < n; i++) {
        const [a, b, c] = [i, (i + 1) % n, (i + 2) % n].map((k) => [hull[2 * k], hull[2 * k + 1]]);
        expect(orientation(a[0], a[1], b[0], b[1], c[0], c[1])).toBe(1);
      }
      for (let i = 0; i < points.length; i += 2)
        expect(locatePoint(points[i], points[i + 1], { rings: [hull], fillRule: "nonzero" }).side).not.toBe("outside");
    }),
  );
});

test("orientation of a ring is the sign of its area, for rings around a centre in any order of radii", () => {
  const radii = fc.array(fc.double({ min: 0.1, max: 10, noNaN: true }), { minLength: 3, maxLength: 20 });
  fc.assert(
    fc.property(radii, fc.boolean(), (lengths, turned) => {
      const ring = Float64Array.from(
        lengths.flatMap((r, i) => {
          const angle = ((turned ? -1 : 1) * 2 * Math.PI * i) / lengths.length;
          return [r * Math.cos(angle), r * Math.sin(angle)];
        }),
      );
      expect(orientationOf(ring)).toBe(turned ? -1 : 1);
      expect(Math.sign(signedArea(ring))).toBe(turned ? -1 : 1);
    }),
  );
});

test("operations on lists are those on pairs, one after the other", () => {
  const operands = fc.array(fc.oneof(latticeOperand, looseOperand), { minLength: 2, maxLength: 4 });
  fc.assert(
    fc.property(operands, fc.constantFrom("union", "intersection", "difference", "xor" as const), (list, operation) => {
      const folded = list
        .slice(1)
        .reduce((sum, operand) => operandOf(combine(operation, sum, operand).polygons), list[0]);
      const direct = combineAll(operation, list).polygons;
      const folding = combineAll("union", [folded]).polygons;
      expect(area(direct)).toBeCloseTo(area(folding), 9);
      expect(area(combine("xor", operandOf(direct), operandOf(folding)).polygons)).toBeLessThan(1e-9);
    }),
    { numRuns: 120 },
  );
});

test("the start of a ring and the order of rings do not matter", () => {
  fc.assert(
    fc.property(latticeOperand, latticeOperand, fc.nat(6), (a, b, k) => {
      const turned = {
        ...a,
        rings: [...a.rings].reverse().map((ring) => {
          const at = 2 * (k % Math.max(1, ring.length / 2));
          return Float64Array.from([...ring.slice(at), ...ring.slice(0, at)]);
        }),
      };
      expect(textOf(combine("union", turned, b).polygons)).toBe(textOf(combine("union", a, b).polygons));
    }),
    { numRuns: 150 },
  );
});

test("scaling an outline and its tolerance by a power of two scales the vertices, bit for bit", () => {
  const path = parsePathData("M 0 0 C 30 90 70 -90 100 0 Q 120 40 90 60 A 30 20 15 0 1 40 50 Z");
  const [small] = flattenPath(path, { tolerance: 0.05 }).subpaths;
  const [large] = flattenPath(transformPath(path, scaling(8, 8)), { tolerance: 0.4 }).subpaths;
  expect([...large.parameter]).toEqual([...small.parameter]);
  large.vertices.forEach((value, i) => {
    expect(value).toBeCloseTo(8 * small.vertices[i], 9);
  });
});

test("hand-offs at full precision hold the very doubles of any result", () => {
  fc.assert(
    fc.property(looseOperand, looseOperand, (a, b) => {
      const { polygons } = combine("xor", a, b);
      const { content, difference } = written("json", [region("x", polygons)], { decimals: 17 });
      const read = JSON.parse(String(content)).polygons.flatMap((p: { outer: number[][]; holes: number[][][] }) => [
        p.outer,
        ...p.holes,
      ]);
      const rings = polygons.flatMap(({ outer, holes }) => [outer, ...holes]);
      expect(difference).toBeLessThan(1e-17);
      rings.forEach((ring, i) => {
        read[i].flat().forEach((value: number, k: number) => {
          expect(Math.abs(value - ring[k])).toBeLessThanOrEqual(1e-17);
        });
      });
    }),
    { numRuns: 60 },
  );
});
