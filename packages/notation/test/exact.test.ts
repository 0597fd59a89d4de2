import { flattenPath, keepCurves, signedArea } from "@vertexon/geometry";
import { type Shape, Sheet, total } from "../src";

const shapeOf = (expression: string): Shape =>
  new Sheet().update(`tolerance 0.05\na = ${expression}`).definitions[0].value as Shape;

test.each([
  ["rect((10, 10), 40, 30).offset(5, join: miter)", 4],
  ["rect((10, 10), 40, 30).offset(-5, join: miter)", 4],
  ["rect((10, 10), 40, 30).stroke(4, join: miter)", 8],
  ["polyline((0, 0), (10, 0), (20, 0), (20, 10)).stroke(2, join: miter)", 6],
  ["rect((10, 10), 40, 30).offset(3, join: bevel)", 8],
  ["polyline((0, 0), (10, 0)).stroke(2, cap: square)", 4],
])("%s is exact, with %i vertices", (expression, vertices) => {
  const shape = shapeOf(expression);
  expect([shape.vertexCount, shape.error]).toEqual([vertices, 0]);
});

test("the error of a single chord over most of a circle is the true distance", () => {
  expect(shapeOf("circle((50, 50), 30).flatten(count: 1)").error).toBeCloseTo(60, 6);
  // The far side of a circle of radius 40 from a chord near its start.
  const almost = shapeOf("arc((50, 50), 40, 0deg, 350deg).flatten(count: 1)").error;
  expect(almost).toBeCloseTo(40 * (1 + Math.cos((5 * Math.PI) / 180)), 6);
});

test.each([
  ["rect((10, 10), 40, 30).offset(5)", { arc: 4, line: 4 }, 40 * 30 + 2 * 5 * 70 + 25 * Math.PI],
  ["circle((50, 50), 30).offset(-5)", { arc: 1 }, 625 * Math.PI],
  ["circle((50, 50), 30).stroke(4)", { arc: 2 }, (32 ** 2 - 28 ** 2) * Math.PI],
  ["polyline((10, 10), (60, 10)).stroke(6, cap: round)", { arc: 2, line: 2 }, 300 + 9 * Math.PI],
  ["rect((10, 10), 40, 30, rx: 5).offset(-3)", { arc: 4, line: 4 }, 34 * 24 - (4 - Math.PI) * 4],
  // What was derived already is derived from its arcs again, not from their chords.
  ["circle((50, 50), 30).offset(5).offset(5)", { arc: 1 }, 1600 * Math.PI],
  ["rect((10, 10), 40, 30).offset(5).offset(-3)", { arc: 4, line: 4 }, 40 * 30 + 2 * 2 * 70 + 4 * Math.PI],
  ["circle((50, 50), 30).offset(-5).stroke(4)", { arc: 2 }, (27 ** 2 - 23 ** 2) * Math.PI],
  ["(rect((10, 10), 40, 30) union circle((10, 25), 15)).offset(2)", { arc: 3, line: 3 }, 1420 + 146.5 * Math.PI],
])("%s keeps its arcs and lines, without any error", (expression, kinds, area) => {
  const shape = shapeOf(expression);
  const { path } = keepCurves(shape.regionSources("a"));
  const found: Record<string, number> = {};
  for (const { kind } of path.subpaths.flatMap(({ segments }) => segments)) found[kind] = (found[kind] ?? 0) + 1;
  expect(found).toEqual(kinds);
  expect(total(shape.curveBound)).toBeLessThan(1e-11);
  const fine = flattenPath(path, { tolerance: 1e-8 });
  expect(fine.subpaths.reduce((sum, { vertices }) => sum + signedArea(vertices), 0)).toBeCloseTo(area, 4);
});
