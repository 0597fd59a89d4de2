import fc from "fast-check";
import {
  combine,
  convexPieces,
  fanTriangles,
  locatePoint,
  type MultiPolygon,
  OperandError,
  orientation,
  PieceError,
  refineTriangles,
  type Triangles,
  triangulate,
} from "../src";
import { operandPair } from "./arbitraries";
import { twiceAreaOf } from "./oracles/triangle-areas";

const polygonsOf = operandPair.chain(([a, b]) =>
  fc.constantFrom("union", "xor", "difference").map((operation) => combine(operation as "union", a, b).polygons),
);

const ring = (...points: number[]) => Float64Array.from(points);
const square = ring(0, 0, 10, 0, 10, 10, 0, 10);
const corner = ({ vertices }: Triangles, index: number) => [vertices[2 * index], vertices[2 * index + 1]];
const asPolygons = (mesh: Triangles): MultiPolygon =>
  Array.from({ length: mesh.indices.length / 3 }, (_, t) => ({
    outer: Float64Array.from([0, 1, 2].flatMap((k) => corner(mesh, mesh.indices[3 * t + k]))),
    holes: [],
  }));

/** That the parts have positive areas which add up exactly to the whole's. */
function expectToCover(parts: MultiPolygon, polygons: MultiPolygon): void {
  const areas = twiceAreaOf(parts, polygons);
  expect(areas.parts.every((part) => part > 0n)).toBe(true);
  expect(areas.parts.reduce((sum, part) => sum + part, 0n)).toBe(areas.whole);
}

test("triangles have positive areas that add up exactly to the polygons', with vertices of theirs only", () => {
  fc.assert(
    fc.property(polygonsOf, (polygons) => {
      expectToCover(asPolygons(triangulate(polygons)), polygons);
    }),
    { numRuns: 1000 },
  );
});

test("n + 2h − 2 triangles for each polygon whose rings touch nowhere", () => {
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

test("convex outlines and sectors become fans around one vertex, beside polygons that do not", () => {
  const sector = ring(0, 0, 5, 0, 4, 3, 0, 5, -4, 3, -5, 0, -4, -3, 0, -5);
  const { vertices, indices } = triangulate([
    { outer: sector, holes: [] },
    { outer: ring(20, 0, 30, 0, 22, 1, 30, 9, 20, 9, 25, 5), holes: [] },
  ]);
  const inSector = [...indices].map((i) => corner({ vertices, indices }, i)).slice(0, 18);
  expect(inSector.filter(([x, y]) => x === 0 && y === 0)).toHaveLength(6);
  expect(indices.length / 3).toBe(6 + 4);
});

test("a fan covers each place as often as the rings run around it", () => {
  const place = fc.tuple(fc.double({ min: -12, max: 12, noNaN: true }), fc.double({ min: -12, max: 12, noNaN: true }));
  fc.assert(
    fc.property(operandPair, place, ([a], [x, y]) => {
      const triangles = asPolygons(fanTriangles(a.rings)).map(({ outer }) =>
        locatePoint(x, y, { ...a, rings: [outer] }),
      );
      if (triangles.some(({ side }) => side === "boundary")) return;
      expect(triangles.reduce((sum, { winding }) => sum + winding, 0)).toBe(locatePoint(x, y, a).winding);
    }),
    { numRuns: 400 },
  );
});

/** In radians. */
function leastAngle(mesh: Triangles): number {
  let least = Math.PI;
  for (let h = 0; h < mesh.indices.length; h++) {
    const t = h - (h % 3);
    const [a, b, c] = [0, 1, 2].map((k) => corner(mesh, mesh.indices[t + ((h + k) % 3)]));
    const [px, py, qx, qy] = [b[0] - a[0], b[1] - a[1], c[0] - a[0], c[1] - a[1]];
    least = Math.min(least, Math.atan2(px * qy - py * qx, px * qx + py * qy));
  }
  return least;
}

test("refined triangles cover the same, their least angle is no less, and refining again changes nothing", () => {
  fc.assert(
    fc.property(polygonsOf, (polygons) => {
      const before = triangulate(polygons);
      const after = refineTriangles(before);
      expect(after.finished).toBe(true);
      expect(after.indices).toHaveLength(before.indices.length);
      expectToCover(asPolygons(after), polygons);
      expect(leastAngle(after)).toBeGreaterThanOrEqual(leastAngle(before) - 1e-9);
      expect(refineTriangles(after)).toMatchObject({ swaps: 0, indices: after.indices });
    }),
    { numRuns: 400 },
  );
});

test("convex pieces cover the same, are convex, and keep to the greatest number of vertices", () => {
  fc.assert(
    fc.property(polygonsOf, fc.constantFrom(3, 4, 6, 8, undefined), (polygons, most) => {
      const pieces = convexPieces(polygons, most);
      expectToCover(
        pieces.map((outer) => ({ outer, holes: [] })),
        polygons,
      );
      for (const piece of pieces) {
        const n = piece.length / 2;
        expect(n).toBeLessThanOrEqual(most ?? n);
        const at = (i: number): [number, number] => [piece[2 * (i % n)], piece[2 * (i % n) + 1]];
        for (let i = 0; i < n; i++) expect(orientation(...at(i), ...at(i + 1), ...at(i + 2))).toBeGreaterThanOrEqual(0);
      }
    }),
    { numRuns: 400 },
  );
  expect(convexPieces([{ outer: square, holes: [] }])).toHaveLength(1);
  // An L falls into two.
  expect(convexPieces([{ outer: ring(0, 0, 9, 0, 9, 3, 3, 3, 3, 9, 0, 9), holes: [] }])).toHaveLength(2);
  for (const most of [2, 3.5, Number.NaN, -1])
    expect(() => convexPieces([{ outer: square, holes: [] }], most)).toThrow(PieceError);
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
