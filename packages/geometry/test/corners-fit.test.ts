import fc from "fast-check";
import {
  CornerError,
  cutCorners,
  distanceIndex,
  enclosingBox,
  enclosingCircle,
  fanLines,
  fitCurves,
  flattenPath,
  hatchLines,
  inscribedCircle,
  type Operand,
  parsePathData,
  pointAt,
  polygonPath,
  signedDistance,
  tangentAt,
} from "../src";

const coordinate = fc.oneof(fc.integer({ min: 0, max: 6 }), fc.double({ min: 0, max: 6, noNaN: true }));
const points = fc.array(coordinate, { minLength: 6, maxLength: 24 }).map((all) => all.slice(0, all.length & ~1));

test("the smallest circle and the smallest box around points, by trying all of them", () => {
  fc.assert(
    fc.property(points, (all) => {
      const p = Array.from({ length: all.length / 2 }, (_, i) => [all[2 * i], all[2 * i + 1]]);
      const holds = (x: number, y: number, r: number) => p.every(([px, py]) => Math.hypot(px - x, py - y) <= r + 1e-9);
      let least = Number.POSITIVE_INFINITY;
      let area = Number.POSITIVE_INFINITY;
      const offer = (x: number, y: number, r: number) => {
        if (holds(x, y, r)) least = Math.min(least, r);
      };
      for (const [ax, ay] of p)
        for (const [bx, by] of p) {
          offer((ax + bx) / 2, (ay + by) / 2, Math.hypot(ax - bx, ay - by) / 2);
          const [ex, ey] = [bx - ax, by - ay];
          const length = Math.hypot(ex, ey);
          // Squares of smaller ones would vanish.
          if (length > 1e-9) {
            const spread = (values: number[]) => Math.max(...values) - Math.min(...values);
            area = Math.min(
              area,
              (spread(p.map(([x, y]) => x * ex + y * ey)) * spread(p.map(([x, y]) => y * ex - x * ey))) / length ** 2,
            );
          }
          for (const [cx, cy] of p) {
            const [ux, uy, vx, vy] = [bx - ax, by - ay, cx - ax, cy - ay];
            const twice = 2 * (ux * vy - uy * vx);
            if (Math.abs(twice) < 1e-9) continue;
            const [u, v] = [ux * ux + uy * uy, vx * vx + vy * vy];
            const [x, y] = [(vy * u - uy * v) / twice, (ux * v - vx * u) / twice];
            offer(ax + x, ay + y, Math.hypot(x, y));
          }
        }
      const circle = enclosingCircle(all)!;
      expect(circle.radius).toBeCloseTo(least, 7);
      expect(p.every(([x, y]) => Math.hypot(x - circle.x, y - circle.y) <= circle.radius)).toBe(true);
      const box = enclosingBox(all)!;
      if (area < Number.POSITIVE_INFINITY) expect(box.width * box.height).toBeCloseTo(area, 7);
      expect(Math.abs(box.angle)).toBeLessThanOrEqual(Math.PI / 4 + 1e-12);
    }),
  );
});

test("the largest circle inside lies inside, and none of many samples has more room than its bound", () => {
  fc.assert(
    fc.property(points, (all) => {
      const shape: Operand = { rings: [Float64Array.from(all)], fillRule: "evenodd" };
      const circle = inscribedCircle(shape, 1e-3);
      const index = distanceIndex(shape);
      const bound = circle?.bound ?? 1e-3;
      for (let i = 0; i < 400; i++) {
        const inside = -index.distance((6 * (i % 20)) / 19, (6 * Math.floor(i / 20)) / 19).distance;
        expect(inside).toBeLessThanOrEqual(bound + 1e-12);
      }
      if (!circle) return;
      expect(circle.bound - circle.radius).toBeLessThanOrEqual(1e-3);
      expect(index.distance(circle.x, circle.y).distance).toBeCloseTo(-circle.radius, 12);
    }),
    { numRuns: 60 },
  );
});

test("arcs that round corners touch both sides, beside curves as well, and shrink where they do not fit", () => {
  const path = parsePathData("M0 0L20 0C20 8 12 20 0 20A30 30 0 0 1 0 0Z");
  const { path: rounded, corners } = cutCorners(path, { by: "radius", size: 2, form: "arc" });
  expect(corners.map(({ size }) => size)).toEqual([2, 2, 2]);
  const { segments } = rounded.subpaths[0];
  segments.forEach((segment, k) => {
    const next = segments[(k + 1) % segments.length];
    expect(pointAt(segment, 1)).toEqual(pointAt(next, 0));
    const [[ux, uy], [vx, vy]] = [tangentAt(segment, 1, -1), tangentAt(next, 0, 1)];
    expect(Math.abs(ux * vy - uy * vx)).toBeLessThan(1e-9);
  });
  const narrow = cutCorners(polygonPath([0, 0, 10, 0, 10, 4, 0, 4]), { by: "radius", size: 3, form: "arc" });
  expect(narrow.corners.map(({ size }) => size)).toEqual([2, 2, 2, 2]);
  expect(() => cutCorners(path, { by: "length", size: 0, form: "line" })).toThrow(CornerError);
});

test("fitted curves stay within the distance of the edges, both ways, and are few", () => {
  const outlines = fc.constantFrom(
    "M0 0C10 30 40 -20 60 0S80 50 20 60Z",
    "M0 0Q30 40 60 0T120 0L120 60L0 60Z",
    "M0 0L20 0A10 10 0 0 1 20 20L0 20Z",
    "M10 0A10 10 0 0 1 -10 0A10 10 0 0 1 10 0Z",
    "M10 0A10 4 20 0 1 -10 0A10 4 20 0 1 10 0Z",
    "M0 0C40 0 0 40 40 40",
  );
  fc.assert(
    fc.property(
      outlines,
      fc.constantFrom("arcs" as const, "cubics" as const),
      fc.constantFrom(0.02, 0.2, 1),
      (d, form, within) => {
        const flat = flattenPath(parsePathData(d), { tolerance: within / 4 }).subpaths;
        const { path, deviation } = fitCurves(flat, within, form, Math.PI / 6);
        expect(deviation).toBeLessThanOrEqual(within);
        const fine = flattenPath(path, { tolerance: within / 100 }).subpaths;
        for (const [a, b] of [
          [flat, fine],
          [fine, flat],
        ])
          for (const { vertices: v } of a)
            for (let i = 0; i < v.length; i += 2) {
              // Open outlines are rings there and back.
              const rings = b.map(({ vertices, closed }) =>
                closed
                  ? vertices
                  : Float64Array.from([...vertices, ...[...vertices].reverse().map((_, k, all) => all[k ^ 1])]),
              );
              const off = Math.abs(signedDistance(v[i], v[i + 1], { rings, fillRule: "nonzero" }).distance);
              expect(off).toBeLessThanOrEqual(deviation + within / 50);
            }
        expect(path.subpaths[0].segments.length).toBeLessThan(2 + flat[0].vertices.length / 2);
      },
    ),
    { numRuns: 36 },
  );
});

test("what only looks like a circle or an ellipse is neither", () => {
  const fitted = (d: string) => fitCurves(flattenPath(parsePathData(d), { tolerance: 0.01 }).subpaths, 0.03, "arcs", 1);
  expect(fitted("M10 0A10 10 0 0 1 -10 0A10 10 0 0 1 10 0Z")).toMatchObject({ circles: 1, ellipses: 0 });
  expect(fitted("M10 0A10 6 30 0 1 -10 0A10 6 30 0 1 10 0Z")).toMatchObject({ circles: 0, ellipses: 1 });
  expect(fitted("M10 0A10 10 0 0 1 -10 0A10 10.4 0 0 1 10 0Z")).toMatchObject({ circles: 0, ellipses: 0 });
});

test("hatches and fans lie inside, at their step", () => {
  const shape: Operand = { rings: [Float64Array.of(0, 0, 10, 0, 10, 6, 0, 6)], fillRule: "nonzero" };
  expect(hatchLines(shape, 2, 0, { x: 0, y: 1 }).map((line) => [...line])).toEqual([1, 3, 5].map((y) => [0, y, 10, y]));
  const slanted = hatchLines(shape, 2, Math.PI / 6, { x: 3, y: 3 });
  for (const [x0, y0, x1, y1] of slanted) {
    const across = ((y0 - 3) * Math.cos(Math.PI / 6) - (x0 - 3) * Math.sin(Math.PI / 6)) / 2;
    expect(across).toBeCloseTo(Math.round(across), 9);
    expect(Math.atan2(y1 - y0, x1 - x0)).toBeCloseTo(Math.PI / 6, 9);
  }
  expect(fanLines(shape, Math.PI / 2, 0, { x: 5, y: 3 })).toHaveLength(4);
  expect(() => hatchLines(shape, 0, 0, { x: 0, y: 0 })).toThrow("step");
});
