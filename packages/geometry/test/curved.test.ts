import fc from "fast-check";
import {
  area,
  type CurvedSource,
  combine,
  flattenPath,
  keepCurves,
  momentsOf,
  type Operand,
  type Operation,
  type Path,
  parsePathData,
  pointAt,
  segmentsWithJoin,
} from "../src";

function operandOf(path: Path, tolerance: number): { operand: Operand; sources: CurvedSource[] } {
  const flat = flattenPath(path, { tolerance });
  return {
    operand: { rings: flat.subpaths.map(({ vertices }) => vertices), fillRule: "nonzero" },
    sources: flat.subpaths.map((subpath, i) => ({ segments: segmentsWithJoin(path.subpaths[i]), flat: subpath })),
  };
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
    const { path, distance } = keepCurves(result, [a.sources, b.sources]);
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
        const { path, distance } = keepCurves(result, [a.sources, b.sources]);
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
