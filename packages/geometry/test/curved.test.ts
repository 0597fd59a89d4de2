import fc from "fast-check";
import {
  area,
  combine,
  flattenPath,
  keepCurves,
  momentsOf,
  type Operand,
  type Operation,
  type Path,
  parsePathData,
  pointAt,
  sourcesOf,
  traceEdges,
  transformSources,
} from "../src";

function operandOf(path: Path, tolerance: number, name = "") {
  const flat = flattenPath(path, { tolerance });
  const operand: Operand = { rings: flat.subpaths.map(({ vertices }) => vertices), fillRule: "nonzero" };
  return { operand, sources: sourcesOf(path, flat, name) };
}
const circle = (x: number, r: number) =>
  parsePathData(`M ${x + r} 0 A ${r} ${r} 0 0 1 ${x - r} 0 A ${r} ${r} 0 0 1 ${x + r} 0 Z`);

test("two coarse circles keep their arcs: areas and corners are those of the true ones", () => {
  const [a, b] = [operandOf(circle(0, 10), 0.5), operandOf(circle(12, 10), 0.5)];
  const half = Math.acos(0.6);
  const lens = 2 * (100 * half - 6 * 8);
  const want = {
    union: 200 * Math.PI - lens,
    intersection: lens,
    difference: 100 * Math.PI - lens,
    xor: 200 * Math.PI - 2 * lens,
  };
  for (const operation of Object.keys(want) as Operation[]) {
    const result = combine(operation, a.operand, b.operand);
    const { path, distance } = keepCurves(traceEdges(result, [a.sources, b.sources]));
    expect(momentsOf(path).area).toBeCloseTo(want[operation], 8);
    // Arcs, and each to within the flattening.
    for (const { segments } of path.subpaths) for (const { kind } of segments) expect(kind).toBe("arc");
    expect(distance).toBeGreaterThan(0.1);
    expect(distance).toBeLessThan(1.5);
    const corners = path.subpaths.flatMap(({ segments }) => segments.map((segment) => pointAt(segment, 0)));
    expect(
      corners.filter(([x, y]) => Math.abs(x - 6) < 1e-9 && Math.abs(Math.abs(y) - 8) < 1e-9).length,
    ).toBeGreaterThan(1);
  }
});

test("curves of all kinds: closed without gaps, near the straight form, in area as well", () => {
  const n = fc.integer({ min: 0, max: 100 });
  const outline = fc
    .tuple(n, n, n, n, n, n, n, n, n, n)
    .map((p) =>
      parsePathData(
        `M ${p[0]} ${p[1]} C ${p[2]} ${p[3]} ${p[4]} ${p[5]} ${p[6]} ${p[7]} Q ${p[8]} ${p[9]} 50 50 A 30 20 10 0 1 ${p[0]} ${p[1]} Z`,
      ),
    );
  fc.assert(
    fc.property(
      outline,
      outline,
      fc.constantFrom<Operation>("union", "intersection", "difference", "xor"),
      (p, q, operation) => {
        const tolerance = 0.01;
        const [a, b] = [operandOf(p, tolerance), operandOf(q, tolerance)];
        const result = combine(operation, a.operand, b.operand);
        const { path, distance } = keepCurves(traceEdges(result, [a.sources, b.sources]));
        expect(distance).toBeLessThan(20 * tolerance);
        for (const { segments } of path.subpaths)
          segments.forEach((segment, i) => {
            expect(pointAt(segment, 1)).toEqual(pointAt(segments[(i + 1) % segments.length], 0));
          });
        expect(Math.abs(momentsOf(path).area - area(result.polygons))).toBeLessThan(2 + 0.02 * area(result.polygons));
      },
    ),
    { numRuns: 150 },
  );
});

test("three operations in a row: each edge lies on the segment it names, and the areas are those of true curves", () => {
  const [a, b, c] = [
    operandOf(circle(0, 10), 0.3, "a"),
    operandOf(circle(12, 10), 0.3, "b"),
    operandOf(circle(6, 3), 0.3, "c"),
  ];
  const both = combine("union", a.operand, b.operand);
  const traced = traceEdges(both, [a.sources, b.sources]);
  const map = { a: 2, b: 0, c: 0, d: 2, e: 5, f: -7 };
  const moved = transformSources(traced, map);
  const inner = transformSources(c.sources, map);
  const ringsOf = (sources: typeof moved): Operand => ({
    rings: sources.map(({ vertices }) => vertices),
    fillRule: "nonzero",
  });
  const last = combine("difference", ringsOf(moved), ringsOf(inner));
  const all = traceEdges(last, [moved, inner]);
  const names = all.map(({ curves }) => [...new Set(curves.map(({ attached }) => attached))].sort().join());
  expect(names).toEqual(["a,b", "c"]);
  for (const { vertices, curves, curve, from, to } of all)
    for (let i = 0; i < curve.length; i++) {
      const n = curve.length;
      const { segment, subpath, index, attached } = curves[curve[i]];
      const original = { a, b, c }[attached as "a" | "b" | "c"].sources[subpath].curves[index].segment;
      const [ox, oy] = pointAt(original, from[i]);
      const [x, y] = pointAt(segment, from[i]);
      expect(Math.hypot(2 * ox + 5 - x, 2 * oy - 7 - y)).toBeLessThan(1e-9);
      for (const [k, t] of [
        [i, from[i]],
        [(i + 1) % n, to[i]],
      ]) {
        const [px, py] = pointAt(segment, t);
        // Twice the tolerance, as the map doubles it.
        expect(Math.hypot(px - vertices[2 * k], py - vertices[2 * k + 1])).toBeLessThan(0.6);
      }
    }
  const half = Math.acos(0.6);
  const lens = 2 * (100 * half - 6 * 8);
  expect(momentsOf(keepCurves(all).path).area).toBeCloseTo(4 * (200 * Math.PI - lens - 9 * Math.PI), 6);
});
