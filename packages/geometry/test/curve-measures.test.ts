import fc from "fast-check";
import {
  area,
  chordLimit,
  combine,
  curvatureAt,
  derivativesAt,
  flattenPath,
  meetingsOf,
  momentsOf,
  nearestOnSegment,
  parameterAtLength,
  parsePathData,
  partOf,
  pointAt,
  properCrossings,
  type Segment,
  sectorArea,
  segmentBounds,
  segmentLength,
} from "../src";

const place = fc.integer({ min: -160, max: 160 }).map((n) => n / 4);
const points = (count: number) => fc.array(place, { minLength: count, maxLength: count });
const segment = fc
  .oneof(
    points(8).map((p) => `M${p.slice(0, 2)}C${p.slice(2)}`),
    points(6).map((p) => `M${p.slice(0, 2)}Q${p.slice(2)}`),
    points(4).map((p) => `M${p.slice(0, 2)}L${p.slice(2)}`),
    fc.tuple(points(4), fc.boolean()).map(([p, large]) => `M${p.slice(0, 2)}A31 12 40 ${+large} 1${p.slice(2)}`),
  )
  .map((d): Segment | undefined => parsePathData(d).subpaths[0].segments[0])
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
