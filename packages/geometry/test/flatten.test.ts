import fc from "fast-check";
import {
  type Cubic,
  chordDeviations,
  FlattenError,
  flattenPath,
  type Path,
  parsePathData,
  pointAt,
  type Quadratic,
  type Segment,
} from "../src";

const near = fc.double({ min: -100, max: 100, noNaN: true });
// Coincident and collinear control points are common in practice: let them be common here.
const spot = fc.oneof(near, fc.constantFrom(0, 10, 50));
const quadratic = fc
  .tuple(spot, spot, spot, spot, spot, spot)
  .map(([x0, y0, x1, y1, x2, y2]): Quadratic => ({ kind: "quadratic", x0, y0, x1, y1, x2, y2 }));
const cubic = fc
  .tuple(spot, spot, spot, spot, spot, spot, spot, spot)
  .map(([x0, y0, x1, y1, x2, y2, x3, y3]): Cubic => ({ kind: "cubic", x0, y0, x1, y1, x2, y2, x3, y3 }));
const radius = fc.double({ min: 1e-3, max: 100, noNaN: true });
const arc = fc
  .tuple(spot, spot, radius, radius, fc.integer({ min: 0, max: 180 }), fc.boolean(), fc.boolean(), spot, spot)
  .map(([x0, y0, rx, ry, angle, large, sweep, x1, y1]) => {
    const d = `M ${text(x0)} ${text(y0)} A ${text(rx)} ${text(ry)} ${angle} ${+large} ${+sweep} ${text(x1)} ${text(y1)}`;
    return parsePathData(d).subpaths[0].segments[0] as Segment | undefined;
  })
  .filter((segment): segment is Segment => segment !== undefined);
const segment = fc.oneof(quadratic, cubic, arc);
const tolerance = fc.constantFrom(5, 0.5, 0.05, 0.005);

const text = (value: number): string => value.toFixed(6);
const pathOf = (s: Segment): Path => ({ subpaths: [{ x: s.x0, y: s.y0, segments: [s], closed: false }] });

function distanceToChord(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const squared = (bx - ax) ** 2 + (by - ay) ** 2;
  const t = squared === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / squared));
  return Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay));
}

test("no chord is further from its curve than its stated bound, and none beyond the tolerance", () => {
  fc.assert(
    fc.property(segment, tolerance, (curve, limit) => {
      const flat = flattenPath(pathOf(curve), { tolerance: limit });
      const [{ vertices, parameter }] = flat.subpaths;
      const deviation = chordDeviations(pathOf(curve).subpaths[0], flat.subpaths[0]);
      expect(flat.error).toBeLessThanOrEqual(limit);
      for (let i = 0; i + 1 < parameter.length; i++) {
        expect(deviation[i]).toBeLessThanOrEqual(flat.error * (1 + 1e-9));
        for (let k = 0; k <= 16; k++) {
          const t = parameter[i] + ((parameter[i + 1] - parameter[i]) * k) / 16;
          const [x, y] = pointAt(curve, t);
          const [ax, ay, bx, by] = vertices.slice(2 * i, 2 * i + 4);
          expect(distanceToChord(x, y, ax, ay, bx, by)).toBeLessThanOrEqual(deviation[i] * (1 + 1e-12) + 1e-300);
        }
      }
    }),
    { numRuns: 300 },
  );
});

test("vertices lie on the curve, ends are exact, and each knows its segment and parameter", () => {
  const path = parsePathData("M 0 0 C 10 40 60 -40 70 0 A 20 10 30 0 1 90 30 L 50 60 Z");
  const [{ vertices, segment: segments, parameter, closed }] = flattenPath(path, { tolerance: 0.01 }).subpaths;
  expect(closed).toBe(true);
  expect([...vertices.slice(0, 2)]).toEqual([0, 0]);
  segments.forEach((s, i) => {
    if (s >= path.subpaths[0].segments.length) return;
    const [x, y] = pointAt(path.subpaths[0].segments[s], parameter[i]);
    expect(Math.hypot(vertices[2 * i] - x, vertices[2 * i + 1] - y)).toBeLessThan(1e-12);
  });
  expect(new Set(segments)).toEqual(new Set([0, 1, 2, 3]));
});

test("a circle takes the least number of vertices", () => {
  const path = parsePathData("M 10 0 A 10 10 0 0 1 -10 0 A 10 10 0 0 1 10 0 Z");
  for (const limit of [1, 0.1, 0.01]) {
    const count = flattenPath(path, { tolerance: limit }).subpaths[0].vertices.length / 2;
    const least = Math.PI / Math.acos(1 - limit / 10);
    // Each half turn is rounded up to an even count.
    expect(count).toBeGreaterThanOrEqual(least);
    expect(count).toBeLessThanOrEqual(Math.ceil(least) + 4);
  }
});

test("cusps, curves that run back over themselves, and curves of no length", () => {
  for (const d of [
    "M 0 0 C 100 100 0 100 100 0",
    "M 0 0 C 90 0 -60 0 30 0",
    "M 5 5 C 5 5 5 5 5 5",
    "M 0 0 Q 20 0 0 0",
  ]) {
    const flat = flattenPath(parsePathData(d), { tolerance: 0.01 });
    expect(flat.error).toBeLessThanOrEqual(0.01);
  }
  // The curve that runs back reaches further than its ends.
  const [{ vertices }] = flattenPath(parsePathData("M 0 0 Q 20 0 0 0"), { tolerance: 0.01 }).subpaths;
  expect(Math.max(...vertices)).toBeGreaterThan(9.98);
});

test("impossible tolerances are refused in words", () => {
  const path = parsePathData("M 0 0 A 1e6 1e6 0 0 1 2e6 0");
  for (const bad of [0, -1, Number.NaN, Number.POSITIVE_INFINITY])
    expect(() => flattenPath(path, { tolerance: bad })).toThrow(FlattenError);
  expect(() => flattenPath(path, { tolerance: 1e-7 })).toThrow(
    "subpath 1, segment 1: the tolerance 1e-7 would need more than",
  );
  expect(() => flattenPath(path, { tolerance: 1e-12 })).toThrow("finer than doubles");
});
