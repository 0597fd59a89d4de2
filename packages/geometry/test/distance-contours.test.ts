import fc from "fast-check";
import {
  type Contour,
  combine,
  complement,
  contours,
  type DistanceField,
  distanceIndex,
  distanceToCircle,
  formField,
  framedLevelSet,
  levelSet,
  levelSets,
  locationIndex,
  operandOf,
  parsePathData,
  pathField,
  shapeField,
  sharpContours,
  shellField,
  signedArea,
  unionField,
} from "../src";
import { seededRandom } from "./arbitraries";
import { compositions, SIZE, shapeNear } from "./compositions";

const UNIT = { minX: -1, minY: -1, maxX: 1, maxY: 1 };

const lengthOf = (ring: Float64Array): number =>
  ring.reduce((sum, x, i) => {
    if (i & 1) return sum;
    const j = (i + 2) % ring.length;
    return sum + Math.hypot(ring[j] - x, ring[j + 1] - ring[i + 1]);
  }, 0);

test("contours lie on their level, with its corners, and enclose what lies below", () => {
  fc.assert(
    fc.property(fc.integer(), fc.constantFrom(0.5, 0.1), (seed, tolerance) => {
      const next = seededRandom(seed);
      for (const { name, field } of compositions(next)) {
        if (field.lipschitz > 1) continue;
        const level = name === "shrunk" || name.includes("intersection") ? 0.5 : 3 * next();
        const { polygons, error } = levelSet(field, level, tolerance);
        if (!(error <= tolerance)) throw new Error(`${name} at ${level}, tolerance ${tolerance}: off by ${error}`);
        const shape = operandOf(polygons);
        expect(combine("union", shape, { rings: [], fillRule: "nonzero" }).report.intersections).toBe(0);
        const index = locationIndex(shape);
        for (let k = 0; k < 60; k++) {
          const [x, y] = [SIZE * (2 * next() - 0.5), SIZE * (2 * next() - 0.5)];
          const value = field.at(x, y) - level;
          // Of thin parts some are missed that are less than as deep as that.
          if (Math.abs(value) < 3 * tolerance) continue;
          if ((index.locate(x, y).side === "inside") !== value < 0) throw new Error(`${name} at ${x}, ${y}: ${value}`);
        }
      }
    }),
    { numRuns: 5 },
  );
});

test("a contour of an exact field is its offset, with no more vertices", () => {
  const square = { rings: [Float64Array.of(0, 0, 20, 0, 20, 20, 0, 20)], fillRule: "nonzero" as const };
  const inner = levelSet(shapeField(square), -4, 0.01);
  expect(inner.polygons.map(({ outer }) => [...outer].map((value) => Math.round(value * 1e6) / 1e6))).toEqual([
    [4, 4, 16, 4, 16, 16, 4, 16],
  ]);
  const grown = levelSet(shapeField(square), 5, 0.05);
  // Four quarters of a circle: a chord that is off by 0.05 spans 2 acos(1 - 0.05 / 5), off by as much on both sides more.
  expect(grown.polygons[0].outer.length / 2).toBeLessThanOrEqual(
    4 * (Math.ceil(Math.PI / 4 / Math.acos(1 - 0.05 / 5)) + 2),
  );
  expect(grown.error).toBeLessThanOrEqual(0.05);
});

test("a contour has the corners of the shape itself, however sharp", () => {
  const tip = fc.double({ min: 0.5, max: 1, noNaN: true });
  const hollow = fc.double({ min: 0.05, max: 0.3, noNaN: true });
  const angle = fc.double({ min: -0.3, max: 0.3, noNaN: true });
  const tips = fc.array(fc.tuple(tip, hollow, angle, angle), { minLength: 3, maxLength: 7 });
  fc.assert(
    fc.property(tips, fc.constantFrom(0.01, 0.001), (parts, tolerance) => {
      const turn = Math.PI / parts.length;
      const on = (radius: number, at: number) => [radius * Math.cos(at * turn), radius * Math.sin(at * turn)];
      const ring = parts.flatMap(([out, inner, a, b], k) => [...on(out, 2 * k + a), ...on(inner, 2 * k + 1 + b)]);
      const drawn = { rings: [Float64Array.from(ring)], fillRule: "nonzero" as const };
      const shape = operandOf(combine("union", drawn, { rings: [], fillRule: "nonzero" }).polygons);
      for (const field of [shapeField(shape), pathField(parsePathData(`M ${ring.join(" ")} Z`), "nonzero", UNIT)]) {
        const { polygons, error } = levelSet(field, 0, tolerance);
        expect(error).toBeLessThanOrEqual(tolerance);
        const found = operandOf(polygons);
        expect(found.rings.map(({ length }) => length)).toEqual(shape.rings.map(({ length }) => length));
        const index = distanceIndex(found);
        for (const vertices of shape.rings)
          for (let i = 0; i < vertices.length; i += 2)
            expect(index.gap(vertices[i], vertices[i + 1])).toBeLessThanOrEqual(tolerance);
      }
    }),
    { numRuns: 10 },
  );
});

test("contours of samples are bent to the field's corners, and nowhere further from their level", () => {
  const next = seededRandom(17);
  const offBy = (field: DistanceField, { level, points, closed }: Contour): number => {
    let most = 0;
    for (let i = 0; i < points.length - (closed ? 0 : 2); i += 2) {
      const j = (i + 2) % points.length;
      for (const share of [0.25, 0.5, 0.75]) {
        const x = points[i] + share * (points[j] - points[i]);
        const y = points[i + 1] + share * (points[j + 1] - points[i + 1]);
        most = Math.max(most, Math.abs(field.at(x, y) - level));
      }
    }
    return most;
  };
  const [plain, bent]: number[][] = [[], []];
  for (let run = 0; run < 8; run++) {
    const shape = shapeNear(next);
    const field = shapeField(shape);
    const grid = { x: -20, y: -20, cell: 0.5, columns: 160, rows: 160 };
    const lines = contours(grid, field.sample(grid), [-2, 0, 3]);
    const sharp = sharpContours(field, lines, grid.cell);
    lines.forEach((line, k) => {
      expect(sharp[k]).toMatchObject({ level: line.level, closed: line.closed });
      expect(offBy(field, sharp[k])).toBeLessThanOrEqual(offBy(field, line) + 1e-9);
    });
    for (const [all, found] of [
      [lines, plain],
      [sharp, bent],
    ] as const) {
      const rings = all.flatMap(({ level, points }) => (level === 0 ? [points] : []));
      const index = distanceIndex({ rings, fillRule: "evenodd" });
      for (const ring of shape.rings)
        for (let i = 0; i < ring.length; i += 2) found.push(index.gap(ring[i], ring[i + 1]));
    }
  }
  // Some corners lie closer together than samples.
  const exact = [plain, bent].map((gaps) => gaps.filter((gap) => gap < 1e-9).length / gaps.length);
  expect(exact[0]).toBe(0);
  expect(exact[1]).toBeGreaterThan(0.7);
});

test("thin triangles keep both ends, in contours of levels and of samples", () => {
  for (const width of [0.9, 1.5, 2.2]) {
    const ring = Float64Array.of(0, 0, 12, 5, 12 - 0.4 * width, 5 + 0.9 * width);
    const field = shapeField({ rings: [ring], fillRule: "nonzero" });
    const whole = Math.abs(signedArea(ring));
    const areaOf = (rings: readonly Float64Array[]) => rings.reduce((sum, each) => sum + Math.abs(signedArea(each)), 0);
    expect(areaOf(operandOf(levelSet(field, 0, 0.02).polygons).rings)).toBeCloseTo(whole, 0);
    for (let shift = 0; shift < 1; shift += 0.1) {
      const grid = { x: -3 + shift, y: -3 + shift / 3, cell: 1, columns: 20, rows: 14 };
      const lines = contours(grid, field.sample(grid), [0]);
      const [before, after] = [lines, sharpContours(field, lines, grid.cell)].map((all) =>
        areaOf(all.map(({ points }) => points)),
      );
      expect(Math.abs(after - whole)).toBeLessThanOrEqual(Math.abs(before - whole) + 0.02 * whole);
    }
  }
});

test("a contour leaves no thin wall out", () => {
  const disc = formField(distanceToCircle, { x: 50, y: 50, radius: 30 }, { minX: 20, minY: 20, maxX: 80, maxY: 80 });
  for (const width of [1, 0.4, 0.15]) {
    const { polygons, error } = levelSet(shellField(disc, width), 0, 0.05);
    expect(error).toBeLessThanOrEqual(0.05);
    expect(polygons.map(({ holes }) => holes.length)).toEqual([1]);
  }
});

test("several contours at once are those that each is alone, but for their squares", () => {
  const next = seededRandom(11);
  const field = unionField([shapeField(shapeNear(next)), shapeField(shapeNear(next))]);
  const levels = [3, -1, -500, 0.5];
  let asked = 0;
  const counted: DistanceField = {
    ...field,
    at(x, y, slope) {
      asked++;
      return field.at(x, y, slope);
    },
    list(xs, ys, values) {
      asked += xs.length;
      field.list(xs, ys, values);
    },
  };
  const all = levelSets(counted, levels, 0.05);
  const together = asked;
  asked = 0;
  const alone = levels.map((level) => levelSet(counted, level, 0.05));
  expect(together).toBeLessThan(asked);
  expect(all[2].polygons).toEqual([]);
  all.forEach(({ polygons, error, cell }, k) => {
    expect(error).toBeLessThanOrEqual(0.05);
    const [one, other] = [operandOf(polygons), operandOf(alone[k].polygons)];
    const off = combine("xor", one, other).polygons;
    const area = off.reduce((sum, { outer }) => sum + Math.abs(signedArea(outer)), 0);
    const around = one.rings.reduce((sum, ring) => sum + lengthOf(ring), 0);
    // Both within the tolerance of the level, and so of each other.
    expect(area).toBeLessThanOrEqual(2 * 0.05 * around + cell * cell);
  });
});

test("a framed contour is closed along the frame, and its lines are the level alone", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 2 ** 30 }), (seed) => {
      const next = seededRandom(seed);
      const tolerance = 0.05;
      for (const { name, field } of compositions(next)) {
        const turned = next() < 0.5 ? complement(field) : field;
        const level = next() < 0.5 ? 0 : 2 * next() - 1;
        const [minX, minY] = [SIZE * next() - 5, SIZE * next() - 5];
        const frame = { minX, minY, maxX: minX + 5 + SIZE * next(), maxY: minY + 5 + SIZE * next() };
        const { polygons, lines, error, cell } = framedLevelSet(turned, level, tolerance, frame);
        if (!(error <= tolerance)) throw new Error(`${name} at ${level}: off by ${error}`);
        const index = locationIndex(operandOf(polygons));
        for (let k = 0; k < 60; k++) {
          const [x, y] = [
            minX + (frame.maxX - minX) * (1.2 * next() - 0.1),
            minY + (frame.maxY - minY) * (1.2 * next() - 0.1),
          ];
          const value = turned.at(x, y) - level;
          if (turned.lipschitz > 1 || Math.abs(value) < 2 * cell + tolerance) continue;
          const isFramed = x > frame.minX && x < frame.maxX && y > frame.minY && y < frame.maxY;
          const isIn = index.locate(x, y).side === "inside";
          if (isIn !== (isFramed && value < 0)) throw new Error(`${name} at ${x}, ${y}: ${value}, ${isIn}`);
        }
        for (const { points, closed } of lines) {
          for (let i = 0; i < points.length; i += 2)
            expect(Math.abs(turned.at(points[i], points[i + 1]) - level)).toBeLessThanOrEqual(tolerance);
          if (closed) continue;
          for (const i of [0, points.length - 2]) {
            const [x, y] = [points[i], points[i + 1]];
            const off = Math.min(x - frame.minX, frame.maxX - x, y - frame.minY, frame.maxY - y);
            if (!(Math.abs(off) < 1e-6)) throw new Error(`${name}: a line ends at ${x}, ${y}, off by ${off}`);
          }
        }
      }
    }),
    { numRuns: 5 },
  );
});
