import fc from "fast-check";
import { combine, type MultiPolygon, OperandError, triangulate } from "../src";
import { operandPair } from "./arbitraries";
import { twiceAreaOf } from "./oracles/triangle-areas";

const polygonsOf = operandPair.chain(([a, b]) =>
  fc.constantFrom("union", "xor", "difference").map((operation) => combine(operation as "union", a, b).polygons),
);

test("triangles have positive areas that add up exactly to the polygons', with vertices of theirs only", () => {
  fc.assert(
    fc.property(polygonsOf, (polygons) => {
      const { vertices, indices } = triangulate(polygons);
      const points: [number, number][] = [];
      for (let i = 0; i < vertices.length; i += 2) points.push([vertices[i], vertices[i + 1]]);
      const triangles: MultiPolygon = Array.from({ length: indices.length / 3 }, (_, t) => ({
        outer: Float64Array.from([0, 1, 2].flatMap((k) => points[indices[3 * t + k]])),
        holes: [],
      }));
      const { parts, whole } = twiceAreaOf(triangles, polygons);
      expect(parts.every((part) => part > 0n)).toBe(true);
      expect(parts.reduce((sum, part) => sum + part, 0n)).toBe(whole);
    }),
    { numRuns: 1000 },
  );
});

test("n + 2h − 2 triangles for each polygon whose rings touch nowhere", () => {
  const ring = (...points: number[]) => Float64Array.from(points);
  const square = ring(0, 0, 10, 0, 10, 10, 0, 10);
  const count = (polygons: MultiPolygon) => triangulate(polygons).indices.length / 3;
  expect(count([{ outer: square, holes: [] }])).toBe(2);
  expect(count([{ outer: square, holes: [ring(2, 2, 2, 4, 4, 4, 4, 2), ring(6, 6, 6, 8, 8, 8)] }])).toBe(
    4 + 4 + 3 + 4 - 2,
  );
  // Flat vertices.
  expect(count([{ outer: ring(0, 0, 1, 0, 2, 0, 1, 1), holes: [] }])).toBe(2);
  // A hole that touches the outer ring joins it: as many corners as vertices, and one ring.
  expect(count([{ outer: square, holes: [ring(0, 0, 2, 4, 4, 2)] }])).toBe(4 + 3 - 2);
  expect(count([])).toBe(0);
});

test("indices are as small as they can be, and bad coordinates are named", () => {
  const many = Float64Array.from({ length: 140_000 }, (_, i) => {
    const angle = (2 * Math.PI * (i >> 1)) / 70_000;
    return i % 2 ? Math.sin(angle) : Math.cos(angle);
  });
  expect(triangulate([{ outer: many.slice(0, 200), holes: [] }]).indices).toBeInstanceOf(Uint16Array);
  const { indices } = triangulate([{ outer: many, holes: [] }]);
  expect(indices).toBeInstanceOf(Uint32Array);
  expect(indices.length).toBe(3 * 69_998);
  expect(() => triangulate([{ outer: Float64Array.of(0, 0, 1, Number.NaN, 1, 1), holes: [] }])).toThrow(OperandError);
});
