import fc from "fast-check";
import {
  area,
  chordLimit,
  combine,
  curvatureAt,
  derivativesAt,
  flattenPath,
  frameAtLength,
  meetingsOf,
  momentsOf,
  nearestOnSegment,
  parameterAtLength,
  parsePathData,
  partOf,
  pointAt,
  properCrossings,
  rationalQuadratic,
  type Segment,
  sectorArea,
  segmentBounds,
  segmentLength,
  WeightError,
  writePathData,
} from "../src";

const place = fc.integer({ min: -160, max: 160 }).map((n) => n / 4);
const points = (count: number) => fc.array(place, { minLength: count, maxLength: count });
const written = fc
  .oneof(
    points(8).map((p) => `M${p.slice(0, 2)}C${p.slice(2)}`),
    points(6).map((p) => `M${p.slice(0, 2)}Q${p.slice(2)}`),
    points(4).map((p) => `M${p.slice(0, 2)}L${p.slice(2)}`),
    fc.tuple(points(4), fc.boolean()).map(([p, large]) => `M${p.slice(0, 2)}A31 12 40 ${+large} 1${p.slice(2)}`),
  )
  .map((d): Segment | undefined => parsePathData(d).subpaths[0].segments[0]);
const rational = fc
  .tuple(points(6), points(3))
  .filter(([, weights]) => weights.every((weight) => weight > 0))
  .map(([p, w]): Segment => rationalQuadratic([p[0], p[1], p[2], p[3], p[4], p[5]], [w[0], w[1], w[2]]));
const segment = fc
  .oneof(written, written, rational)
  .filter((s): s is Segment => s !== undefined && Math.hypot(s.x1 - s.x0, s.y1 - s.y0) > 0.1);

const DENSE = 2000;
const dense = (curve: Segment) => Array.from({ length: DENSE + 1 }, (_, i) => pointAt(curve, i / DENSE));

test("lengths, sector areas and bounds are those of dense polylines", () => {
  fc.assert(
    fc.property(segment, (curve) => {
      const all = dense(curve);
      let [length, sector] = [0, 0];
      for (let i = 1; i < all.length; i++) {
        const [[px, py], [qx, qy]] = [all[i - 1], all[i]];
        length += Math.hypot(qx - px, qy - py);
        sector += (px * qy - py * qx) / 2;
      }
      expect(Math.abs(segmentLength(curve) - length)).toBeLessThan(2e-3);
      expect(Math.abs(sectorArea(curve) - sector)).toBeLessThan(2e-2);
      const t = parameterAtLength(curve, 0.3 * segmentLength(curve));
      expect(segmentLength(curve, 0, t)).toBeCloseTo(0.3 * segmentLength(curve), 9);
      expect(segmentLength(partOf(curve, 0.2, t < 0.3 ? 0.9 : t))).toBeCloseTo(
        segmentLength(curve, 0.2, t < 0.3 ? 0.9 : t),
        6,
      );
      const box = segmentBounds(curve);
      const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)];
      for (const [exact, seen] of [
        [box.minX, Math.min(...xs)],
        [-box.maxX, -Math.max(...xs)],
        [box.minY, Math.min(...ys)],
        [-box.maxY, -Math.max(...ys)],
      ]) {
        expect(exact).toBeLessThanOrEqual(seen + 1e-12);
        expect(exact).toBeGreaterThan(seen - 1e-3);
      }
    }),
  );
});

test("the nearest point is as near as any of many, and Newton finds none nearer beside it", () => {
  fc.assert(
    fc.property(segment, place, place, (curve, x, y) => {
      const { distance, t, ...foot } = nearestOnSegment(curve, x, y);
      expect([foot.x, foot.y]).toEqual(pointAt(curve, t));
      const seen = Math.min(...dense(curve).map(([px, py]) => Math.hypot(px - x, py - y)));
      expect(distance).toBeLessThanOrEqual(seen + 1e-12);
      // Inside the segment the line to the foot is a normal.
      const { dx, dy } = derivativesAt(curve, t);
      const along = (foot.x - x) * dx + (foot.y - y) * dy;
      if (t > 0 && t < 1) expect(Math.abs(along)).toBeLessThan(1e-5 * (1 + Math.hypot(dx, dy) * distance));
    }),
  );
});

test("meetings lie on both segments, and every crossing of dense polylines is among them", () => {
  fc.assert(
    fc.property(segment, segment, (a, b) => {
      const found = meetingsOf(a, b);
      fc.pre(found.length < 20); // segments that run along each other
      for (const { x, y, first, second } of found) {
        expect([x, y]).toEqual(pointAt(a, first));
        const [qx, qy] = pointAt(b, second);
        expect(Math.hypot(qx - x, qy - y)).toBeLessThan(1e-9);
      }
      const polyline = (curve: Segment) => ({ vertices: Float64Array.from(dense(curve).flat()), closed: false });
      const crossings = properCrossings([polyline(a), polyline(b)], 1000).filter(
        ({ first, second }) => first.outline !== second.outline,
      );
      for (const { x, y } of crossings) {
        const nearest = Math.min(...found.map((meeting) => Math.hypot(meeting.x - x, meeting.y - y)));
        expect(nearest).toBeLessThan(0.1);
      }
    }),
    { numRuns: 60 },
  );
});

test("cubics that meet several times, and a line that touches a circle", () => {
  const [s, z] = ["M 0 0 C 160 100 -60 100 100 0", "M 20 -20 C 120 120 -20 120 80 -20"].map(
    (d) => parsePathData(d).subpaths[0].segments[0],
  );
  expect(meetingsOf(s, z).length).toBeGreaterThanOrEqual(4);
  const [circle, line] = ["M 10 0 A 10 10 0 0 1 -10 0", "M -20 10 L 20 10"].map(
    (d) => parsePathData(d).subpaths[0].segments[0],
  );
  const touch = meetingsOf(circle, line);
  expect(touch).toHaveLength(1);
  expect(touch[0].x).toBeCloseTo(0, 6);
});

test("moments of a shape with a hole, of arcs, and far from the origin", () => {
  const ring = momentsOf(
    parsePathData(
      "M 1030 500 A 30 30 0 0 1 970 500 A 30 30 0 0 1 1030 500 Z M 1010 500 A 10 10 0 0 0 990 500 A 10 10 0 0 0 1010 500 Z",
    ),
  );
  expect(ring.area).toBeCloseTo(Math.PI * 800, 9);
  expect(ring.centroid.x).toBeCloseTo(1000, 9);
  expect(ring.second.xx).toBeCloseTo((Math.PI / 4) * (30 ** 4 - 10 ** 4), 5);
  expect(ring.second.xy).toBeCloseTo(0, 5);
  const path = parsePathData("M 0 0 C 30 90 70 60 100 0 Q 50 -20 0 0 Z");
  const { polygons } = combine(
    "union",
    { rings: [flattenPath(path, { tolerance: 1e-5 }).subpaths[0].vertices], fillRule: "nonzero" },
    { rings: [], fillRule: "nonzero" },
  );
  expect(Math.abs(momentsOf(path).area)).toBeCloseTo(area(polygons), 2);
  const box = momentsOf(parsePathData("M 0 0 H 6 V 2 H 0 Z"));
  expect(box.centroid).toEqual({ x: expect.closeTo(3, 12), y: expect.closeTo(1, 12) });
  expect(box.second).toEqual({ xx: expect.closeTo(36, 9), yy: expect.closeTo(4, 9), xy: expect.closeTo(0, 9) });
});

test("curvature and the chord limit of a circle", () => {
  const path = parsePathData("M 5 0 A 5 5 0 0 1 -5 0");
  expect(curvatureAt(path.subpaths[0].segments[0], 0.3)).toBeCloseTo(0.2, 12);
  expect(chordLimit(path)).toBeCloseTo(Math.PI * Math.sqrt(5), 9);
});

test("a rational quadratic of weight cos α is an arc of a circle, and says so in path data", () => {
  const quarter = rationalQuadratic([10, 0, 10, 10, 0, 10], [2, Math.SQRT2, 2]);
  for (const t of [0, 0.2, 0.5, 0.9, 1]) expect(Math.hypot(...pointAt(quarter, t))).toBeCloseTo(10, 13);
  expect(segmentLength(quarter)).toBeCloseTo(5 * Math.PI, 11);
  expect(sectorArea(quarter)).toBeCloseTo(25 * Math.PI, 11);
  const half = frameAtLength(quarter, 2.5 * Math.PI);
  expect(half).toMatchObject({ x: expect.closeTo(Math.SQRT1_2 * 10, 10), t: expect.closeTo(0.5, 10) });
  expect(half.normal[0]).toBeCloseTo(-Math.SQRT1_2, 10);
  expect(half.curvature).toBeCloseTo(0.1, 12);
  const outline = (curve: Segment) => ({ subpaths: [{ x: curve.x0, y: curve.y0, segments: [curve], closed: false }] });
  expect(writePathData(outline(quarter), (v) => v.toFixed(6))).toBe(
    "M 10.000000 0.000000 A 10.000000 10.000000 0.000000 0 1 0.000000 10.000000",
  );
  for (const weights of [
    [1, 0, 1],
    [1, Number.NaN, 1],
    [-1, 1, 1],
    [1e-300, 1e300, 1e-300],
  ] as const)
    expect(() => rationalQuadratic([0, 0, 1, 1, 2, 0], weights)).toThrow(WeightError);
});

test("path data stays within its word of a rational curve", () => {
  fc.assert(
    fc.property(rational, (curve) => {
      const outline = { subpaths: [{ x: curve.x0, y: curve.y0, segments: [curve], closed: false }] };
      const { segments } = parsePathData(writePathData(outline)).subpaths[0];
      fc.pre(segments.length > 0);
      for (const [x, y] of dense(curve).filter((_, i) => i % 100 === 0)) {
        const off = Math.min(...segments.map((piece) => nearestOnSegment(piece, x, y).distance));
        expect(off).toBeLessThan(2 ** -24 * 250);
      }
    }),
    { numRuns: 60 },
  );
});
