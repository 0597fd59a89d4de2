import fc from "fast-check";
import {
  arcForm,
  complement,
  type DistanceField,
  distanceToArc,
  distanceToBox,
  distanceToCapsule,
  distanceToCircle,
  distanceToCircularSegment,
  distanceToCorners,
  distanceToEllipse,
  distanceToRing,
  distanceToRingSector,
  distanceToRoundedBox,
  distanceToSector,
  distanceToSegment,
  distanceToStar,
  type FormDistance,
  formField,
  intersectionField,
  type Operand,
  offsetField,
  placedField,
  rhombusForm,
  shapeField,
  shellField,
  starForm,
  triangleForm,
  unionField,
} from "../src";
import { crowdedOperand, latticeOperand, looseOperand, seededRandom } from "./arbitraries";

// Unions of forms alone, which the compiled part measures together; of at least 8, as fewer are asked one by one.

test("a union of polygons has the side and the distance of their exact answers, on edges and next to them too", () => {
  const family = fc.constantFrom(latticeOperand, crowdedOperand, looseOperand);
  const operands = family.chain((operand) => fc.array(operand, { minLength: 8, maxLength: 40 }));
  fc.assert(
    fc.property(fc.integer(), operands, fc.constantFrom(1, 2 ** -330, 2 ** 330), (seed, given, scale) => {
      const shapes = given.map((shape) => scaled(shape, scale)).filter(hasEdges);
      fc.pre(shapes.length >= 8);
      const next = seededRandom(seed);
      const width = next() < 0.3 ? scale * next() : 0;
      const once = shapes.map(shapeField).map((field) => (width > 0 ? shellField(field, width) : field));
      // Of many, places in no order are measured one by one.
      const fields = next() < 0.3 ? Array.from({ length: 9 }, () => once).flat() : once;
      const union = unionField(fields);
      // At coordinates of vertices, and anywhere.
      const coordinates = shapes.flatMap(({ rings }) => rings.flatMap((ring) => [...ring]));
      const coordinate = (): number =>
        next() < 0.8 ? coordinates[Math.floor(coordinates.length * next())] : scale * (8 * next() - 2);
      const [xs, ys] = [0, 1].map(() => Float64Array.from({ length: 600 }, coordinate));
      const values = new Float64Array(xs.length);
      union.list(xs, ys, values);
      for (let i = 0; i < xs.length; i++) compare(values[i], fields, xs[i], ys[i], scale);
      // On a lattice, so that whole runs lie on edges.
      const grid = { x: -scale, y: -scale, cell: scale / 8, columns: 64, rows: 40 };
      const sampled = union.sample(grid);
      for (let i = Math.floor(20 * next()); i < sampled.length; i += 1 + Math.floor(20 * next())) {
        const [x, y] = [grid.x + ((i % 64) + 0.5) * grid.cell, grid.y + (Math.floor(i / 64) + 0.5) * grid.cell];
        compare(sampled[i], fields, x, y, scale);
      }
      // Whole runs anywhere, some of which only just reach across an edge.
      const any = { x: scale * (4 * next() - 2), y: scale * (4 * next() - 2), cell: scale * (0.02 + 0.1 * next()) };
      union.sample({ ...any, columns: 64, rows: 32 }).forEach((value, i) => {
        const [x, y] = [any.x + ((i % 64) + 0.5) * any.cell, any.y + (Math.floor(i / 64) + 0.5) * any.cell];
        if (i % 8 < 1 || i % 8 > 6) compare(value, fields, x, y, scale);
      });
      // Close to a vertex, where one shape alone may count.
      const vertex = 2 * Math.floor((coordinates.length / 2) * next());
      const close = scale * 2 ** -(3 + Math.floor(30 * next()));
      const [x, y] = [coordinates[vertex] - 8.5 * close, coordinates[vertex + 1] - 8.5 * close];
      union.sample({ x, y, cell: close, columns: 17, rows: 17 }).forEach((value, i) => {
        compare(value, fields, x + ((i % 17) + 0.5) * close, y + (Math.floor(i / 17) + 0.5) * close, scale);
      });
    }),
    { numRuns: 60 },
  );
});

test("places so close to a point that squares lose their digits are measured exactly, and so are far ones", () => {
  const square = [0, 0, 1, 0, 1, 1, 0, 1];
  for (const rings of [[Float64Array.from(square)], [new Float64Array(6)]]) {
    const fields = Array.from({ length: 8 }, () => shapeField({ rings, fillRule: "nonzero" }));
    for (const way of [1e-170, 1e-160, 1e150]) {
      const values = new Float64Array(64);
      unionField(fields).list(new Float64Array(64).fill(-3 * way), new Float64Array(64).fill(-4 * way), values);
      expect(values[63] / way).toBeCloseTo(5, 12);
    }
  }
});

test("beyond the ends of edges that are all but level, the side is exact as well", () => {
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const next = seededRandom(seed);
      const slivers = Array.from({ length: 8 }, () => {
        const [x, y] = [1 + next(), 1 + next()];
        const ring = [x - 1 - next(), y - 2 ** -(24 + 8 * next()), x, y, x - 1, y + 1];
        return { rings: [Float64Array.from(ring)], fillRule: "nonzero" as const };
      });
      const fields = slivers.map(shapeField);
      const union = unionField(fields);
      for (const { rings } of slivers) {
        const [x, y] = rings[0].subarray(2);
        for (let k = 0; k < 20; k++) {
          // Rows off by a few steps of the last place, columns by a few 1e-7, so far as whole runs lie there.
          const xs = new Float64Array(64).fill(x + 1e-6 * next());
          const ys = new Float64Array(64).fill(y - Math.floor(4 * next()) * 2 ** -52);
          const values = new Float64Array(64);
          union.list(xs, ys, values);
          compare(values[0], fields, xs[0], ys[0], 1);
        }
      }
    }),
    { numRuns: 20 },
  );
});

test("more forms than the compiled part can have at once take turns", () => {
  const next = seededRandom(5);
  const unions = Array.from({ length: 3 }, () => {
    const fields = Array.from({ length: 700 }, () => shapeField({ rings: [disc(next, 60)], fillRule: "nonzero" }));
    return { fields, union: unionField(fields) };
  });
  for (let round = 0; round < 3; round++)
    for (const { fields, union } of unions) {
      const grid = { x: -1 + next(), y: -1 + next(), cell: 0.01, columns: 20, rows: 20 };
      const values = union.sample(grid);
      compare(values[150], fields, grid.x + 10.5 * grid.cell, grid.y + 7.5 * grid.cell, 1);
    }
});

test("a union has as many forms as one likes", () => {
  const next = seededRandom(3);
  const fields = Array.from({ length: 60_000 }, () => {
    const [x, y] = [next(), next()];
    return formField(distanceToCircle, { x, y, radius: 0.001 }, { minX: x, minY: y, maxX: x, maxY: y });
  });
  const grid = { x: 0.3, y: 0.3, cell: 0.001, columns: 20, rows: 20 };
  compare(unionField(fields).sample(grid)[150], fields, 0.3105, 0.3075, 1);
});

function disc(next: () => number, edges: number): Float64Array {
  const [x, y, radius] = [2 * next() - 1, 2 * next() - 1, 0.05 * next()];
  return Float64Array.from(
    { length: 2 * edges },
    (_, i) => (i & 1 ? y : x) + radius * (i & 1 ? Math.sin : Math.cos)(((i >> 1) * 2 * Math.PI) / edges),
  );
}

function compare(value: number, fields: readonly DistanceField[], x: number, y: number, scale: number): void {
  const wanted = Math.min(...fields.map((field) => field.at(x, y)));
  if (Math.sign(value) !== Math.sign(wanted) || !(Math.abs(value - wanted) <= 1e-14 * scale))
    throw new Error(`${value} for ${wanted} at ${x}, ${y}`);
}

function scaled({ rings, fillRule }: Operand, scale: number): Operand {
  return { rings: rings.map((ring) => ring.map((value) => scale * value)), fillRule };
}

function hasEdges({ rings }: Operand): boolean {
  return rings.some((ring) => ring.some((value, i) => value !== ring[i % 2]));
}

test("a union of closed forms of all kinds, and polygons of few or many edges, is the least of their values, an intersection the greatest", () => {
  fc.assert(
    fc.property(
      fc.integer(),
      fc.constantFrom(8, 20, 150),
      fc.constantFrom(1, 2 ** -300, 2 ** 300),
      fc.constantFrom(0, 0, 2 ** 20, 2 ** 34),
      (seed, count, scale, away) => {
        const next = seededRandom(seed);
        const fields = Array.from({ length: count }, () => changed(form(next, scale, away), next, scale));
        const cell = scale * 2 ** (-1 - 8 * next());
        const begin = () => scale * (away + 4 * next() - 2.5);
        const grid = { x: begin(), y: begin(), cell, columns: 90, rows: 70 };
        // Unions of unions are one.
        const [some, others] = [fields.slice(0, 3), fields.slice(3)];
        const union = next() < 0.5 ? unionField(fields) : unionField([unionField(some), unionField(others)]);
        const isGreatest = next() < 0.3;
        const measured = isGreatest ? intersectionField(fields) : union;
        const check = (value: number, x: number, y: number): void => {
          const all = fields.map((field) => field.at(x, y));
          const wanted = isGreatest ? Math.max(...all) : Math.min(...all);
          if (!(Math.abs(value - wanted) <= 2e-14 * scale * (8 + away) + 1e-14 * Math.abs(wanted)))
            throw new Error(`${value} for ${wanted} at ${x}, ${y}`);
        };
        measured.sample(grid).forEach((value, i) => {
          if (i % 9 === 0) check(value, grid.x + ((i % 90) + 0.5) * cell, grid.y + (Math.floor(i / 90) + 0.5) * cell);
        });
        // In no order, near most of them.
        const [xs, ys] = [0, 1].map(() =>
          Float64Array.from({ length: 300 }, () => scale * (away + 2.4 * next() - 1.2)),
        );
        const values = new Float64Array(xs.length);
        measured.list(xs, ys, values);
        for (let i = 0; i < xs.length; i++) check(values[i], xs[i], ys[i]);
      },
    ),
    { numRuns: 40 },
  );
});

test("forms that are left out of runs have the least value nowhere in them, and write no values beyond their own", () => {
  fc.assert(
    fc.property(fc.integer(), fc.constantFrom(8, 12, 60), (seed, count) => {
      const next = seededRandom(seed);
      // Ellipses are measured in two halves: an odd number of runs has one too few for the second.
      const fields = Array.from({ length: count }, () => {
        const [x, y, rx, ry] = [next(), next(), 0.01 + next() / count, 0.01 + next() / count];
        const box = { minX: x - rx, minY: y - ry, maxX: x + rx, maxY: y + ry };
        const disc = { ...box, minY: y - rx, maxY: y + rx };
        return next() < 0.5
          ? formField(distanceToCircle, { x, y, radius: rx }, disc)
          : formField(distanceToEllipse, { x, y, rx, ry }, box);
      });
      const union = unionField(fields);
      const grid = { x: next() - 0.5, y: next() - 0.5, cell: 2 ** -(6 + 2 * next()), columns: 70, rows: 70 };
      const [xs, ys] = [new Float64Array(4900), new Float64Array(4900)];
      for (let i = 0; i < xs.length; i++) {
        xs[i] = grid.x + ((i % 70) + 0.5) * grid.cell;
        ys[i] = grid.y + (Math.floor(i / 70) + 0.5) * grid.cell;
      }
      // More than 64 runs.
      const listed = new Float64Array(xs.length);
      union.list(xs, ys, listed);
      union.sample(grid).forEach((value, i) => {
        compare(value, fields, xs[i], ys[i], 1);
        compare(listed[i], fields, xs[i], ys[i], 1);
      });
    }),
    { numRuns: 40 },
  );
});

test("grids of many blocks, strips of them and grids beside them are measured as single places are", () => {
  fc.assert(
    fc.property(fc.integer(), fc.constantFrom(8, 40, 300), fc.constantFrom(0, 0, 2 ** 26), (seed, count, away) => {
      const next = seededRandom(seed);
      const formless = next() < 0.3;
      // Small ones around a large one: what is deep in that for one quarter of a square is not so for the next.
      const large = next() < 0.5 ? 0.3 + 0.3 * next() : 0;
      const fields = Array.from({ length: count }, (_, k) => {
        const [x, y] = [away + next(), next()];
        const radius = large > 0 ? (k === 0 ? large : 0.02 * next()) : 0.3 * next() ** 3;
        const box = { minX: x - radius, minY: y - radius, maxX: x + radius, maxY: y + radius };
        const field = formField(distanceToCircle, { x, y, radius }, box);
        return formless ? offsetField(field, 0.01) : field;
      });
      const union = unionField(fields);
      const factor = next() < 0.3 ? 2 ** (4 * next() - 2) : 1;
      const placed = factor === 1 ? union : placedField(union, { a: factor, b: 0, c: 0, d: factor, e: 0, f: 0 });
      const cell = (factor * 2 ** (3 * next())) / 400;
      const all = { x: factor * (away - next()), y: -factor * next(), cell, columns: 150 + Math.floor(90 * next()) };
      for (let k = 0; k < 12; k++) {
        const from = k < 6 ? 64 * k : Math.floor(200 * next());
        const rows = k < 6 ? 64 : 1 + Math.floor(150 * next());
        const beside = k % 3 > 0 ? 0 : cell * (next() < 0.5 ? next() - 0.5 : 64 * Math.floor(4 * next()));
        const grid = { ...all, x: all.x + beside, y: all.y + from * cell, rows };
        const values = placed.sample(grid);
        for (let i = Math.floor(70 * next()); i < values.length; i += 1 + Math.floor(140 * next())) {
          const column = i % grid.columns;
          const [x, y] = [grid.x + (column + 0.5) * cell, grid.y + (Math.floor(i / grid.columns) + 0.5) * cell];
          const wanted = factor * Math.min(...fields.map((field) => field.at(x / factor, y / factor)));
          if (!(Math.abs(values[i] - wanted) <= 1e-14 * (1 + factor) * (2 + away)))
            throw new Error(`${values[i]} for ${wanted} at ${x}, ${y}`);
        }
      }
    }),
    { numRuns: 80 },
  );
});

/** The same, or what is made of it: the compiled part takes it as a form too. */
function changed(field: DistanceField, next: () => number, scale: number): DistanceField {
  const [a, b] = [0.5 + next(), next() - 0.5];
  const isMirrored = next() < 0.5;
  const turn = { a, b, c: isMirrored ? b : -b, d: isMirrored ? -a : a, e: scale * next(), f: 0 };
  const ways = [
    () => field,
    () => offsetField(field, 0.1 * scale * (next() - 0.5)),
    () => shellField(field, 0.1 * scale * next()),
    () => placedField(shellField(field, 0.1 * scale), turn),
    () => offsetField(placedField(field, turn), 0.1 * scale),
    () => complement(field),
    () => placedField(placedField(field, turn), { ...turn, a: 1, b: 0, c: 0, d: 1 }),
  ];
  return ways[Math.floor(ways.length * next())]();
}

/** Some form near the origin, or far away along both axes. */
function form(next: () => number, scale: number, away: number): DistanceField {
  const [x, y] = [0, 1].map(() => scale * (away + 2 * next() - 1));
  const [r, q] = [0, 1].map(() => scale * (0.02 + 0.3 * next() ** 2));
  const size = 4 * (r + q);
  const box = { minX: x - size, minY: y - size, maxX: x + size, maxY: y + size };
  const field = <T>(distance: FormDistance<T>, numbers: T) => formField(distance, numbers, box);
  const arc = arcForm(x, y, r, 7 * next(), 6.2 * next());
  const edges = 3 + Math.floor((next() < 0.3 ? 200 : 10) * next());
  const ring = Float64Array.from(
    { length: 2 * edges },
    (_, i) => (i & 1 ? y : x) + r * (i & 1 ? Math.sin : Math.cos)(((i >> 1) * 2 * Math.PI) / edges),
  );
  const ways = [
    () => field(distanceToCircle, { x, y, radius: r }),
    () => field(distanceToRing, { x, y, inner: r, outer: r + q }),
    () => field(distanceToBox, { x, y, width: r, height: q }),
    () => field(distanceToRoundedBox, { x, y, width: 2 * r, height: 2 * r, radii: [r, 0, r / 2, r / 3] }),
    () => field(distanceToSegment, { x0: x, y0: y, x1: x + q, y1: y - r }),
    () => field(distanceToCapsule, { x0: x, y0: y, x1: x + q, y1: y - r, radius: q / 2 }),
    () => field(distanceToArc, arc),
    () => field(distanceToCircularSegment, arc),
    () => field(distanceToSector, arc),
    () => field(distanceToRingSector, { ...arc, inner: r / 2 }),
    () => field(distanceToCorners, rhombusForm(x, y, r, q)),
    () => field(distanceToCorners, triangleForm(x, y, x + r, y + q / 9, x, y + q)),
    () => field(distanceToStar, starForm(x, y, 3 + Math.floor(9 * next()), r, r / 3, next())),
    () => field(distanceToEllipse, { x, y, rx: r, ry: q }),
    () => shapeField({ rings: [ring], fillRule: next() < 0.5 ? "nonzero" : "evenodd" }),
  ];
  return ways[Math.floor(ways.length * next())]();
}
