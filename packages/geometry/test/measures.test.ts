import { area, bounds, combine, orientationOf, perimeter, signedArea } from "../src";

const ring = (...values: number[]): Float64Array => Float64Array.from(values);
const outer = { rings: [ring(0, 0, 10, 0, 10, 10, 0, 10)], fillRule: "nonzero" } as const;
const hole = { rings: [ring(2, 2, 5, 2, 5, 4.125)], fillRule: "nonzero" } as const;
const pierced = combine(
  "difference",
  { ...outer, rings: [...outer.rings] },
  { ...hole, rings: [...hole.rings] },
).polygons;

test("area, perimeter, bounds and orientation of rings", () => {
  const triangle = ring(1e9, 1e9, 1e9 + 3, 1e9, 1e9, 1e9 + 4);
  expect(signedArea(triangle)).toBe(6);
  expect(signedArea(ring(0, 0, 0, 4, 3, 0))).toBe(-6);
  expect(perimeter(triangle)).toBe(12);
  expect(perimeter(triangle, false)).toBe(8);
  expect(bounds([triangle])).toEqual({ minX: 1e9, minY: 1e9, maxX: 1e9 + 3, maxY: 1e9 + 4 });
  expect(bounds([])).toBeNull();
  expect(orientationOf(triangle)).toBe(1);
  expect(orientationOf(ring(0, 0, 0, 0, 1, 1))).toBe(0);
  expect(orientationOf(ring(0, 0, 1, 1))).toBe(0);
  expect(area(pierced)).toBe(100 - signedArea(hole.rings[0]));
});
