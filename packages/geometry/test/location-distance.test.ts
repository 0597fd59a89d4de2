import fc from "fast-check";
import {
  contours,
  distanceIndex,
  type Grid,
  locatePoint,
  locationIndex,
  type Operand,
  orientationOf,
  signedArea,
  signedDistance,
} from "../src";
import { cellGrid } from "../src/location/build-cells";
import { latticeOperand, looseOperand } from "./arbitraries";

/** Winding number and boundary in plain integers. */
function bruteForce(x: number, y: number, { rings }: Operand): number | "boundary" {
  let winding = 0;
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const [ax, ay] = [ring[i], ring[i + 1]];
      const [bx, by] = [ring[(i + 2) % ring.length], ring[(i + 3) % ring.length]];
      const turn = (bx - ax) * (y - ay) - (by - ay) * (x - ax);
      const inBox = x >= Math.min(ax, bx) && x <= Math.max(ax, bx) && y >= Math.min(ay, by) && y <= Math.max(ay, by);
      if (turn === 0 && inBox) return "boundary";
      if (ay <= y && by > y && turn > 0) winding++;
      if (ay > y && by <= y && turn < 0) winding--;
    }
  return winding;
}

test("location on a lattice, with every degeneracy, and the index says the same", () => {
  fc.assert(
    fc.property(latticeOperand, (shape) => {
      const index = locationIndex(shape);
      for (let x = -1; x <= 6; x += 0.5)
        for (let y = -1; y <= 6; y += 0.5) {
          const want = bruteForce(x, y, shape);
          const found = locatePoint(x, y, shape);
          if (want === "boundary") expect(found).toEqual({ side: "boundary", winding: 0 });
          else {
            const inside = shape.fillRule === "nonzero" ? want !== 0 : want % 2 !== 0;
            expect(found).toEqual({ side: inside ? "inside" : "outside", winding: want });
          }
          expect(index.locate(x, y)).toEqual(found);
          const code = { inside: 1, boundary: 0, outside: -1 }[found.side];
          expect(index.locateAll(Float64Array.of(x, y))[0]).toBe(code);
        }
    }),
    { numRuns: 15 },
  );
});

test("beside the lines of an index's own cells, where these are as small as they get, and everywhere else", () => {
  const offset = fc.constantFrom(0, 1, 1e6, 2 ** 30, 2 ** 50);
  const shrink = fc.constantFrom(1, 2 ** -20, 2 ** -30, 2 ** -40);
  const unit = fc.double({ min: 0, max: 1, noNaN: true });
  const radii = fc.array(unit, { minLength: 20, maxLength: 120 });
  const asked = fc.array(fc.tuple(unit, unit, fc.integer({ min: -4, max: 4 }), fc.integer({ min: -4, max: 4 })), {
    minLength: 40,
    maxLength: 40,
  });
  fc.assert(
    fc.property(
      offset,
      shrink,
      radii,
      asked,
      fc.constantFrom("nonzero", "evenodd"),
      (off, share, all, places, rule) => {
        const size = (off || 1) * share;
        const ring = Float64Array.from({ length: 2 * all.length }, (_, i) => {
          const angle = (2 * Math.PI * (i >> 1)) / all.length;
          return off * (i & 1 ? 1 : -0.7) + size * all[i >> 1] * (i & 1 ? Math.sin(angle) : Math.cos(angle));
        });
        // Vertices go to the lines, or a few units beside them, but for those that the lines hang on.
        const { gx, gy } = cellGrid([ring])!;
        for (let k = 0; k < ring.length; k += 2) {
          const [, , i, j] = places[k % places.length];
          if (isWithin(gx, ring[k])) ring[k] = onLine(gx, ring[k], i);
          if (isWithin(gy, ring[k + 1])) ring[k + 1] = onLine(gy, ring[k + 1], j);
        }
        const shape: Operand = { rings: [ring], fillRule: rule };
        const index = locationIndex(shape);
        for (const [u, v, i, j] of places) {
          const x = moved(gx[Math.floor(u * (gx.length - 1e-9))], i);
          const y = moved(gy[Math.floor(v * (gy.length - 1e-9))], j);
          expect(index.locate(x, y)).toEqual(locatePoint(x, y, shape));
        }
      },
    ),
    { numRuns: 150 },
  );
});

function isWithin(lines: Float64Array, value: number): boolean {
  return value > lines[0] && value < lines[lines.length - 1];
}

/** The nearest of the lines between the outermost, a few units in the last place beside it; the value itself where there is none. */
function onLine(lines: Float64Array, value: number, units: number): number {
  const inner = lines.subarray(1, -1);
  if (inner.length === 0) return value;
  const nearest = inner.reduce((best, line) => (Math.abs(line - value) < Math.abs(best - value) ? line : best));
  return moved(nearest, units);
}

/** A number moved by some units in the last place. */
function moved(value: number, units: number): number {
  return value + units * Math.max(Number.MIN_VALUE, Math.abs(value) * 2 ** -53);
}

test("distance: no sample of any edge is nearer, and the nearest point is on its edge at that distance", () => {
  const place = fc.double({ min: -2, max: 2, noNaN: true });
  fc.assert(
    fc.property(looseOperand, place, place, (shape, x, y) => {
      const found = signedDistance(x, y, shape);
      const size = Math.abs(found.distance);
      let least = Number.POSITIVE_INFINITY;
      for (const ring of shape.rings)
        for (let i = 0; i < ring.length; i += 2)
          for (let k = 0; k <= 50; k++) {
            const t = k / 50;
            const px = ring[i] * (1 - t) + ring[(i + 2) % ring.length] * t;
            const py = ring[i + 1] * (1 - t) + ring[(i + 3) % ring.length] * t;
            least = Math.min(least, Math.hypot(px - x, py - y));
          }
      if (least === Number.POSITIVE_INFINITY) {
        expect(found).toMatchObject({ distance: Number.POSITIVE_INFINITY, ring: -1, edge: -1 });
        return;
      }
      expect(size).toBeLessThanOrEqual(least + 1e-12);
      expect(Math.hypot(found.nearest.x - x, found.nearest.y - y)).toBeCloseTo(size, 12);
      const { side } = locatePoint(x, y, shape);
      expect(Math.sign(found.distance)).toBe({ inside: -1, boundary: 0, outside: 1 }[side]);
      expect(distanceIndex(shape).distance(x, y)).toEqual(found);
    }),
    { numRuns: 300 },
  );
});

test("distances hold from 1e-150 to 1e150: they grow with the shape", () => {
  const coordinate = fc.integer({ min: -64, max: 64 }).map((n) => n / 8);
  fc.assert(
    fc.property(looseOperand, coordinate, coordinate, fc.constantFrom(2 ** 497, 2 ** -497), (shape, x, y, factor) => {
      fc.pre(shape.rings.some((ring) => ring.length > 0));
      const { distance } = signedDistance(x, y, shape);
      const grown = { ...shape, rings: shape.rings.map((ring) => ring.map((value) => value * factor)) };
      const found = signedDistance(x * factor, y * factor, grown);
      expect(Math.abs(found.distance / factor - distance)).toBeLessThanOrEqual(1e-14 * (1 + Math.abs(distance)));
      const index = distanceIndex(grown);
      expect(index.distance(x * factor, y * factor)).toEqual(found);
      const [sample] = index.field({ x: (x - 0.5) * factor, y: (y - 0.5) * factor, cell: factor, columns: 1, rows: 1 });
      expect(Math.abs(sample / factor - distance)).toBeLessThanOrEqual(1e-13 * (1 + Math.abs(distance)));
    }),
  );
});

test.each([
  [
    [
      1.4577127303928137, 1.1711008809506893, 0.5824082288891077, 2.945735424757004, 4.146437434479594,
      2.6591709293425083,
    ],
    1.0456226752483448,
    2.006592125154381,
  ],
  [
    [6.508009685203433, 2.709807027131319, 7.43037954159081, 6.395010225474834, 0.2841022815555334, 1.2387500070035458],
    6.995402737346424,
    4.657119617812313,
  ],
])("inside, where the distance rounds to nothing, it is 0, not −0", (ring, x, y) => {
  const shape: Operand = { rings: [Float64Array.from(ring)], fillRule: "nonzero" };
  const index = distanceIndex(shape);
  expect(locatePoint(x, y, shape).side).toBe("inside");
  for (const { distance } of [signedDistance(x, y, shape), index.distance(x, y)]) expect(distance).toBe(0);
  expect(index.distances(Float64Array.of(x), Float64Array.of(y)).distance[0]).toBe(0);
});

test("a field of one sample beside the boundary is no further off than the question itself", () => {
  const ring = Float64Array.of(
    -5.375,
    -1.375,
    6.125,
    7.375,
    -3.125,
    7.125,
    6.75,
    -2,
    -7,
    0.5,
    -6.75,
    6.875,
    -0.25,
    -6.625,
  );
  const index = distanceIndex({ rings: [ring], fillRule: "nonzero" });
  for (const factor of [1, 1e-3, 1e-7, 1e-12]) {
    const [x, y] = [-5.25, 3.75].map((at) => at - factor / 2);
    const values = index.field({ x, y, cell: factor, columns: 1, rows: 1 });
    expect(Math.abs(values[0] - index.distance(x + factor / 2, y + factor / 2).distance)).toBeLessThan(1e-13);
  }
});

/** Every sample of a field against the single question: the same side, the same distance but for its last bits. */
function expectField(shape: Operand, grid: Grid): void {
  const index = distanceIndex(shape);
  const values = index.field(grid);
  const band = 2.5 * grid.cell;
  const narrow = index.field(grid, { reach: band });
  const given = new Float64Array(values.length).fill(Number.NaN);
  expect(index.field(grid, { reach: band, values: given })).toBe(given);
  expect(given).toEqual(narrow);
  values.forEach((value, i) => {
    expect(narrow[i]).toBe(Math.abs(value) > band ? Math.sign(value) * band : value);
  });
  expect(index.field(grid, { reach: band, single: true })).toEqual(new Float32Array(narrow));
  const { x, y, cell, columns, rows } = grid;
  const reach = shape.rings.reduce((most, ring) => ring.reduce((m, v) => Math.max(m, Math.abs(v)), most), 0);
  const size = reach + Math.abs(x) + Math.abs(y) + (columns + rows) * cell;
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const value = values[row * columns + column];
      const { distance } = signedDistance(x + (column + 0.5) * cell, y + (row + 0.5) * cell, shape);
      expect(Math.sign(value) || 0).toBe(Math.sign(distance) || 0);
      if (value !== distance) expect(Math.abs(value - distance)).toBeLessThanOrEqual(8 * 2 ** -52 * size);
    }
}

test("a field holds the distance at every cell's centre, row by row", () => {
  fc.assert(
    fc.property(looseOperand, (shape) => {
      expectField(shape, { x: -1, y: -1, cell: 0.25, columns: 8, rows: 6 });
      expectField(shape, { x: -1.3, y: -1.1, cell: 0.07, columns: 41, rows: 33 });
    }),
    { numRuns: 15 },
  );
});

test("samples on vertices and edges, level with them, and far away", () => {
  fc.assert(
    fc.property(latticeOperand, (shape) => {
      // Centres at all whole and half places of the lattice.
      expectField(shape, { x: -0.75, y: -0.75, cell: 0.5, columns: 15, rows: 14 });
      expectField(shape, { x: -1e6, y: 3e5, cell: 1e4, columns: 24, rows: 1 });
      expectField(shape, { x: 2.5, y: -1.25, cell: 0.5, columns: 1, rows: 17 });
    }),
    { numRuns: 80 },
  );
});

/** Holds many points at once against single ones. */
function expectPoints(shape: Operand, x: Float64Array, y: Float64Array): void {
  const index = distanceIndex(shape);
  const all = index.distances(x, y);
  const values = new Float64Array(x.length);
  index.list(x, y, values);
  x.forEach((px, i) => {
    const py = y[i];
    const { distance, edge } = index.distance(px, py);
    for (const value of [all.distance[i], values[i]]) {
      const isSame = Number.isFinite(distance)
        ? Math.abs(value - distance) <= 1e-14 * (10 + Math.abs(px) + Math.abs(py)) &&
          Math.sign(value) === Math.sign(distance)
        : value === distance;
      if (!isSame || Object.is(value, -0)) throw new Error(`${value} at ${px} ${py}, where it is ${distance}`);
    }
    const toNearest = Math.hypot(all.nearest[2 * i] - px, all.nearest[2 * i + 1] - py);
    const isNearest = edge < 0 ? Number.isNaN(toNearest) : Math.abs(toNearest - Math.abs(distance)) <= 1e-6;
    if (!isNearest || all.edge[i] < 0 !== edge < 0)
      throw new Error(`nearest to ${px} ${py} is not edge ${all.edge[i]}`);
  });
}

test("many points at once have the distances that they have one by one", () => {
  const place = fc.oneof(
    { weight: 20, arbitrary: fc.integer({ min: -2, max: 12 }).map((v) => v / 2) },
    { weight: 20, arbitrary: fc.double({ min: -3, max: 9, noNaN: true }) },
    { weight: 10, arbitrary: fc.constant(1e7) },
    // So far away that squares overflow.
    { weight: 1, arbitrary: fc.constantFrom(1e300, Number.POSITIVE_INFINITY, Number.NaN) },
  );
  fc.assert(
    fc.property(latticeOperand, fc.array(fc.tuple(place, place), { maxLength: 300 }), (shape, places) => {
      expectPoints(shape, ...columnsOf(places));
    }),
    { numRuns: 150 },
  );
});

test("points in rows, on a turned grid and in no order, close to edges by the thousand and far from them", () => {
  const orders = {
    rows: (k: number) => [k % 64, Math.floor(k / 64)],
    turned: (k: number) => [0.8 * (k % 64) - 0.6 * Math.floor(k / 64), 0.6 * (k % 64) + 0.8 * Math.floor(k / 64)],
    none: (k: number) => [(k * 29) % 64, (k * 47) % 61],
    line: (k: number) => [k / 64, 20],
    same: (k: number) => [Math.floor(k / 1000), 7],
  };
  for (const n of [3, 40, 3000]) {
    const star = Float64Array.from({ length: 2 * n }, (_, i) => {
      const angle = (2 * Math.PI * (i >> 1)) / n;
      const radius = (i >> 1) % 2 ? 1 : 0.8 + 0.1 * Math.sin(5 * angle);
      return radius * (i & 1 ? Math.sin(angle) : Math.cos(angle));
    });
    for (const at of Object.values(orders))
      for (const [step, from] of [
        [0.04, -1.2],
        [0.0003, 0.83],
        [0.5, 3],
      ]) {
        const places = Array.from({ length: 4099 }, (_, k) => at(k).map((v) => from + step * v));
        expectPoints({ rings: [star, star.map((v) => v / 2)], fillRule: "evenodd" }, ...columnsOf(places));
      }
  }
});

test("the sides of points that lie as near to the boundary as rounding reaches, or to each other", () => {
  const [bx, by] = [653_290, 220_163];
  const triangle: Operand = { rings: [Float64Array.of(0.1, 0.3, bx, by, -3e5, 9e5)], fillRule: "nonzero" };
  const index = distanceIndex(triangle);
  const length = Math.hypot(bx, by);
  for (let k = 0; k < 200; k++) {
    const away = Array.from({ length: 64 }, (_, i) => 3e-10 * Math.sin(97 * i + k));
    const x = Float64Array.from(away, (d) => 0.1 + (k / 200) * (bx - 0.1) - (by / length) * d);
    const y = Float64Array.from(away, (d) => 0.3 + (k / 200) * (by - 0.3) + (bx / length) * d);
    const values = new Float64Array(64);
    index.list(x, y, values);
    values.forEach((value, i) => {
      const { side } = locatePoint(x[i], y[i], triangle);
      if ((side === "inside" && value > 0) || (side === "outside" && value < 0)) throw new Error(`at ${x[i]} ${y[i]}`);
    });
  }
  // So small that the second distance cannot be squared, the first one can.
  const square: Operand = {
    rings: [Float64Array.of(0, 0, 1, 0, 1, 1, 0, 1).map((v) => v * 1e-138)],
    fillRule: "nonzero",
  };
  const values = new Float64Array(2);
  distanceIndex(square).list(Float64Array.of(5e-139, 7.5e-142), Float64Array.of(5e-139, 5e-139), values);
  expect(values[0] / -5e-139).toBeCloseTo(1, 9);
  expect(values[1] / -7.5e-142).toBeCloseTo(1, 9);
});

function columnsOf(places: readonly (readonly number[])[]): [x: Float64Array, y: Float64Array] {
  return [Float64Array.from(places, ([x]) => x), Float64Array.from(places, ([, y]) => y)];
}

test("tiles of a field of thousands of edges, far from them, in their middle and across them", () => {
  for (const n of [3, 60, 3000]) {
    const star = Float64Array.from({ length: 2 * n }, (_, i) => {
      const angle = (2 * Math.PI * (i >> 1)) / n;
      const radius = (i >> 1) % 2 ? 1 : 0.8 + 0.1 * Math.sin(5 * angle);
      return radius * (i & 1 ? Math.sin(angle) : Math.cos(angle));
    });
    for (const fillRule of ["nonzero", "evenodd"] as const) {
      expectField({ rings: [star], fillRule }, { x: -1.1, y: -1.1, cell: 0.055, columns: 40, rows: 40 });
      expectField({ rings: [star], fillRule }, { x: -0.02, y: -0.02, cell: 0.001, columns: 40, rows: 40 });
      expectField(
        { rings: [star, star.map((v) => v / 2)], fillRule },
        { x: 5, y: -3, cell: 0.3, columns: 30, rows: 20 },
      );
    }
  }
  expect([
    ...distanceIndex({ rings: [], fillRule: "nonzero" }).field({ x: 0, y: 0, cell: 1, columns: 2, rows: 1 }),
  ]).toEqual([Infinity, Infinity]);
});

test("a field over several blocks, with more edges under a sample than are looked at one by one", () => {
  const waves = Float64Array.from({ length: 2 * 40_000 }, (_, i) => {
    const angle = (Math.PI * (i >> 1)) / 20_000;
    const radius = 1 + 0.2 * Math.sin(900 * angle);
    return radius * (i & 1 ? Math.sin(angle) : Math.cos(angle));
  });
  const shape: Operand = { rings: [waves], fillRule: "nonzero" };
  const index = distanceIndex(shape);
  for (const [columns, rows] of [
    [520, 3],
    [3, 520],
    [257, 257],
  ]) {
    const grid = { x: -1.3, y: -1.3, cell: 2.6 / Math.max(columns, rows), columns, rows };
    const values = index.field(grid);
    for (let i = 0; i < values.length; i++) {
      const [x, y] = [i % columns, Math.floor(i / columns)].map((k) => -1.3 + (k + 0.5) * grid.cell);
      if (!(Math.abs(values[i] - index.distance(x, y).distance) <= 1e-14)) throw new Error(`at ${x} ${y}`);
    }
  }
});

test("millions of points need more memory than stays; what is asked next has its own", () => {
  const index = distanceIndex({ rings: [Float64Array.of(0, 0, 4, 0, 0, 3)], fillRule: "nonzero" });
  const n = 3_600_000;
  const x = Float64Array.from({ length: n }, (_, i) => (i % 1223) / 100 - 4);
  const y = Float64Array.from({ length: n }, (_, i) => (i % 1511) / 100 - 5);
  x[7] = Number.NaN;
  const { distance, edge } = index.distances(x, y);
  for (let i = 0; i < n; i += 11) {
    const one = index.distance(x[i], y[i]);
    if (!(Math.abs(distance[i] - one.distance) <= 1e-14 * 20)) throw new Error(`at ${x[i]} ${y[i]}`);
  }
  expect([distance[7], edge[7]]).toEqual([Number.POSITIVE_INFINITY, -1]);
  expect([...index.distances(Float64Array.of(2, 2, -1), Float64Array.of(-1, 2, 1)).edge]).toEqual([0, 1, 2]);
});

test("contours of a round hill are closed, at the right distance, with larger values on their left", () => {
  const grid = { x: -10, y: -10, cell: 0.25, columns: 80, rows: 80 };
  const values = Float64Array.from({ length: 6400 }, (_, i) => {
    const [x, y] = [-10 + ((i % 80) + 0.5) * 0.25, -10 + (Math.floor(i / 80) + 0.5) * 0.25];
    return 8 - Math.hypot(x, y);
  });
  const lines = contours(grid, values, [2, 4]);
  expect(lines.map(({ level, closed }) => [level, closed])).toEqual([
    [2, true],
    [4, true],
  ]);
  for (const { level, points } of lines) {
    expect(orientationOf(points)).toBe(1);
    expect(signedArea(points)).toBeCloseTo(Math.PI * (8 - level) ** 2, 0);
    for (let i = 0; i < points.length; i += 2) expect(Math.hypot(points[i], points[i + 1])).toBeCloseTo(8 - level, 2);
  }
});

test("contours that leave the grid end there, and saddles do not cross", () => {
  const grid = { x: 0, y: 0, cell: 1, columns: 2, rows: 2 };
  const saddle = contours(grid, [1, 0, 0, 1], [0.4]);
  expect(saddle.map(({ closed, points }) => [closed, points.length])).toEqual([
    [false, 4],
    [false, 4],
  ]);
  // At its saddle the patch has 1 / 1.4 = 0.714, its mean is 0.65: each line cuts off a low corner.
  const middles = contours(grid, [1, 0, 0.6, 1], [0.7]).map(({ points }) => [
    (points[0] + points[2]) / 2,
    (points[1] + points[3]) / 2,
  ]);
  expect(middles).toContainEqual([expect.closeTo(0.625, 10), expect.closeTo(1.375, 10)]);
});
