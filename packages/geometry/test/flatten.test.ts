import fc from "fast-check";
import {
  type Cubic,
  chordDeviations,
  derivativesAt,
  FlattenError,
  type FlattenOptions,
  flattenLevels,
  flattenPath,
  greatestDeviation,
  type Path,
  type Placement,
  parsePathData,
  pointAt,
  type Quadratic,
  type Segment,
  sectorArea,
  segmentLength,
  signedDistance,
} from "../src";

// Squares of what is smaller vanish in the tests' own measures.
const near = fc.double({ min: -100, max: 100, noNaN: true }).map((v) => (Math.abs(v) < 1e-100 ? 0 : v));
// Coincident and collinear control points are common in practice: let them be common here.
const spot = fc.oneof(near, fc.constantFrom(0, 10, 50));
const quadratic = fc
  .tuple(spot, spot, spot, spot, spot, spot)
  .map(([x0, y0, x1, y1, x2, y2]): Quadratic => ({ kind: "quadratic", x0, y0, x1, y1, x2, y2 }));
const cubic = fc
  .tuple(spot, spot, spot, spot, spot, spot, spot, spot)
  .map(([x0, y0, x1, y1, x2, y2, x3, y3]): Cubic => ({ kind: "cubic", x0, y0, x1, y1, x2, y2, x3, y3 }));
const rational = fc
  .tuple(quadratic, fc.constantFrom(1e-3, 0.3, Math.SQRT1_2, 1, 1.5, 7, 1e4))
  .map(([curve, weight]): Segment => ({ ...curve, kind: "rational", weight }));
const radius = fc.double({ min: 1e-3, max: 100, noNaN: true });
const arc = fc
  .tuple(spot, spot, radius, radius, fc.integer({ min: 0, max: 180 }), fc.boolean(), fc.boolean(), spot, spot)
  .map(([x0, y0, rx, ry, angle, large, sweep, x1, y1]) => {
    const d = `M ${text(x0)} ${text(y0)} A ${text(rx)} ${text(ry)} ${angle} ${+large} ${+sweep} ${text(x1)} ${text(y1)}`;
    return parsePathData(d).subpaths[0].segments[0] as Segment | undefined;
  })
  .filter((segment): segment is Segment => segment !== undefined);
const segment = fc.oneof(quadratic, rational, cubic, arc);
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
      // Of very many chords, some.
      const stride = Math.ceil(parameter.length / 300);
      for (let i = 0; i + 1 < parameter.length; i += stride) {
        // Two ways to the same bound may round apart, by some units of the last place of the coordinates and axes.
        const size = curve.kind === "arc" ? Math.hypot(curve.ux, curve.uy, curve.vx, curve.vy) : 0;
        expect(deviation[i]).toBeLessThanOrEqual(flat.error * (1 + 1e-9) + 1e-12 + 1e-15 * size);
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

test("the greatest deviation is the true one to within a millionth, also of chords over half a turn and more", () => {
  const ways: FlattenOptions[] = [
    { tolerance: 40 },
    { count: 1 },
    { count: 2 },
    { count: 3, spacing: "length" },
    { tolerance: 5, placement: "balanced" },
    { tolerance: 5, placement: "outside" },
  ];
  fc.assert(
    fc.property(segment, fc.constantFrom(...ways), (curve, way) => {
      const flat = flattenPath(pathOf(curve), way);
      const [{ vertices, parameter }] = flat.subpaths;
      let most = 0;
      for (let i = 0; i + 1 < parameter.length && i < 40; i++) {
        const [ax, ay, bx, by] = vertices.slice(2 * i, 2 * i + 4);
        const at = (t: number): number => distanceToChord(...pointAt(curve, t), ax, ay, bx, by);
        most = Math.max(most, greatestOn(at, parameter[i], parameter[i + 1]));
      }
      const found = greatestDeviation(pathOf(curve), flat);
      expect(found).toBeLessThanOrEqual(flat.error);
      if (way.placement) return; // a stretch may be nearer to its neighbour's edge
      expect(found).toBeGreaterThanOrEqual(most * (1 - 1e-11));
      // Rational curves of extreme weights run through most of their length between two of the places looked at.
      if (parameter.length > 40 || curve.kind === "rational") return;
      // A fold that runs past its chord by little does so between two of the places looked at.
      expect(found).toBeLessThanOrEqual(most * (1 + 1e-6) + 1e-5 * flat.error + 1e-12);
    }),
    { numRuns: 300 },
  );
  // A circle by one chord, and most of one: as far as the other side is.
  const circle = flattenPath(parsePathData("M 10 0 A 10 10 0 0 1 -10 0 A 10 10 0 0 1 10 0 Z"), { count: 1 });
  expect(greatestDeviation(parsePathData("M 10 0 A 10 10 0 0 1 -10 0 A 10 10 0 0 1 10 0 Z"), circle)).toBeCloseTo(
    10,
    6,
  );
});

/** The greatest of a function at 300 places, and at 300 between the neighbours of the greatest. */
function greatestOn(at: (t: number) => number, from: number, to: number): number {
  let [a, b] = [from, to];
  let most = 0;
  for (let round = 0; round < 2; round++) {
    let best = 0;
    for (let k = 0; k <= 300; k++) if (at(a + ((b - a) * k) / 300) > at(a + ((b - a) * best) / 300)) best = k;
    const place = (k: number): number => a + ((b - a) * Math.max(0, Math.min(300, k))) / 300;
    most = Math.max(most, at(place(best)));
    [a, b] = [place(best - 1), place(best + 1)];
  }
  return most;
}

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
  for (const d of ["M 0 0 Q 500 900 1000 0", "M 0 0 C 300 900 700 900 1000 0"])
    expect(() => flattenPath(parsePathData(d), { tolerance: 1e-11 })).toThrow("would need more than 1048576 vertices");
});

/** The greatest distance of dense points of a curve from a polyline. */
function furthest(curve: Segment, v: Float64Array): number {
  let most = 0;
  for (let k = 0; k <= 300; k++) {
    const [x, y] = pointAt(curve, k / 300);
    let nearest = Number.POSITIVE_INFINITY;
    for (let i = 0; i + 3 < v.length; i += 2)
      nearest = Math.min(nearest, distanceToChord(x, y, v[i], v[i + 1], v[i + 2], v[i + 3]));
    most = Math.max(most, nearest);
  }
  return most;
}
const limitOf = (curve: Segment): number => {
  let sum = 0;
  for (let i = 0; i < 4000; i++) {
    const { dx, dy, ddx, ddy } = derivativesAt(curve, (i + 0.5) / 4000);
    const speed = Math.hypot(dx, dy);
    if (speed > 0) sum += Math.sqrt(Math.abs(dx * ddy - dy * ddx) / speed) / 4000;
  }
  return sum;
};

describe("placements", () => {
  const placement = fc.constantFrom<Placement>("balanced", "area", "outside");
  it("keep every point of the curve within the tolerance of the polyline, and start and end on it", () => {
    fc.assert(
      fc.property(segment, fc.constantFrom(5, 0.5, 0.05), placement, (curve, limit, placed) => {
        fc.pre(!(curve.kind === "arc" && Math.hypot(curve.ux, curve.uy, curve.vx, curve.vy) > 1e4));
        const flat = flattenPath(pathOf(curve), { tolerance: limit, placement: placed });
        const [{ vertices }] = flat.subpaths;
        expect(flat.error).toBeLessThanOrEqual(limit * (1 + 1e-9));
        expect(furthest(curve, vertices)).toBeLessThanOrEqual(flat.error * (1 + 1e-6) + 1e-9);
        expect([...vertices.slice(0, 2), ...vertices.slice(-2)]).toEqual([...pointAt(curve, 0), ...pointAt(curve, 1)]);
      }),
      { numRuns: 150 },
    );
  });

  it("keep the tolerance where a single chord cannot be moved for the area", () => {
    const curve = parsePathData("M 50 10 C 10 0 50 0 0 0").subpaths[0].segments[0];
    expect(flattenPath(pathOf(curve), { tolerance: 5, placement: "area" }).error).toBeLessThanOrEqual(5);
  });

  const bow = parsePathData("M 0 0 C 30 90 70 60 100 0").subpaths[0].segments[0];
  const ellipse = parsePathData("M 60 0 A 60 25 0 0 1 -60 0").subpaths[0].segments[0];
  it.each<[Placement, number]>([
    ["on", 8],
    ["balanced", 16],
    ["area", 12],
    ["outside", 8],
  ])("%s comes near its least count, the limit over sqrt(%d tolerance)", (placed, divisor) => {
    for (const curve of [bow, ellipse])
      for (const limit of [0.01, 0.001]) {
        const count =
          flattenPath(pathOf(curve), { tolerance: limit, placement: placed }).subpaths[0].vertices.length / 2 - 1;
        const least = limitOf(curve) / Math.sqrt(divisor * limit);
        expect(count).toBeGreaterThan(0.98 * least - 1);
        expect(count).toBeLessThan(1.04 * least + 3);
      }
  });

  const shoelace = (v: Float64Array): number => {
    let sum = 0;
    for (let i = 0; i + 3 < v.length; i += 2) sum += (v[i] * v[i + 3] - v[i + 1] * v[i + 2]) / 2;
    return sum;
  };
  it("area keeps the area that lies between a curve and its chord", () => {
    for (const curve of [bow, ellipse])
      for (const limit of [2, 0.2, 0.02]) {
        const [{ vertices }] = flattenPath(pathOf(curve), { tolerance: limit, placement: "area" }).subpaths;
        expect(shoelace(vertices)).toBeCloseTo(sectorArea(curve), 9);
      }
  });
  it("outside leaves no point of a convex arc outside", () => {
    for (const curve of [bow, ellipse])
      for (const limit of [2, 0.02]) {
        const [{ vertices }] = flattenPath(pathOf(curve), { tolerance: limit, placement: "outside" }).subpaths;
        const ring = { rings: [vertices], fillRule: "nonzero" as const };
        for (let k = 1; k < 200; k++) {
          const [x, y] = pointAt(curve, k / 200);
          const off = signedDistance(x, y, ring).distance;
          expect(off).toBeLessThanOrEqual(1e-12);
        }
      }
  });
});

describe("counts and turns", () => {
  const curve = parsePathData("M 0 0 C 10 40 60 -40 70 0").subpaths[0].segments[0];
  const at = (options: FlattenOptions) => {
    const flat = flattenPath(pathOf(curve), options);
    const [{ parameter }] = flat.subpaths;
    return { flat, stops: [...parameter] };
  };
  it("a count is met exactly, evenly in parameter, length or error", () => {
    expect(at({ count: 4, spacing: "parameter" }).stops).toEqual([0, 0.25, 0.5, 0.75, 1]);
    const { stops } = at({ count: 7, spacing: "length" });
    const lengths = stops.slice(1).map((t, i) => segmentLength(curve, stops[i], t));
    for (const length of lengths) expect(length).toBeCloseTo(segmentLength(curve) / 7, 9);
    for (const count of [1, 2, 9, 40]) {
      const even = at({ count, spacing: "error" });
      expect(even.stops).toHaveLength(count + 1);
      // No other spacing, and no smaller tolerance, does with as many chords.
      expect(even.flat.error).toBeLessThanOrEqual(at({ count, spacing: "parameter" }).flat.error * (1 + 1e-9));
      if (count >= 9) expect(at({ tolerance: even.flat.error * 0.9 }).stops.length).toBeGreaterThan(count + 1);
    }
  });
  it("no chord turns further than the turn that is asked for, and with a tolerance both hold", () => {
    fc.assert(
      fc.property(segment, fc.constantFrom(0.05, 0.3, 1), (any, turn) => {
        const { parameter } = flattenPath(pathOf(any), { turn }).subpaths[0];
        for (let i = 1; i < parameter.length; i++) {
          // What turns on the spot turns at a vertex.
          if (parameter[i] - parameter[i - 1] < 1e-5) continue;
          const directions = Array.from({ length: 9 }, (_, k) => {
            const t = parameter[i - 1] + ((parameter[i] - parameter[i - 1]) * (k + 0.5)) / 9;
            const { dx, dy } = derivativesAt(any, t);
            return { dx, dy };
          });
          const turned = directions.slice(1).reduce((sum, d, k) => {
            const e = directions[k];
            return sum + Math.abs(Math.atan2(e.dx * d.dy - e.dy * d.dx, e.dx * d.dx + e.dy * d.dy));
          }, 0);
          expect(turned).toBeLessThanOrEqual(turn * (1 + 1e-9));
        }
      }),
      { numRuns: 100 },
    );
    const both = at({ turn: 0.2, tolerance: 0.001 });
    expect(both.flat.error).toBeLessThanOrEqual(0.001);
    expect(both.stops.length).toBeGreaterThan(0.97 * at({ tolerance: 0.001 }).stops.length);
  });
  it("a circle of so many degrees a chord has the count that divides it", () => {
    const circle = pathOf(parsePathData("M 10 0 A 10 10 0 0 1 -10 0").subpaths[0].segments[0]);
    expect(flattenPath(circle, { turn: Math.PI / 12 }).subpaths[0].vertices.length / 2).toBe(13);
  });
  it("levels of detail follow the magnifications", () => {
    const levels = flattenLevels(pathOf(curve), [1, 4, 16], { pixels: 0.25, devicePixelRatio: 2 });
    expect(levels.map(({ tolerance: limit }) => limit)).toEqual([0.125, 0.03125, 0.0078125]);
    const counts = levels.map(({ flat }) => flat.subpaths[0].vertices.length);
    expect(counts[2] / counts[0]).toBeGreaterThan(3);
  });
  it.each<[FlattenOptions, string]>([
    [{}, "needs a tolerance, a turn or a count"],
    [{ count: 0 }, "the count must be a whole number from 1 to 1048576, not 0"],
    [{ count: 1e8 }, "not 100000000"],
    [{ count: Number.NaN }, "not NaN"],
    [{ turn: 0 }, "the turn must be a finite number greater than 0, not 0"],
    [{ tolerance: 1, count: 3 }, "a count stands alone"],
    [{ turn: 1, placement: "outside" }, 'the placement "outside" needs a tolerance'],
    [{ turn: 1e-9 }, "would need more than 1048576 vertices"],
  ])("%j is refused: %s", (options, message) => {
    expect(() => at(options)).toThrow(message);
  });
});
