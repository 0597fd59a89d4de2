import fc from "fast-check";
import {
  area,
  type Cap,
  dashPath,
  derivativesAt,
  type Join,
  locatePoint,
  offsetOutlines,
  operandOf,
  type Path,
  parsePathData,
  pointAt,
  polygonPath,
  type Segment,
  StrokeError,
  segmentLength,
  signedDistance,
  strokePath,
} from "../src";
import { flawsOf } from "./oracles/validity";

const place = fc.integer({ min: -800, max: 800 }).map((n) => n / 16);
const lattice = fc.integer({ min: -5, max: 5 }).map((n) => 8 * n);
const controls = (coordinate: fc.Arbitrary<number>, count: number) =>
  fc.array(coordinate, { minLength: count, maxLength: count });
const curve = fc
  .oneof(
    controls(place, 8).map((p) => `M${p.slice(0, 2)}C${p.slice(2)}`),
    controls(lattice, 8).map((p) => `M${p.slice(0, 2)}C${p.slice(2)}`),
    controls(place, 6).map((p) => `M${p.slice(0, 2)}Q${p.slice(2)}`),
    controls(place, 4).map((p) => `M${p.slice(0, 2)}A40 9 30 1 0${p.slice(2)}`),
  )
  .map((d) => parsePathData(d));

/**
 * Whether a point lies on a normal of the curve no longer than h (`swept`), whether within h of it at all (`near`), and
 * whether the curve bends more tightly than h anywhere; by dense samples.
 */
function lookAt(segment: Segment, x: number, y: number, h: number) {
  const seen = { swept: false, near: false, tight: false };
  let before = Number.NaN;
  for (let i = 0; i <= 2000; i++) {
    const p = derivativesAt(segment, i / 2000);
    const along = (x - p.x) * p.dx + (y - p.y) * p.dy;
    // Where the curve stands still there is no normal to lie on.
    if (p.dx === 0 && p.dy === 0) continue;
    const near = Math.hypot(x - p.x, y - p.y) <= h;
    seen.near ||= near;
    seen.swept ||= near && along * before <= 0;
    seen.tight ||= Math.abs(p.dx * p.ddy - p.dy * p.ddx) * h >= Math.hypot(p.dx, p.dy) ** 3;
    before = along;
  }
  return seen;
}

describe("strokes of curves", () => {
  const h = 6;
  const tolerance = 0.05;
  it.each<Cap>(["round", "butt"])("cover what normals of half the width sweep, with %s caps", (cap) => {
    fc.assert(
      fc.property(curve, fc.array(fc.tuple(place, place), { minLength: 40, maxLength: 40 }), (path, points) => {
        const [segment] = path.subpaths[0].segments;
        fc.pre(segment !== undefined && segmentLength(segment) > 1);
        const stroke = strokePath(path, { width: 2 * h, cap, join: "miter", miterLimit: 4, tolerance });
        const shape = operandOf(stroke.polygons);
        for (const [dx, dy] of points) {
          // Points near the curve: a place on it, and up to 1.4 times half the width away.
          const [px, py] = pointAt(segment, (dx + 50) / 100);
          const [x, y] = [px + (dy / 50) * h * 1.4, py + (dx / 50) * h * 1.4];
          if (Math.abs(signedDistance(x, y, shape).distance) <= tolerance + 0.005) continue;
          const { swept, near, tight } = lookAt(segment, x, y, h);
          // Beside a tight bend a butt end may show what lies within half the width, if not on a normal.
          const expected = cap === "round" || (tight && !swept) ? near : swept;
          const inside = locatePoint(x, y, shape).side === "inside";
          if (cap === "butt" && tight && !swept && !inside) continue;
          expect([x, y, inside]).toEqual([x, y, expected]);
        }
      }),
      { numRuns: 40 },
    );
  });

  it("follow a circle with as few vertices as the circles at its sides need", () => {
    const circle = parsePathData("M 50 0 A 50 50 0 1 1 -50 0 A 50 50 0 1 1 50 0 Z");
    const [{ outer, holes }] = strokePath(circle, {
      width: 20,
      cap: "butt",
      join: "miter",
      miterLimit: 4,
      tolerance: 0.01,
    }).polygons;
    const least = (radius: number): number => Math.PI / Math.acos(1 - 0.01 / radius);
    expect(outer.length / 2).toBeLessThan(1.1 * least(60) + 2);
    expect(holes[0].length / 2).toBeLessThan(1.1 * least(40) + 2);
    for (const [ring, radius] of [
      [outer, 60],
      [holes[0], 40],
    ] as const)
      for (let i = 0; i < ring.length; i += 2) expect(Math.hypot(ring[i], ring[i + 1])).toBeCloseTo(radius, 8);
  });
});

describe("strokes of polylines", () => {
  const corner = polygonPath([0, 0, 100, 0, 100, 100], false);
  const style = { width: 10, cap: "butt" as Cap, join: "miter" as Join, miterLimit: 4, tolerance: 0.001 };
  it.each<[Partial<typeof style>, number]>([
    [{}, 2000],
    [{ join: "bevel" }, 2000 - 12.5],
    [{ miterLimit: 1.4 }, 2000 - 12.5],
    [{ join: "round" }, 2000 - 25 + (Math.PI * 25) / 4],
    [{ cap: "square" }, 2100],
    [{ cap: "round" }, 2000 + Math.PI * 25],
  ])("have the area that %j gives", (changed, expected) => {
    expect(Math.abs(area(strokePath(corner, { ...style, ...changed }).polygons) - expected)).toBeLessThan(0.05);
  });

  it("end in dots where there is no length", () => {
    const point: Path = { subpaths: [{ x: 3, y: 4, segments: [], closed: false }] };
    expect(strokePath(point, style).polygons).toEqual([]);
    expect(area(strokePath(point, { ...style, cap: "square" }).polygons)).toBe(100);
    expect(area(strokePath(point, { ...style, cap: "round" }).polygons)).toBeCloseTo(25 * Math.PI, 1);
  });

  it("are refused without a width", () => {
    for (const width of [0, -1, Number.NaN, Number.POSITIVE_INFINITY])
      expect(() => strokePath(corner, { ...style, width })).toThrow(StrokeError);
  });
});

describe("dashes", () => {
  const lengths = (path: Path): number[] =>
    path.subpaths.map(({ segments }) => segments.reduce((sum, s) => sum + segmentLength(s), 0));
  it("are measured along true curves, over corners, from the phase on", () => {
    const path = parsePathData("M 0 0 L 30 0 A 20 20 0 0 1 50 20 C 50 60 90 60 90 90");
    const total = lengths(path)[0];
    const dashed = lengths(dashPath(path, [10, 5], 12));
    expect(dashed.slice(0, -1).every((length) => Math.abs(length - 10) < 1e-9)).toBe(true);
    expect(dashPath(path, [10, 5], 12).subpaths[0].x).toBeCloseTo(3, 12);
    expect(dashed.length).toBe(Math.ceil((total - 3) / 15));
  });
  it("run over the start of a closed outline, and go through an odd pattern twice", () => {
    const square = polygonPath([0, 0, 40, 0, 40, 40, 0, 40]);
    const over = dashPath(square, [20, 20], 10);
    expect(lengths(over)).toEqual([20, 20, 20, 20]);
    expect(over.subpaths[0].segments.map((s: Segment) => [s.x0, s.y0])).toEqual([
      [0, 10],
      [0, 0],
    ]);
    expect(lengths(dashPath(square, [10]))).toEqual(new Array(8).fill(10));
    expect(dashPath(square, [200, 1])).toEqual(square);
    expect(dashPath(square, [0, 0])).toEqual(square);
  });
  it("refuse lengths below 0 and dashes without number", () => {
    const line = polygonPath([0, 0, 1e6, 0], false);
    expect(() => dashPath(line, [3, -1])).toThrow("dash length 2");
    expect(() => dashPath(line, [1e-3])).toThrow("dashes");
  });
});

describe("regions grown and shrunk", () => {
  const style = { join: "round" as Join, miterLimit: 4, tolerance: 0.02 };
  const region = fc
    .array(fc.tuple(lattice, lattice), { minLength: 3, maxLength: 9 })
    .map((points) => strokePath(polygonPath(points.flat(), false), { ...style, width: 4, cap: "butt", join: "bevel" }));
  it("hold just the points within the distance, or farther than it from the outside", () => {
    fc.assert(
      fc.property(
        region,
        fc.constantFrom(5, 0.7, -0.5, -1.2, -9),
        fc.array(fc.tuple(place, place), { minLength: 50, maxLength: 50 }),
        ({ polygons }, distance, points) => {
          const shape = operandOf(polygons);
          const outlines = { subpaths: shape.rings.flatMap((ring) => polygonPath(ring).subpaths) };
          const grown = offsetOutlines(outlines, distance, style).polygons;
          expect(flawsOf(grown)).toEqual([]);
          for (const [x, y] of points) {
            const off = signedDistance(x, y, shape).distance - distance;
            if (Math.abs(off) <= 2 * style.tolerance) continue;
            expect([x, y, locatePoint(x, y, operandOf(grown)).side]).toEqual([x, y, off < 0 ? "inside" : "outside"]);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it("keep square corners with miters", () => {
    const square = polygonPath([0, 0, 40, 0, 40, 40, 0, 40]);
    expect(area(offsetOutlines(square, 5, { ...style, join: "miter" }).polygons)).toBe(2500);
    expect(area(offsetOutlines(square, 5, { ...style, join: "bevel" }).polygons)).toBe(2450);
    expect(area(offsetOutlines(square, -5, style).polygons)).toBe(900);
    expect(offsetOutlines(square, -20.5, style).polygons).toEqual([]);
  });
});
