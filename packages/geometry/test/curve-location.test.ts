import fc from "fast-check";
import {
  type FillRule,
  flattenPath,
  frameAt,
  type Grid,
  locateOnPath,
  locatePoint,
  locationIndex,
  type Path,
  parsePathData,
  pathIndex,
  pointAt,
  rationalQuadratic,
  type Segment,
  segmentsWithJoin,
  shapesIndex,
  signedDistanceToPath,
  transformPath,
} from "../src";
import { curveDistances } from "../src/distance/nearest/near-curves";

const place = fc.integer({ min: -6, max: 6 });
const point = fc.tuple(place, place).map(([x, y]) => `${x} ${y}`);
const command = fc.oneof(
  point.map((to) => `L ${to}`),
  fc.tuple(point, point).map(([a, to]) => `Q ${a} ${to}`),
  fc.tuple(point, point, point).map(([a, b, to]) => `C ${a} ${b} ${to}`),
  fc
    .tuple(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 1, max: 7 }), fc.boolean(), fc.boolean(), point)
    .map(([rx, ry, large, sweep, to]) => `A ${rx} ${ry} 30 ${large ? 1 : 0} ${sweep ? 1 : 0} ${to}`),
);
const subpath = fc
  .tuple(point, fc.array(command, { minLength: 1, maxLength: 4 }), fc.boolean())
  .map(([from, all, closed]) => `M ${from} ${all.join(" ")}${closed ? " Z" : ""}`);
/** Curves that cross, touch and come back to themselves, with places in common; quadratics of other weights too. */
const path: fc.Arbitrary<Path> = fc
  .tuple(fc.array(subpath, { minLength: 1, maxLength: 3 }), fc.constantFrom(0.2, 1, 5))
  .map(([all, weight]) => {
    const { subpaths } = parsePathData(all.join(" "));
    const weighted = (s: Segment): Segment =>
      s.kind === "quadratic" && weight !== 1
        ? rationalQuadratic([s.x0, s.y0, s.x1, s.y1, s.x2, s.y2], [1, weight, 1])
        : s;
    return { subpaths: subpaths.map((each) => ({ ...each, segments: each.segments.map(weighted) })) };
  });
const rule = fc.constantFrom<FillRule>("nonzero", "evenodd");
const somewhere = fc.oneof(
  fc.tuple(place, place),
  fc.tuple(fc.double({ min: -7, max: 7, noNaN: true }), fc.double({ min: -7, max: 7, noNaN: true })),
);

const FINE = 1e-5;

/** What is certain from edges: the winding number where a point is further from all of them than they are from the curves. */
function slowly(curves: Path, fillRule: FillRule, x: number, y: number) {
  const rings = flattenPath(curves, { tolerance: FINE }).subpaths.map(({ vertices }) => vertices);
  let gap = Number.POSITIVE_INFINITY;
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length;
      const [dx, dy] = [ring[j] - ring[i], ring[j + 1] - ring[i + 1]];
      const share = Math.min(1, Math.max(0, ((x - ring[i]) * dx + (y - ring[i + 1]) * dy) / (dx * dx + dy * dy || 1)));
      gap = Math.min(gap, Math.hypot(ring[i] + share * dx - x, ring[i + 1] + share * dy - y));
    }
  return { gap, location: locatePoint(x, y, { rings, fillRule }) };
}

test("sides and winding numbers by true curves are those by fine edges, away from the outline", () => {
  fc.assert(
    fc.property(path, rule, fc.array(somewhere, { minLength: 1, maxLength: 6 }), (curves, fillRule, points) => {
      const index = pathIndex(curves, fillRule);
      for (const [x, y] of points) {
        const { gap, location } = slowly(curves, fillRule, x, y);
        for (const found of [locateOnPath(x, y, curves, fillRule), index.locate(x, y)]) {
          if (gap > 2 * FINE) expect(found).toEqual({ ...location, width: 0 });
          // What is said to be undecided is that near.
          else if (found.side === "boundary") expect(gap).toBeLessThanOrEqual(found.width + 2 * FINE);
        }
      }
    }),
    { numRuns: 150 },
  );
});

test("distances are within a hair of the least over many places, and the nearest place is on the path", () => {
  fc.assert(
    fc.property(path, rule, somewhere, (curves, fillRule, [x, y]) => {
      const { gap } = slowly(curves, fillRule, x, y);
      for (const found of [signedDistanceToPath(x, y, curves, fillRule), pathIndex(curves, fillRule).distance(x, y)]) {
        if (!Number.isFinite(gap)) continue;
        const { distance, nearest, subpath: s, segment, t } = found;
        if (distance !== 0) expect(Math.abs(Math.abs(distance) - gap)).toBeLessThanOrEqual(FINE + 1e-12);
        else expect(gap).toBeLessThan(2 * FINE);
        const all = segmentsWithJoin({ ...curves.subpaths[s], closed: true });
        const [px, py] = pointAt(all[segment], t);
        expect(Math.hypot(px - nearest.x, py - nearest.y)).toBeLessThan(1e-12);
        if (distance !== 0) expect(Math.hypot(nearest.x - x, nearest.y - y)).toBeCloseTo(Math.abs(distance), 12);
      }
    }),
    { numRuns: 150 },
  );
});

test("distances of many places at once are those of each, close together or far apart, at every scale", () => {
  const step = fc.integer({ min: -12, max: 2 }).map((exponent) => 2 ** exponent);
  const columns = fc.integer({ min: 1, max: 12 });
  const around = fc.option(fc.tuple(fc.nat(), fc.double({ min: 0, max: 1, noNaN: true })));
  const scale = fc.constantFrom(1, 1, 2 ** -900, 2 ** 510);
  fc.assert(
    fc.property(path, rule, somewhere, step, columns, around, scale, (curves, fillRule, corner, by, width, bend, f) => {
      let [left, top] = corner;
      const segments = curves.subpaths.flatMap((each) => each.segments);
      if (bend && segments.length > 0) {
        // Around a centre of curvature, where places near each other have far feet.
        const { x, y, normal, curvature } = frameAt(segments[bend[0] % segments.length], bend[1]);
        [left, top] = [x + normal[0] / curvature - (by * width) / 2, y + normal[1] / curvature - (by * 75) / width];
        if (!(Math.hypot(left, top) < 50)) return;
      }
      const xs = Float64Array.from({ length: 150 }, (_, i) => left + by * (i % width));
      const ys = xs.map((_, i) => top + by * Math.floor(i / width));
      const values = xs.map(() => Number.NaN);
      const scaled = transformPath(curves, { a: f, b: 0, c: 0, d: f, e: 0, f: 0 });
      const index = pathIndex(scaled, fillRule);
      curveDistances(scaled, index)(
        xs.map((x) => f * x),
        ys.map((y) => f * y),
        values,
      );
      values.forEach((value, i) => {
        const { distance } = signedDistanceToPath(xs[i], ys[i], curves, fillRule);
        for (const found of [value, index.distance(f * xs[i], f * ys[i]).distance])
          if (found !== distance && !(Math.abs(found / f - distance) <= 1e-12 * 50))
            throw new Error(`at ${xs[i]}, ${ys[i]}: ${found / f} for ${distance}`);
      });
    }),
    { numRuns: 200 },
  );
});

/** Holds the samples of a grid of true curves against single questions, which other tests hold against fine edges. */
function expectSamples(data: string, grid: Grid, share: number): void {
  const path = parsePathData(data);
  const index = pathIndex(path, "nonzero");
  const { x, y, cell, columns, rows } = grid;
  const places = Array.from({ length: columns * rows }, (_, i) => [i % columns, Math.floor(i / columns)]);
  const xs = Float64Array.from(places, ([column]) => x + (column + 0.5) * cell);
  const ys = Float64Array.from(places, ([, row]) => y + (row + 0.5) * cell);
  const values = new Float64Array(xs.length);
  curveDistances(path, index)(xs, ys, values);
  for (let i = 0; i < xs.length; i += share) {
    const { distance } = index.distance(xs[i], ys[i]);
    if (values[i] !== distance && !(Math.abs(values[i] - distance) <= 1e-13 * (50 + Math.abs(distance))))
      throw new Error(`${data} at ${xs[i]}, ${ys[i]}: ${values[i]} for ${distance}`);
  }
}

test("curves that turn back on themselves, by many places at once", () => {
  const whole = { x: -1.5, y: -1.5, cell: 0.225, columns: 40, rows: 40 };
  const found: [data: string, grid: Grid][] = [
    [
      "M 1 2 Q 0.9999998055695067 2.0042291164468042 1.0000023765769623 2.0046160784573295 L 1.0027570047207013 3 C 1.0015903041745373 3 0 2 4 3",
      whole,
    ],
    [
      "M 4.533962627872825 4.938297704793513 Q 4.533965554138815 3.7837391830980778 4.5310845259483905 4.9382993938666395 C 4.531089414952412 4.938294457838726 4.5376717539108355 0.8001599261933007 4.53579296288779 0.7970952750183642 C 4.53579296288779 0.7970952750183642 4.538535577189177 0.7970927260891185 4.5354591560992406 0.7970951440853765 Z",
      whole,
    ],
    [
      "M 5.532748082187027 0.5753768957220018 C 5.53063120951876 1.7668320662342012 5.362910668090917 2.860865835936889 5.53739742802456 2.8608642811886966 Z",
      { x: -7.582433774289976, y: 0.5467909523491847, cell: 0.00015625, columns: 64, rows: 64 },
    ],
  ];
  for (const [data, grid] of found) expectSamples(data, grid, 1);
  const coordinate = fc.integer({ min: 0, max: 5000 }).map((v) => v / 1000);
  const near = fc.constantFrom(0, 1e-5, 1e-2, 0.5, 4);
  const step = fc.tuple(fc.double({ min: -1, max: 1, noNaN: true }), near).map(([share, length]) => share * length);
  const kind = fc.constantFrom("L", "Q", "C", "A");
  const size = fc.constantFrom(0.2, 0.02, 1e-4, 1e-7);
  fc.assert(
    fc.property(
      fc.tuple(coordinate, coordinate),
      fc.array(fc.tuple(kind, fc.array(step, { minLength: 6, maxLength: 6 })), { minLength: 1, maxLength: 6 }),
      size,
      ([x0, y0], steps, cell) => {
        let [x, y] = [x0, y0];
        let data = `M ${x} ${y}`;
        for (const [letter, by] of steps) {
          const at = by.map((v, k) => (k % 2 ? y : x) + v);
          if (letter === "A") data += ` A ${1 + by[2]} ${0.3 + Math.abs(by[3])} 20 0 1 ${at[0]} ${at[1]}`;
          else if (letter === "L") data += ` L ${at[0]} ${at[1]}`;
          else if (letter === "Q") data += ` Q ${at[2]} ${at[3]} ${at[0]} ${at[1]}`;
          else data += ` C ${at[2]} ${at[3]} ${at[4]} ${at[5]} ${at[0]} ${at[1]}`;
          [x, y] = at;
        }
        expectSamples(data, { x: x - 20 * cell, y: y - 20 * cell, cell, columns: 40, rows: 40 }, 7);
      },
    ),
    { numRuns: 300 },
  );
});

test("a point on a curve is on the boundary as far as doubles tell, and one beside it is not", () => {
  fc.assert(
    fc.property(path, fc.nat(), fc.double({ min: 0, max: 1, noNaN: true }), (curves, pick, t) => {
      const segments = curves.subpaths.flatMap((each) => each.segments);
      if (segments.length === 0) return;
      const [x, y] = pointAt(segments[pick % segments.length], t);
      const { side, width } = locateOnPath(x, y, curves, "nonzero");
      if (side === "boundary") expect(width).toBeLessThan(1e-12);
      expect(Math.abs(signedDistanceToPath(x, y, curves, "nonzero").distance)).toBeLessThan(1e-12);
    }),
  );
});

test("an index of edges answers as all edges one by one, at every scale, on vertices and a bit beside them", () => {
  const coordinate = fc.integer({ min: 0, max: 7 });
  const ring = fc.array(fc.tuple(coordinate, coordinate), { minLength: 1, maxLength: 30 });
  const scale = fc.constantFrom([1, 0], [0.1, 3], [1e300, 0], [1e-310, 0], [1, 1e16], [3e-5, 1]);
  fc.assert(
    fc.property(fc.array(ring, { minLength: 1, maxLength: 4 }), scale, rule, (told, [factor, offset], fillRule) => {
      const rings = told.map((each) => Float64Array.from(each.flat(), (value) => offset + factor * value));
      const shape = { rings, fillRule };
      const index = locationIndex(shape);
      const values = [...new Set(rings.flatMap((each) => [...each]))];
      const near = values.flatMap((v) => [v, v * (1 + 2 ** -52), v * (1 - 2 ** -52), v + factor / 2]).slice(0, 24);
      const differs = near.flatMap((x) =>
        near.filter((y) => {
          const [a, b] = [index.locate(x, y), locatePoint(x, y, shape)];
          return a.side !== b.side || a.winding !== b.winding;
        }),
      );
      expect(differs).toEqual([]);
      const all = Float64Array.from(near.flatMap((x) => [x, near[0]]));
      const codes = { inside: 1, boundary: 0, outside: -1 };
      expect([...index.locateAll(all)]).toEqual(near.map((x) => codes[locatePoint(x, near[0], shape).side]));
    }),
    { numRuns: 60 },
  );
});

test("which of many shapes hold a point, the topmost first", () => {
  const corner = fc.integer({ min: 0, max: 40 });
  const shape = fc
    .tuple(
      corner,
      corner,
      fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 9 })), { maxLength: 6 }),
    )
    .map(([x, y, points]) => ({
      rings: points.length ? [Float64Array.from(points.flatMap(([u, v]) => [x + u, y + v]))] : [],
      fillRule: "nonzero" as const,
    }));
  fc.assert(
    fc.property(
      fc.array(shape, { maxLength: 40 }),
      fc.array(fc.tuple(corner, corner), { maxLength: 30 }),
      (shapes, points) => {
        const index = shapesIndex(shapes);
        for (const [x, y] of points) {
          const expected = shapes
            .flatMap((each, k) => (locatePoint(x, y, each).side === "outside" ? [] : [k]))
            .reverse();
          expect(index.at(x, y)).toEqual(expected);
          expect(index.topmost(x, y)).toBe(expected[0] ?? -1);
        }
      },
    ),
  );
});
