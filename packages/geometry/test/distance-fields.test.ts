import fc from "fast-check";
import {
  aroundField,
  blendedDifference,
  blendedIntersection,
  blendedUnion,
  type Contour,
  combine,
  combineAll,
  complement,
  contours,
  type DistanceField,
  differenceField,
  distanceIndex,
  distanceToCircle,
  distanceToRoundedBox,
  formField,
  framedLevelSet,
  greatestBlend,
  intersectionField,
  levelSet,
  levelSets,
  locationIndex,
  nearestEdgeRegion,
  type Operand,
  offsetField,
  operandOf,
  parsePathData,
  pathField,
  pathIndex,
  placedField,
  repeatedField,
  shapeField,
  sharpContours,
  shellField,
  signedArea,
  unionField,
  xorField,
} from "../src";
import { ellipseField } from "../src/distance/fields/whole-ellipse";
import { seededRandom } from "./arbitraries";

const SIZE = 40;
const UNIT = { minX: -1, minY: -1, maxX: 1, maxY: 1 };

/** A simple shape around a place. */
const shapeNear = (next: () => number): Operand => {
  const [x, y, count] = [SIZE * next(), SIZE * next(), 3 + Math.floor(9 * next())];
  const ring = Float64Array.from({ length: 2 * count }, (_, i) => {
    const angle = (2 * Math.PI * (i >> 1)) / count;
    const radius = 3 + 9 * next();
    return (i & 1 ? y : x) + radius * (i & 1 ? Math.sin(angle) : Math.cos(angle));
  });
  return operandOf(
    combine("union", { rings: [ring], fillRule: "nonzero" }, { rings: [], fillRule: "nonzero" }).polygons,
  );
};

const moved = ({ rings, fillRule }: Operand, a: number, b: number, e: number, f: number): Operand => ({
  rings: rings.map((ring) =>
    ring.map((value, i) => (i & 1 ? b * ring[i - 1] + a * value + f : a * value - b * ring[i + 1] + e)),
  ),
  fillRule,
});

const lengthOf = (ring: Float64Array): number =>
  ring.reduce((sum, x, i) => {
    if (i & 1) return sum;
    const j = (i + 2) % ring.length;
    return sum + Math.hypot(ring[j] - x, ring[j + 1] - ring[i + 1]);
  }, 0);

const union = (shapes: Operand[]): Operand => operandOf(combineAll("union", shapes).polygons);

/** Each composition with the outline that it stands for, where it has one of straight edges. */
function compositions(next: () => number): { name: string; field: DistanceField; outline?: Operand }[] {
  const [a, b] = [shapeNear(next), shapeNear(next)];
  const [p, q] = [shapeField(a), shapeField(b)];
  const made = (operation: "union" | "intersection" | "difference" | "xor") =>
    operandOf(combine(operation, a, b).polygons);
  const [step, r] = [6 + 20 * next(), 1 + 8 * next()];
  const copies = [0, 1, 2].flatMap((i) => [0, 1].map((j) => moved(a, 1, 0, i * step, j * (step + 3))));
  const turns = Array.from({ length: 5 }, (_, k) => {
    const [cos, sin] = [Math.cos((k * 2 * Math.PI) / 5), Math.sin((k * 2 * Math.PI) / 5)];
    return moved(a, cos, sin, 20 - 20 * cos + 20 * sin, 20 - 20 * sin - 20 * cos);
  });
  const grid = { stepX: step, stepY: step + 3, columns: 3, rows: 2 };
  const box = { x: 4, y: 6, width: 17, height: 11, radii: [1, 2, 3, 4] as [number, number, number, number] };
  const disc = formField(distanceToCircle, { x: 10, y: 8, radius: 6 }, { minX: 4, minY: 2, maxX: 16, maxY: 14 });
  const rounded = formField(distanceToRoundedBox, box, { minX: 4, minY: 6, maxX: 21, maxY: 17 });
  const closed = unionField([disc, rounded]);
  const turn = { a: 0.6, b: 0.8, c: -0.8, d: 0.6, e: 3, f: -2 };
  const apart = { a: 0.6, b: 0.8, c: 0.8, d: -0.6, e: 190, f: 10 };
  return [
    { name: "union", field: unionField([p, q]), outline: made("union") },
    { name: "intersection", field: intersectionField([p, q]), outline: made("intersection") },
    { name: "difference", field: differenceField(p, q), outline: made("difference") },
    { name: "xor", field: xorField(p, q), outline: made("xor") },
    { name: "repeated", field: repeatedField(p, grid), outline: union(copies) },
    { name: "repeated difference", field: repeatedField(differenceField(p, q), grid) },
    { name: "around", field: aroundField(p, 20, 20, 5), outline: union(turns) },
    { name: "around an intersection", field: aroundField(intersectionField([p, q]), 20, 20, 7) },
    { name: "scaled", field: placedField(p, { a: 0, b: 2, c: -2, d: 0, e: 5, f: -7 }), outline: moved(a, 0, 2, 5, -7) },
    { name: "mirrored, and another one apart", field: unionField([p, placedField(q, apart)]) },
    { name: "mirrored copies apart", field: repeatedField(placedField(p, apart), { ...grid, stepX: 60, stepY: 60 }) },
    { name: "two turned copies apart", field: aroundField(placedField(p, turn), 90, -30, 2) },
    { name: "turned copies apart", field: shellField(aroundField(placedField(p, turn), 90, -30, 3), r) },
    { name: "grown", field: offsetField(p, r) },
    { name: "shrunk", field: offsetField(p, -r / 3) },
    { name: "shell", field: shellField(p, r / 2) },
    { name: "blended union", field: blendedUnion(p, q, r, "parabola") },
    { name: "blended intersection", field: blendedIntersection(p, q, r, "parabola") },
    { name: "blended difference", field: blendedDifference(p, q, r, "parabola") },
    { name: "union with fillets", field: blendedUnion(p, q, r, "circle") },
    { name: "union with fillets", field: blendedUnion(p, p, r, "circle") },
    { name: "closed forms", field: closed },
    { name: "one of two closed forms", field: shellField(xorField(disc, rounded), 1) },
    {
      name: "closed forms blended and turned",
      field: placedField(blendedDifference(disc, rounded, 2, "circle"), turn),
    },
    {
      name: "a closed form turned twice beside one that is not",
      field: unionField([placedField(placedField(rounded, turn), turn), disc]),
    },
    { name: "copies of closed forms", field: aroundField(repeatedField(closed, grid), 20, 20, 4) },
    { name: "a closed form and a shape", field: offsetField(intersectionField([disc, p]), -r / 5) },
  ];
}

test("compositions have the sign of their outlines, and are what they say they are", () => {
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const next = seededRandom(seed);
      for (const { name, field, outline } of compositions(next)) {
        if (!outline) continue;
        const exact = distanceIndex(outline);
        for (let k = 0; k < 40; k++) {
          const [x, y] = [SIZE * (2 * next() - 0.5), SIZE * (2 * next() - 0.5)];
          const [value, { distance }] = [field.at(x, y), exact.distance(x, y)];
          const about = `${name} at ${x}, ${y}: ${value}, exact ${distance}`;
          if (Math.abs(distance) > 1e-9 && value !== 0 && Math.sign(value) !== Math.sign(distance))
            throw new Error(about);
          const worth = field.worth[value < 0 ? "inside" : "outside"];
          if (worth === "exact" && !(Math.abs(value - distance) < 1e-9)) throw new Error(about);
          if (!(Math.abs(value) <= Math.abs(distance) + 1e-9)) throw new Error(about);
        }
      }
    }),
    { numRuns: 40 },
  );
});

test("no composition grows faster than it says, and its gradient is that of its values", () => {
  let fastest = 0;
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const next = seededRandom(seed);
      const slope = { x: 0, y: 0 };
      for (const { name, field } of compositions(next)) {
        for (let k = 0; k < 40; k++) {
          const [x, y, angle] = [SIZE * (2 * next() - 0.5), SIZE * (2 * next() - 0.5), 7 * next()];
          const far = k % 2 ? 1e-5 : 20 * next();
          const value = field.at(x, y, slope);
          const other = field.at(x + far * Math.cos(angle), y + far * Math.sin(angle));
          const growth = Math.abs(other - value) / far;
          if (growth > field.lipschitz + 1e-7) throw new Error(`${name} at ${x}, ${y}: grows by ${growth}`);
          if (name === "union with fillets") fastest = Math.max(fastest, growth);
          // Away from creases the growth is the gradient's; a crease lies between only where both ways differ.
          const back = field.at(x - far * Math.cos(angle), y - far * Math.sin(angle));
          const isSmooth = far === 1e-5 && Math.abs(other + back - 2 * value) < 1e-10;
          if (isSmooth)
            expect((other - back) / (2 * far)).toBeCloseTo(slope.x * Math.cos(angle) + slope.y * Math.sin(angle), 3);
        }
      }
    }),
    { numRuns: 40 },
  );
  // The blend that is neither was seen to be it.
  expect(fastest).toBeGreaterThan(1.2);
});

test("blends differ from the plain ones by what is stated, and no less", () => {
  const [a, b] = [-1, 1].map((side) =>
    formField(distanceToCircle, { x: 5 * side, y: 0, radius: 6 }, { minX: -11, minY: -6, maxX: 11, maxY: 6 }),
  );
  for (const form of ["parabola", "circle"] as const) {
    const [plain, blended] = [unionField([a, b]), blendedUnion(a, b, 3, form)];
    let most = 0;
    for (let y = -14; y <= 14; y += 0.05) {
      const difference = plain.at(0, y) - blended.at(0, y);
      expect(difference).toBeGreaterThanOrEqual(0);
      if (blended.at(0, y) >= 0 || plain.at(0, y) >= 0) most = Math.max(most, difference);
    }
    expect(most).toBeLessThanOrEqual(greatestBlend(3, form) + 1e-12);
    expect(most).toBeGreaterThan(0.9 * greatestBlend(3, form));
  }
});

test("samples are the values at cell centres, lists at their places, and all lie in the box that is told for a level", () => {
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const next = seededRandom(seed);
      const grid = { x: -20, y: -15, cell: 100 / 37, columns: 37, rows: 33 };
      for (const { name, field } of compositions(next)) {
        const values = field.sample(grid);
        // An array that is given is written over, whatever was in it.
        const given = new Float64Array(values.length).fill(Number.NaN);
        expect(field.sample(grid, given)).toBe(given);
        expect(given).toEqual(values);
        expect(() => field.sample(grid, new Float64Array(values.length - 1))).toThrow(RangeError);
        const level = 10 * next() - 3;
        const box = field.within(level);
        values.forEach((value, i) => {
          const [x, y] = [grid.x + ((i % 37) + 0.5) * grid.cell, grid.y + (Math.floor(i / 37) + 0.5) * grid.cell];
          if (!(Math.abs(value - field.at(x, y)) < 1e-9)) throw new Error(`${name} at ${x}, ${y}: ${value}`);
          const isIn = box && x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY;
          if (value <= level && !isIn)
            throw new Error(`${name}: ${value} at ${x}, ${y} outside of the box of ${level}`);
        });
        const [xs, ys] = [0, 1].map(() => Float64Array.from({ length: 70 }, () => SIZE * (2 * next() - 0.5)));
        const listed = new Float64Array(70);
        field.list(xs, ys, listed);
        listed.forEach((value, i) => {
          if (!(Math.abs(value - field.at(xs[i], ys[i])) < 1e-9)) throw new Error(`${name} at ${xs[i]}, ${ys[i]}`);
        });
      }
    }),
    { numRuns: 6 },
  );
});

test("samples of a turned shape keep their digits far from the origin", () => {
  const far = { a: 0.6, b: 0.8, c: -0.8, d: 0.6, e: 2 ** 30, f: -(2 ** 30) };
  const field = placedField(shapeField(shapeNear(seededRandom(3))), far);
  const grid = { x: far.e - 60, y: far.f - 60, cell: 0.5, columns: 240, rows: 240 };
  field.sample(grid).forEach((value, i) => {
    const [x, y] = [grid.x + ((i % 240) + 0.5) * grid.cell, grid.y + (Math.floor(i / 240) + 0.5) * grid.cell];
    if (!(Math.abs(value - field.at(x, y)) < 1e-13)) throw new Error(`${value} at ${x}, ${y}`);
  });
});

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

test("the region of an edge holds the places whose nearest boundary point lies on it", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 2 ** 30 }), (seed) => {
      const next = seededRandom(seed);
      const shape = shapeNear(next);
      const field = distanceIndex(shape);
      const frame = { minX: -10, minY: -10, maxX: SIZE + 10, maxY: SIZE + 10 };
      const ring = Math.floor(next() * shape.rings.length);
      const edge = Math.floor((next() * shape.rings[ring].length) / 2);
      const { polygons } = nearestEdgeRegion(shape, ring, edge, frame, 0.02);
      const index = locationIndex(operandOf(polygons));
      const border = distanceIndex(operandOf(polygons));
      const vertices = shape.rings[ring];
      const isVertex = (x: number, y: number) =>
        [2 * edge, (2 * edge + 2) % vertices.length].some((i) => vertices[i] === x && vertices[i + 1] === y);
      for (let k = 0; k < 200; k++) {
        const [x, y] = [SIZE * (1.4 * next() - 0.2), SIZE * (1.4 * next() - 0.2)];
        if (border.gap(x, y) < 0.5) continue;
        const { nearest, ring: r, edge: e } = field.distance(x, y);
        const isOn = r === ring && e === edge && !isVertex(nearest.x, nearest.y);
        if ((index.locate(x, y).side === "inside") !== isOn) throw new Error(`at ${x}, ${y}: ${isOn}`);
      }
    }),
    { numRuns: 20 },
  );
  const square = { rings: [Float64Array.of(0, 0, 20, 0, 20, 20, 0, 20)], fillRule: "nonzero" as const };
  const { polygons } = nearestEdgeRegion(square, 0, 0, { minX: -5, minY: -8, maxX: 25, maxY: 25 }, 0.001);
  const corners = [0, -8, 20, -8, 20, 0, 10, 10, 0, 0];
  expect(polygons[0].outer.length).toBe(corners.length);
  polygons[0].outer.forEach((value, i) => {
    expect(Math.abs(value - corners[i])).toBeLessThanOrEqual(0.001);
  });
  expect(() => nearestEdgeRegion(square, 0, 4, { minX: 0, minY: 0, maxX: 1, maxY: 1 }, 0.1)).toThrow(RangeError);
});

test("outlines of lines and arcs of circles have in lists the distances and the sides that they have place by place", () => {
  const whole = fc.integer({ min: -6, max: 6 });
  const exponents = fc.oneof(fc.integer({ min: -60, max: 60 }), fc.constantFrom(-520, -480, 470, 510));
  const arc = fc.record({
    dx: whole,
    dy: whole,
    r: fc.integer({ min: 1, max: 9 }),
    flags: fc.integer({ min: 0, max: 5 }),
  });
  const outline = fc.array(fc.record({ x: whole, y: whole, pieces: fc.array(arc, { minLength: 1, maxLength: 7 }) }), {
    minLength: 1,
    maxLength: 3,
  });
  fc.assert(
    fc.property(outline, fc.boolean(), exponents, (subpaths, isOdd, exponent) => {
      const scale = 2 ** exponent;
      // Half circles end straight below or above their start too, where what is to the right changes sides.
      const data = subpaths.map(({ x, y, pieces }) => {
        const rest = pieces.map(({ dx, dy, r, flags }) =>
          flags > 3
            ? `l ${dx * scale} ${dy * scale}`
            : `a ${r * scale} ${r * scale} 0 ${flags & 1} ${flags >> 1} ${dx * scale} ${dy * scale}`,
        );
        return `M ${x * scale} ${y * scale} ${rest.join(" ")} Z`;
      });
      const path = parsePathData(data.join(" "));
      const field = pathField(path, isOdd ? "evenodd" : "nonzero", null);
      const [xs, ys] = [new Float64Array(200), new Float64Array(200)];
      // On the levels of vertices, and anywhere.
      for (let i = 0; i < 200; i++) {
        xs[i] = scale * (i % 3 ? Math.round(20 * Math.sin(i)) : 20 * Math.sin(i * i));
        ys[i] = scale * (i % 2 ? Math.round(12 * Math.cos(3 * i)) : 14 * Math.cos(i * i + 1));
      }
      const values = new Float64Array(200);
      field.list(xs, ys, values);
      values.forEach((value, i) => {
        const wanted = field.at(xs[i], ys[i]);
        if (value !== wanted && !(Math.abs(value - wanted) <= 1e-13 * scale * 20))
          throw new Error(`${data.join(" ")} at ${xs[i]}, ${ys[i]}: ${value} for ${wanted}`);
      });
    }),
    { numRuns: 300 },
  );
});

test("true curves that are one circle or ellipse are measured in closed form", () => {
  const whole = [
    "M 30 20 a 9 9 0 1 1 -18 0 a 9 9 0 1 1 18 0 z",
    "M 40 20 a 20 5 0 0 0 -40 0 a 20 5 0 0 0 40 0",
    "M 30 10 a 20 8 30 0 1 -12 18 a 20 8 30 0 1 12 -18 z",
  ];
  for (const data of whole) {
    const path = parsePathData(data);
    const index = pathIndex(path, "nonzero");
    const field = ellipseField(path);
    for (let k = 0; k < 200; k++) {
      const [x, y] = [((k * 37) % 101) * 0.6 - 10, ((k * 53) % 97) * 0.6 - 10];
      expect(Math.abs(field!.at(x, y) - index.distance(x, y).distance)).toBeLessThan(1e-10);
    }
  }
  for (const data of ["M 40 20 a 20 20 0 0 0 -40 0 z", "M 0 0 a 9 9 0 0 1 6 0 a 9 9 0 0 1 -6 0 z", "M 0 0 h 9 v 9 z"])
    expect(ellipseField(parsePathData(data))).toBeNull();
});
