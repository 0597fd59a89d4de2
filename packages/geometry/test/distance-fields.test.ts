import fc from "fast-check";
import {
  alongLine,
  aroundField,
  blendedUnion,
  type DistanceField,
  differenceField,
  distanceIndex,
  distanceToCircle,
  distanceToEllipse,
  distanceToRoundedBox,
  distanceToSegment,
  distanceToStar,
  formField,
  greatestBlend,
  intersectionField,
  locationIndex,
  nearestEdgeRegion,
  offsetField,
  operandOf,
  parsePathData,
  pathField,
  pathIndex,
  placedField,
  repeatedField,
  shapeField,
  shellField,
  starForm,
  steepness,
  unionField,
  xorField,
} from "../src";
import { nearFields, type Side } from "../src/distance/fields/near-fields";
import { ellipseField } from "../src/distance/fields/whole-ellipse";
import { seededRandom } from "./arbitraries";
import { compositions, SIZE, shapeNear } from "./compositions";

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
    { numRuns: 20 },
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

test("the steepness of samples is the length of their gradients, on creases too", () => {
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const next = seededRandom(seed);
      // Round numbers, so that samples lie on creases of what is symmetric.
      const box = { minX: -4, minY: -2, maxX: 4, maxY: 2 };
      const even = formField(distanceToRoundedBox, { x: -4, y: -2, width: 8, height: 4, radii: [0, 1, 0, 2] }, box);
      const grid = { x: -12.25, y: -8.25, cell: 0.5, columns: 50, rows: 34 };
      const slope = { x: 0, y: 0 };
      for (const { name, field } of [{ name: "even", field: even }, ...compositions(next)]) {
        let apart = 0;
        steepness(field, grid).forEach((length, i) => {
          field.at(-12 + (i % 50) * 0.5, -8 + Math.floor(i / 50) * 0.5, slope);
          const off = Math.abs(length - Math.hypot(slope.x, slope.y));
          if (off > 3e-4) throw new Error(`${name}, sample ${i}: ${length} is off by ${off}`);
          if (off > 1e-6) apart++;
        });
        expect(apart).toBeLessThan(20);
      }
    }),
    { numRuns: 8 },
  );
});

test("zeros and extremes along a line are all there are, those of walls thinner than steps too", () => {
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const next = seededRandom(seed);
      const place = () => ({ x: SIZE * (2 * next() - 0.5), y: SIZE * (2 * next() - 0.5) });
      for (const { name, field } of compositions(next)) {
        const wall = offsetField(shellField(field, 0.002), 0.001 * next());
        for (const each of [field, wall]) {
          const [from, to] = [place(), place()];
          const length = Math.hypot(to.x - from.x, to.y - from.y);
          const at = (share: number) => each.at(from.x + share * (to.x - from.x), from.y + share * (to.y - from.y));
          const { zeros, least, greatest, steepest } = alongLine(each, from, to);
          const about = `${name} from ${from.x}, ${from.y} to ${to.x}, ${to.y}`;
          for (const zero of zeros) if (Math.abs(at(zero)) > 1e-9) throw new Error(`${about}: no zero at ${zero}`);
          for (const { share, value } of [least, greatest]) expect(at(share)).toBeCloseTo(value, 10);
          expect(steepest).toBeLessThan(each.lipschitz + 1e-9);
          let before = at(0);
          for (let k = 1, n = 0; k <= 4000; k++) {
            const value = at(k / 4000);
            if (Math.abs(value - before) > ((steepest + 1e-6) * length) / 4000)
              throw new Error(`${about}: steeper than ${steepest} before ${k / 4000}`);
            if (value > greatest.value + 1e-6 * length || value < least.value - 1e-6 * length)
              throw new Error(`${about}: ${value} at ${k / 4000} is beyond ${least.value} and ${greatest.value}`);
            while (n < zeros.length && zeros[n] < (k - 1) / 4000) n++;
            const isSeen = n < zeros.length && zeros[n] <= k / 4000;
            if (value < 0 !== before < 0 && !isSeen) throw new Error(`${about}: a zero before ${k / 4000} is missed`);
            before = value;
          }
        }
      }
    }),
    { numRuns: 6 },
  );
  const box = { minX: 0, minY: 0, maxX: 8, maxY: 4 };
  const room = formField(distanceToRoundedBox, { x: 0, y: 0, width: 8, height: 4, radii: [0, 0, 0, 0] }, box);
  const walls = shellField(repeatedField(room, { stepX: 10, stepY: 1, columns: 30, rows: 1 }), 1e-6);
  const through = alongLine(walls, { x: -5, y: 2 }, { x: 405, y: 2 });
  expect([through.zeros.length, through.steepest]).toEqual([120, 1]);
  // One of many is a little deeper.
  const disc = (x: number, radius: number) =>
    formField(distanceToCircle, { x, y: 0, radius }, { minX: x - 2, minY: -2, maxX: x + 2, maxY: 2 });
  const discs = unionField([
    repeatedField(disc(0, 1), { stepX: 10, stepY: 1, columns: 40, rows: 1 }),
    disc(270, 1.001),
  ]);
  const { least, greatest } = alongLine(discs, { x: -5, y: 0 }, { x: 398.3, y: 0 });
  expect([least.value, greatest.value]).toEqual([expect.closeTo(-1.001, 10), expect.closeTo(7.3, 10)]);
  // A segment is 0 wide: values come down to it as fast as they may, and go up again.
  const ends = { x0: 0, y0: -1, x1: 0, y1: 1 };
  const segment = formField(distanceToSegment, ends, { minX: 0, minY: -1, maxX: 0, maxY: 1 });
  for (const from of [0.7, 1 / 3, Math.SQRT1_2, 2.9])
    expect(alongLine(segment, { x: -from, y: 0.1 }, { x: 1, y: 0.1 }).zeros).toEqual([
      expect.closeTo(from / (1 + from), 9),
    ]);
  // Along a side all is 0, and a corner is touched by a line aslant.
  const run = alongLine(room, { x: -4, y: 0 }, { x: 12, y: 0 }).zeros;
  expect(run).toEqual([expect.closeTo(0.25, 9), expect.closeTo(0.75, 9)]);
  expect(alongLine(room, { x: -3, y: 3 }, { x: 3, y: -3 }).zeros).toEqual([expect.closeTo(0.5, 9)]);
  expect(alongLine(room, { x: 0, y: 2 }, { x: -3, y: 2 }).zeros).toEqual([0]);
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

test("fields that are asked only where they may count leave the values of single places", () => {
  fc.assert(
    fc.property(fc.integer(), fc.constantFrom(1, 2, 3, 9, 16, 40), (seed, count) => {
      const next = seededRandom(seed);
      const some = Array.from({ length: count }, () => scattered(next));
      const others = Array.from({ length: count }, () => scattered(next));
      const all = [
        unionField(some),
        intersectionField(some),
        differenceField(some[0], unionField(others)),
        unionField([unionField(some), differenceField(others[0], intersectionField(some))]),
        aroundField(unionField(some), 0.3, 0.2, 5),
        xorField(unionField(some), unionField(others)),
        unionField(Array.from({ length: count }, () => placedRing(next))),
      ];
      // Of no whole tiles, of some, and of several blocks.
      const [columns, rows] = [1 + Math.floor(150 * next()), 1 + Math.floor(80 * next())];
      const cell = 2 ** (6 * next() - 8);
      const grid = { x: 4 * next() - 3, y: 4 * next() - 3, cell, columns, rows };
      for (const [k, field] of all.entries()) {
        const values = field.sample(grid);
        const [xs, ys] = [new Float64Array(values.length), new Float64Array(values.length)];
        for (let i = 0; i < values.length; i++) {
          xs[i] = grid.x + ((i % columns) + 0.5) * cell;
          ys[i] = grid.y + (Math.floor(i / columns) + 0.5) * cell;
        }
        const listed = new Float64Array(values.length);
        field.list(xs, ys, listed);
        for (let i = Math.floor(30 * next()); i < values.length; i += 31) {
          const wanted = field.at(xs[i], ys[i]);
          for (const value of [values[i], listed[i]])
            if (!(Math.abs(value - wanted) <= 1e-12 * (4 + Math.abs(wanted))))
              throw new Error(`${k} of ${count}, ${columns} x ${rows}, at ${xs[i]}, ${ys[i]}: ${value}, ${wanted}`);
        }
      }
    }),
    { numRuns: 40 },
  );
});

test("hundreds of fields, asked at places in no order", () => {
  fc.assert(
    fc.property(fc.integer(), fc.constantFrom(80, 150, 400), fc.constantFrom(0, 1), (seed, count, turned) => {
      const next = seededRandom(seed);
      const all = Array.from({ length: count }, () => scattered(next));
      const field = turned ? intersectionField(all) : unionField(all);
      const other = scattered(next);
      const both = xorField(field, other);
      // All over the plane, or close together, and some of them far away.
      const spread = 2 ** (2 - 4 * next());
      const place = () => (next() < 0.01 ? 1e6 : spread) * (2 * next() - 1);
      const [xs, ys] = [Float64Array.from({ length: 1400 }, place), Float64Array.from({ length: 1400 }, place)];
      const values = new Float64Array(xs.length);
      const ofOne = new Float64Array(xs.length);
      field.list(xs, ys, values);
      both.list(xs, ys, ofOne);
      for (let i = 0; i < xs.length; i += 7) {
        const wanted = (turned ? Math.max : Math.min)(...all.map((each) => each.at(xs[i], ys[i])));
        expect(Math.abs(values[i] - wanted)).toBeLessThanOrEqual(1e-12 * (4 + Math.abs(wanted)));
        const beside = other.at(xs[i], ys[i]);
        const wantedOfOne = Math.max(Math.min(wanted, beside), -Math.max(wanted, beside));
        expect(Math.abs(ofOne[i] - wantedOfOne)).toBeLessThanOrEqual(1e-12 * (4 + Math.abs(wanted)));
      }
    }),
    { numRuns: 12 },
  );
});

test("a union of many fields is exact where all of them lie apart, and a bound inside where two do not", () => {
  const disc = (x: number, y: number): DistanceField =>
    formField(distanceToCircle, { x, y, radius: 0.4 }, { minX: x - 0.4, minY: y - 0.4, maxX: x + 0.4, maxY: y + 0.4 });
  const discs = Array.from({ length: 40_000 }, (_, k) => disc(Math.floor(k / 200), k % 200));
  const apart = unionField(discs);
  expect(apart.worth).toEqual({ inside: "exact", outside: "exact" });
  expect(apart.within(1)).toEqual({ minX: -1.4, minY: -1.4, maxX: 200.4, maxY: 200.4 });
  expect(apart.at(7.5, 9.5)).toBeCloseTo(Math.SQRT1_2 - 0.4, 15);
  expect(unionField([...discs, disc(70, 20.7)]).worth).toEqual({ inside: "bound", outside: "exact" });
  expect(intersectionField(discs).worth).toEqual({ inside: "exact", outside: "bound" });
});

function inSteps(value: number, step: number): number {
  return step > 0 ? step * Math.round(value / step) : value;
}

test("the fields that are looked at near a place are all that may have the least value there", () => {
  fc.assert(
    fc.property(fc.integer(), fc.constantFrom(1, 4096, 2 ** 40), (seed, far) => {
      const next = seededRandom(seed);
      const all = Array.from({ length: 200 }, () => ({ field: scattered(next), turned: next() < 0.01 }));
      const near = nearFields(all);
      for (let k = 0; k < 100; k++) {
        const atCorner = next() < 0.5;
        const radius = 2 ** (atCorner ? Math.floor(8 * next()) - 6 : 8 * next() - 6);
        // Where squares meet, and as wide as half of them: that is as far as one has to look.
        const step = atCorner ? 2 * radius : 0;
        const [x, y] = [0, 0].map(() => inSteps(far * (2 * next() - 1), step));
        const values = all.map(({ field, turned }) => (turned ? -1 : 1) * field.at(x, y));
        const most = Math.min(...values.map((value, i) => value + all[i].field.lipschitz * radius));
        const wanted = [...all.keys()].filter((i) => values[i] - all[i].field.lipschitz * radius <= most);
        const numbers = (sides: readonly Side[]): number[] => sides.map((side) => near.all.indexOf(side));
        expect(numbers(near.within(null, x, y, radius)).sort((a, b) => a - b)).toEqual(wanted);
        // A block of samples is all but as wide as its disc; beside it lie others.
        const width = 1.437 * radius;
        const [left, top] = [x, y].map((middle) => middle - width * (0.5 + Math.floor(9 * next())));
        const inBlock = numbers(near.within({ x: left, y: top, width, size: 9 * width }, x, y, radius));
        expect(inBlock).toEqual(expect.arrayContaining(wanted));
        const [slope, own] = [
          { x: 0, y: 0 },
          { x: 0, y: 0 },
        ];
        const least = near.leastAt(x, y, slope);
        const first = values.indexOf(Math.min(...values));
        expect(Math.abs(least - values[first])).toBeLessThanOrEqual(1e-12 * (Math.abs(x) + Math.abs(y)));
        if (least !== values[first]) continue;
        const sign = all[first].turned ? -1 : 1;
        all[first].field.at(x, y, own);
        expect([slope.x, slope.y]).toEqual([sign * own.x, sign * own.y]);
      }
    }),
    { numRuns: 10 },
  );
});

/** A ring of six corners with a hole, turned about, and mirrored or not. */
function placedRing(next: () => number): DistanceField {
  const ring = (radius: number, sense: number): Float64Array =>
    Float64Array.from(
      { length: 12 },
      (_, i) => radius * (i & 1 ? Math.sin : Math.cos)((sense * (i >> 1) * Math.PI) / 3),
    );
  const shape = shapeField({ rings: [ring(1, 1), ring(0.3 + 0.5 * next(), -1)], fillRule: "nonzero" });
  const [angle, size, isMirrored] = [7 * next(), 0.05 + 0.5 * next() ** 2, next() < 0.5 ? -1 : 1];
  const [a, b] = [size * Math.cos(angle), size * Math.sin(angle)];
  return placedField(shape, { a, b, c: -b * isMirrored, d: a * isMirrored, e: 2 * next() - 1, f: 2 * next() - 1 });
}

/** A small shape somewhere: of those that are measured row by row, in lists, or as grids; or a bound that grows faster than a distance. */
function scattered(next: () => number): DistanceField {
  const [x, y, r, q] = [2 * next() - 1, 2 * next() - 1, 0.02 + 0.3 * next(), 0.02 + 0.3 * next()];
  const box = { minX: x - r, minY: y - q, maxX: x + r, maxY: y + q };
  const disc = formField(distanceToCircle, { x, y, radius: r }, { ...box, minY: y - r, maxY: y + r });
  // A blend of a field with itself grows √2 times as fast.
  const twice = (field: DistanceField) => blendedUnion(field, field, 0.4, "circle");
  const ways = [
    () => disc,
    () => formField(distanceToEllipse, { x, y, rx: r, ry: q }, box),
    () => formField(distanceToStar, starForm(x, y, 5, r, r / 3, 0), { ...box, minY: y - r, maxY: y + r }),
    () =>
      pathField(parsePathData(`M ${x - r} ${y} q ${r} ${q} ${2 * r} 0 q ${-r} ${2 * q} ${-2 * r} 0 Z`), "nonzero", box),
    () => shapeField({ rings: [Float64Array.of(x, y, x + r, y, x, y + q)], fillRule: "nonzero" }),
    () => aroundField(disc, y, x, 7),
    () => twice(twice(disc)),
  ];
  return ways[Math.floor(ways.length * next())]();
}

test("samples of a turned shape keep their digits far from the origin", () => {
  const far = { a: 0.6, b: 0.8, c: -0.8, d: 0.6, e: 2 ** 30, f: -(2 ** 30) };
  const field = placedField(shapeField(shapeNear(seededRandom(3))), far);
  const grid = { x: far.e - 60, y: far.f - 60, cell: 0.5, columns: 240, rows: 240 };
  field.sample(grid).forEach((value, i) => {
    const [x, y] = [grid.x + ((i % 240) + 0.5) * grid.cell, grid.y + (Math.floor(i / 240) + 0.5) * grid.cell];
    if (!(Math.abs(value - field.at(x, y)) < 1e-13)) throw new Error(`${value} at ${x}, ${y}`);
  });
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
