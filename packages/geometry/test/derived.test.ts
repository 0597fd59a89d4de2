import fc from "fast-check";
import {
  arcLengthOf,
  area,
  clipLines,
  combine,
  cut,
  cutCorners,
  dashPath,
  flattenPath,
  keepCurves,
  locatePoint,
  momentsOf,
  type Operand,
  OperandError,
  offsetOutlines,
  operandOf,
  parsePathData,
  pickRegions,
  pointAt,
  polygonPath,
  rationalQuadratic,
  refineTriangles,
  rotation,
  simplifyOutlines,
  sourcesOf,
  strokePath,
  traceEdges,
  transformPath,
  triangulate,
} from "../src";
import { flawsOf } from "./oracles/validity";

/** The smallest cases that once fell short, operation by operation; the fuzz (fuzz/derived) looks for more. */

const square = (x0: number, y0: number, x1: number, y1: number): Float64Array =>
  Float64Array.of(x0, y0, x1, y0, x1, y1, x0, y1);
const style = { join: "round" as const, cap: "butt" as const, miterLimit: 4, tolerance: 1e-4 };

test("a cut gives a hole to the piece that it lies in, although the seam belongs to both", () => {
  const shape: Operand = { rings: [square(0, 0, 10, 10), square(4, 4, 6, 6).reverse()], fillRule: "evenodd" };
  const { polygons } = cut(shape, [Float64Array.of(-5, 2, 15, 2)]);
  expect(polygons.map((piece) => [area([piece]), piece.holes.length])).toEqual([
    [20, 0],
    [76, 1],
  ]);
});

test("a line that turns straight back is clipped there and back, however often", () => {
  const clipped = (line: number[]) =>
    clipLines([Float64Array.from(line)], { rings: [square(0, 0, 10, 10)], fillRule: "nonzero" }).map((each) => [
      ...each,
    ]);
  expect(clipped([2, 5, 8, 5, 2, 5])).toEqual([[2, 5, 8, 5, 2, 5]]);
  expect(clipped([-5, 5, 15, 5, -5, 5])).toEqual([
    [0, 5, 10, 5],
    [10, 5, 0, 5],
  ]);
});

test("an empty set of shapes is no region to pick", () => {
  const a: Operand = { rings: [square(0, 0, 1, 1)], fillRule: "nonzero" };
  expect(() => pickRegions([a], [[]])).toThrow(OperandError);
  expect(() => pickRegions([a], [[1]])).toThrow("set 1: [1], expected indices of 1 operands");
});

test.each([
  ["M0 0C100 100 0.01 100 100 0", 182.84142678566755],
  ["M0 0C10 0 -5 0 10 0", 11.71773633808484],
  ["M0 0Q-20 0 0 0", 20],
  ["M0 0A100 0.01 0 0 0 200 0", 200.00001009663475],
])("the length of %s takes little work", (d, length) => {
  const along = arcLengthOf(parsePathData(d).subpaths[0].segments[0]);
  expect(along.total).toBeCloseTo(length, 4);
  expect(along.lengthAt(along.parameterAt(0.3 * length))).toBeCloseTo(0.3 * length, 9);
});

test("lengths hold at the ends of the doubles, and for weights as far apart as they can be", () => {
  const cubic = (f: number) =>
    parsePathData(`M0 0C${100 * f} ${100 * f} ${0.01 * f} ${100 * f} ${100 * f} 0`).subpaths[0].segments[0];
  for (const f of [1e-300, 1e300]) expect(arcLengthOf(cubic(f)).total / f).toBeCloseTo(182.84142678566755, 9);
  // Nearly the control polygon.
  const sharp = rationalQuadratic([0, 0, 50, 80, 100, 0], [1, 1e300, 1]);
  expect(arcLengthOf(sharp).total).toBeCloseTo(2 * Math.hypot(50, 80), 9);
});

test("a dash over the start of a closed outline is one, also where the perimeter is rounded", () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: 10, noNaN: true }), { minLength: 6, maxLength: 12 }), (points) => {
      const path = polygonPath(points.length % 2 ? points.slice(1) : points);
      const perimeter = momentsLength(path);
      fc.pre(perimeter > 1);
      // A dash, a gap, and half a dash to the end.
      const dashes = dashPath(path, [perimeter / 2, perimeter / 4], perimeter / 8).subpaths;
      expect(dashes).toHaveLength(1);
      const [x, y] = pointAt(dashes[0].segments[0], 0);
      expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true);
    }),
  );
  const dots = dashPath(polygonPath([0, 0, 10, 0], false), [0, 3], 3).subpaths;
  expect(dots.map(({ x, heading }) => [x, heading])).toEqual([0, 3, 6, 9].map((x) => [x, [1, 0]]));
  expect(
    area(
      strokePath({ subpaths: [{ ...dots[1], heading: [0.6, 0.8] }] }, { ...style, width: 2, cap: "square" }).polygons,
    ),
  ).toBeCloseTo(4, 12);
});

function momentsLength(path: ReturnType<typeof polygonPath>): number {
  const [{ segments, x, y }] = path.subpaths;
  const last = segments[segments.length - 1];
  const closing = last ? Math.hypot(pointAt(last, 1)[0] - x, pointAt(last, 1)[1] - y) : 0;
  return segments.reduce((sum, segment) => sum + arcLengthOf(segment).total, closing);
}

test("a round join stands where an outline turns straight back, in every direction", () => {
  const want = 20 + Math.PI / 2;
  for (let i = 0; i < 24; i++) {
    const [c, s] = [Math.cos(i / 3), Math.sin(i / 3)];
    for (const d of [`M0 0L${-10 * c} ${-10 * s}L${-5 * c} ${-5 * s}`, `M0 0Q${-20 * c} ${-20 * s} 0 0`])
      expect(area(strokePath(parsePathData(d), { ...style, width: 2 }).polygons)).toBeCloseTo(want, 2);
  }
});

test("arcs joins go on with the curvature of both sides, and are miters between straight ones", () => {
  const stroke = (d: string, join: "arcs" | "miter") =>
    operandOf(strokePath(parsePathData(d), { ...style, join, width: 10, miterLimit: 10 }).polygons);
  const straight = ["arcs", "miter"].map((join) => stroke("M0 0H50V50", join as "arcs"));
  expect(area(combine("xor", straight[0], straight[1]).polygons)).toBeCloseTo(0, 9);
  // The outer parallels: a circle of radius 45 around (0, 50) and y = 55, which meet at x = 44.72; the miter's tip is (45, 55).
  const [arcs, miter] = (["arcs", "miter"] as const).map((join) => stroke("M0 0A50 50 0 0 1 50 50H120", join));
  const isIn = (shape: Operand, x: number) => locatePoint(x, 54.9, shape).side === "inside";
  expect([isIn(arcs, 44.78), isIn(miter, 45.05)]).toEqual([true, true]);
  expect(area(combine("difference", arcs, miter).polygons)).toBeCloseTo(areaBetweenTips(), 3);
});

/** Between the miter's side x = 45 and the circle of radius 45 around (0, 50), from y = 50 to 55. */
function areaBetweenTips(): number {
  const half = Math.asin(5 / 45);
  return 5 * 45 - (45 * 45 * half) / 2 - (5 * Math.sqrt(45 * 45 - 25)) / 2;
}

test("arcs joins longer than their limit are cut across the arc to their tip", () => {
  const ends = (d: string, miterLimit: number): [number, number] => {
    const { polygons } = strokePath(parsePathData(d), { ...style, cap: "butt", join: "arcs", width: 2, miterLimit });
    const xs = [...polygons[0].outer].filter((_, i) => i % 2 === 0);
    return [Math.max(...xs), area(polygons)];
  };
  // Straight back: one rectangle up to the limit, which counts in half widths from the corner.
  expect(ends("M0 0H10H5", 4)).toEqual([14, 28]);
  // A right angle, turned so that its bisector lies along x: the miter's tip would be at the root of 2.
  const [reach, cut] = ends("M-9 9L0 0L-9 -9", 1.2);
  expect(reach).toBeCloseTo(1.2, 9);
  expect(ends("M-9 9L0 0L-9 -9", 1.5)[1] - cut).toBeCloseTo((Math.SQRT2 - 1.2) ** 2, 9);
  // Mirrored curves: the tip lies on the bisector, and so does the arc that measures the join.
  const mirrored = ends("M-40 30A50 50 0 0 0 0 0A50 50 0 0 0 -40 -30", 1.05);
  expect(mirrored[0]).toBeCloseTo(1.05, 9);
});

test("kept curves meet where the true ones do: a circle and a line at 11 degrees", () => {
  const paths = ["M10 0A10 10 0 0 1 -10 0A10 10 0 0 1 10 0Z", "M-20 9.8L20 9.8L20 30L-20 30Z"].map(parsePathData);
  const flats = paths.map((path) => flattenPath(path, { tolerance: 0.1 }));
  const operands = flats.map(
    ({ subpaths }): Operand => ({ rings: subpaths.map((s) => s.vertices), fillRule: "nonzero" }),
  );
  const result = combine("intersection", operands[0], operands[1]);
  const sources = paths.map((path, k) => sourcesOf(path, flats[k], ""));
  const { path } = keepCurves(traceEdges(result, sources));
  const ends = path.subpaths[0].segments.map((segment) => pointAt(segment, 0)[0]).sort((a, b) => a - b);
  for (const [k, sign] of [-1, 1].entries()) expect(ends[k]).toBeCloseTo(sign * Math.sqrt(100 - 9.8 ** 2), 9);
  expect(momentsOf(path).area).toBeCloseTo(100 * Math.acos(0.98) - 9.8 * Math.sqrt(100 - 9.8 ** 2), 9);
});

test("a corner rounded by the distance is shrunk to the corner that it was, in any direction", () => {
  const rounded = cutCorners(polygonPath([0, 0, 100, 0, 100, 80, 0, 80]), {
    by: "radius",
    size: 10,
    form: "arc",
  }).path;
  for (const turn of [0, 0.3, 1, 2, 4]) {
    const { polygons } = offsetOutlines(transformPath(rounded, rotation(turn)), -10, { ...style, tolerance: 0.01 });
    expect(polygons.map(({ outer, holes }) => [outer.length / 2, holes.length])).toEqual([[4, 0]]);
    expect(area(polygons)).toBeCloseTo(80 * 60, 8);
  }
});

test("what is offset by more than it is wide takes no longer than what is not, and is right", () => {
  const gon = (n: number, radius: number) =>
    polygonPath(
      Array.from({ length: 2 * n }, (_, i) => radius * (i % 2 ? Math.sin : Math.cos)((2 * Math.PI * (i >> 1)) / n)),
    );
  const wide = { ...style, tolerance: 0.01 };
  for (const distance of [-50, -60, -150]) expect(offsetOutlines(gon(1000, 50), distance, wide).polygons).toEqual([]);
  const core = offsetOutlines(gon(1000, 50), -49, wide).polygons;
  expect(flawsOf(core)).toEqual([]);
  expect(Math.sqrt(area(core) / Math.PI)).toBeCloseTo(1, 1);
  // A stroke that is far wider than its curve: all within 100 of it.
  const stroke = strokePath(parsePathData("M0 0C40 60 -20 60 20 0"), { ...wide, cap: "round", width: 200 }).polygons;
  expect(Math.abs(area(stroke) - 43429)).toBeLessThan(10);
});

test("a long miter beside a curve stands between the true directions, also where the stroke is put together from pieces", () => {
  // A turn of 173.9 degrees: the miter is 18.75 times as long as the stroke is wide.
  const path = parsePathData("M 0 0 C 2 0 6 1 8 4 L 2 8 Q 8 3 8 6 Z");
  const stroke = strokePath(path, {
    width: 40,
    join: "miter",
    cap: "square",
    miterLimit: 20,
    tolerance: 0.01,
  }).polygons;
  expect(Math.abs(area(stroke) - 9728)).toBeLessThan(2);
});

test("a hole stays inside its ring, and rings apart, however coarsely they are simplified", () => {
  // The outer ring's notch would be passed over by an edge within the tolerance, hole and all.
  const outer = Float64Array.of(0, 0, 40, 0, 40, 20, 24, 20, 24, 19, 16, 19, 16, 20, 0, 20);
  const hole = Float64Array.of(19, 18.5, 19, 18.8, 21, 18.8, 21, 18.5);
  const { outlines } = simplifyOutlines(
    [outer, hole].map((vertices) => ({ vertices, closed: true })),
    5,
  );
  expect(flawsOf([{ outer: outlines[0].vertices, holes: [outlines[1].vertices] }])).toEqual([]);
});

test("a mesh around holes in rows and columns takes few swaps", () => {
  const side = 24;
  const holes = Array.from({ length: side * side }, (_, k) => {
    const [x, y] = [(k % side) + 0.2, Math.floor(k / side) + 0.2];
    return square(x, y, x + 0.3, y + 0.3)
      .slice()
      .reverse();
  }).map((ring) => Float64Array.from(ring, (_, i) => ring[i ^ 1]));
  const { finished, swaps, indices } = refineTriangles(triangulate([{ outer: square(0, 0, side, side), holes }]));
  expect(finished).toBe(true);
  // Of points in columns no triangles come that reach along them: those would be swapped as often as the columns are long.
  expect(swaps).toBeLessThan(indices.length / 3);
});

test("results as operands: a stroke of a stroke, cut and put together again, is itself", () => {
  const stroke = strokePath(parsePathData("M0 0C30 40 60 -40 90 0"), { ...style, width: 12 }).polygons;
  const pieces = cut(operandOf(stroke), [Float64Array.of(45, -50, 45, 50)]).polygons;
  expect(pieces).toHaveLength(2);
  expect(area(combine("union", operandOf(pieces), operandOf([])).polygons)).toBeCloseTo(area(stroke), 9);
});
