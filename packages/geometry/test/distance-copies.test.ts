import fc from "fast-check";
import {
  aroundField,
  combineAll,
  type DistanceField,
  differenceField,
  distanceToCapsule,
  distanceToCircle,
  formField,
  operandOf,
  placedField,
  repeatedField,
  shapeField,
  unionField,
} from "../src";
import { seededRandom } from "./arbitraries";

// Oracle: every copy is asked.
test("copies have the least value of all of them, place by place and in lists, however they overlap", () => {
  const count = fc.oneof(fc.integer({ min: 1, max: 9 }), fc.constantFrom(25, 49, 97));
  fc.assert(
    fc.property(fc.integer(), count, fc.integer({ min: -8, max: 4 }), (seed, turns, size) => {
      const next = seededRandom(seed);
      const near = (spread: number) => spread * (next() - 0.5);
      const scale = 2 ** size;
      const square = (half: number) => ({ minX: -half, minY: -half, maxX: half, maxY: half });
      const [far, r, tilt] = [2 ** Math.floor(5 * next() - 2), scale * (0.1 + next()), 7 * next()];
      const disc = formField(distanceToCircle, { x: 0, y: 0, radius: r }, square(r));
      const bar = { x0: -scale, y0: near(scale), x1: scale, y1: near(scale), radius: scale / 9 };
      const capsule = formField(distanceToCapsule, bar, square(scale * (1.2 + 3 * Math.max(0, next() - 0.5))));
      const corners = Float64Array.from({ length: 6 }, () => near(3 * scale));
      const gear = {
        rings: [
          Float64Array.from(
            { length: 80 },
            (_, i) => near(0.2 * scale) + scale * Math.cos((i >> 1) * (Math.PI / 20) - (i & 1) * (Math.PI / 2)),
          ),
        ],
        fillRule: "nonzero" as const,
      };
      const kinds = {
        disc,
        capsule,
        shape: shapeField(operandOf(combineAll("union", [{ rings: [corners], fillRule: "nonzero" }]).polygons)),
        bound: differenceField(disc, capsule),
        copies: aroundField(capsule, near(scale), near(scale), 3),
        // Of too many edges to be compiled: its lists are measured within the measure of the copies, and so are those of the capsule.
        "copies of copies with a long shape": repeatedField(unionField([capsule, shapeField(gear)]), {
          stepX: scale,
          stepY: scale,
          columns: 2,
          rows: 1,
        }),
      };
      const [cx, cy] = [near(8), next() < 0.2 ? 0 : near(8)];
      const [columns, rows] = [1 + Math.floor(9 * next()), 1 + Math.floor(9 * next())];
      const grid = { stepX: scale * (0.2 + 3 * next()), stepY: scale * (0.2 + 3 * next()), columns, rows };
      const map = { a: Math.cos(tilt), b: Math.sin(tilt), c: -Math.sin(tilt), d: Math.cos(tilt), e: far, f: near(1) };
      for (const [kind, given] of Object.entries(kinds)) {
        const child = placedField(given, map);
        const around = Array.from({ length: turns }, (_, k) => {
          const [cos, sin] = [Math.cos((2 * Math.PI * k) / turns), Math.sin((2 * Math.PI * k) / turns)];
          return (x: number, y: number) => [cx + cos * (x - cx) + sin * (y - cy), cy - sin * (x - cx) + cos * (y - cy)];
        });
        const onGrid = Array.from({ length: columns * rows }, (_, k) => (x: number, y: number) => [
          x - (k % columns) * grid.stepX,
          y - Math.floor(k / columns) * grid.stepY,
        ]);
        const all = [
          {
            field: aroundField(child, cx, cy, turns),
            copies: around,
            from: [cx - 1.5 * far, cy - 1.5 * far],
            to: 3 * far,
          },
          { field: repeatedField(child, grid), copies: onGrid, from: [far - 2 * scale, -2 * scale], to: 14 * scale },
        ];
        for (const { field, copies, from, to } of all) {
          // At random, or along a line, in steps great and small.
          const line = next() < 0.5 ? Number.NaN : (to * 2 ** Math.floor(-12 * next())) / 60;
          const turn = next() < 0.5 ? 0 : 7 * next();
          const values = new Float64Array(50 + Math.floor(20 * next()));
          const [xs, ys] = from.map((c, axis) => {
            const [begin, step] = [c + to * next(), line * (axis ? Math.sin(turn) : Math.cos(turn))];
            return values.map((_, i) => (Number.isNaN(line) ? c + to * next() : begin + i * step));
          });
          // Far away, and further than the table of cells reaches.
          const away = next() < 0.2 ? 2 ** Math.floor(20 * next()) : 1;
          for (let i = 0; i < 50; i += 7) {
            xs[i] *= away;
            ys[i] *= away;
          }
          // Where copies are as near as one another, and the centre.
          for (let i = 0; i < 50; i += 9) ys[i] = cy;
          xs[9] = cx;
          field.list(xs, ys, values);
          for (let i = 0; i < values.length; i++) {
            const wanted = Math.min(...copies.map((see) => noNearerThanItsBox(child, see(xs[i], ys[i]))));
            for (const value of [values[i], field.at(xs[i], ys[i])])
              if (!(Math.abs(value - wanted) <= 1e-12 * (1 + scale) * (1 + far) + 1e-14 * Math.abs(wanted)))
                throw new Error(`${kind} at ${xs[i]}, ${ys[i]}: ${value}, ${wanted}`);
          }
        }
      }
    }),
    { numRuns: 60 },
  );
});

test("more places than are measured at once have the values of single places, one by one and in runs", () => {
  const disc = formField(distanceToCircle, { x: 3, y: 0, radius: 1 }, { minX: 2, minY: -1, maxX: 4, maxY: 1 });
  const fields = [aroundField(disc, 0, 0, 9), repeatedField(disc, { stepX: 4, stepY: 3, columns: 5, rows: 5 })];
  const next = seededRandom(7);
  for (const field of fields)
    for (const grain of [1, 2, 3, 7, 500]) {
      // Places lie `grain` by `grain` next to each other, the last of those that are measured at once alone.
      const xs = Float64Array.from({ length: 9001 }, () => 40 * next() - 10);
      const ys = xs.map(() => 40 * next() - 10);
      for (let i = 1; i < xs.length; i++) {
        if (i % grain === 0 || i % 8192 === 8191) continue;
        xs[i] = xs[i - 1] + 0.01;
        ys[i] = ys[i - 1];
      }
      const values = new Float64Array(xs.length);
      field.list(xs, ys, values);
      const wrong = values.findIndex((value, i) => !(Math.abs(value - field.at(xs[i], ys[i])) <= 1e-12));
      expect({ grain, wrong }).toEqual({ grain, wrong: -1 });
    }
  for (const field of [disc, ...fields])
    for (const columns of [1, 77, 8192, 8193]) {
      const cell = 20 / columns;
      const values = field.sample({ x: -9, y: -9, cell, columns, rows: Math.ceil(9001 / columns) });
      const wanted = values.map((_, i) =>
        field.at(cell * ((i % columns) + 0.5) - 9, cell * (Math.floor(i / columns) + 0.5) - 9),
      );
      const wrong = values.findIndex((value, i) => !(Math.abs(value - wanted[i]) <= 1e-12 * (1 + Math.abs(value))));
      expect({ columns, wrong }).toEqual({ columns, wrong: -1 });
    }
});

test("grids of copies, large and small against them and composed further, have the values of single places", () => {
  const square = (half: number) => ({ minX: -half, minY: -half, maxX: half, maxY: half });
  const disc = formField(distanceToCircle, { x: 0, y: 0, radius: 0.2 }, square(0.2));
  const bar = formField(distanceToCapsule, { x0: -0.5, y0: 0.1, x1: 0.4, y1: 0.3, radius: 0.05 }, square(0.55));
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const next = seededRandom(seed);
      const near = (spread: number) => spread * (next() - 0.5);
      const upTo = (most: number) => 1 + Math.floor(next() * most);
      const moved = (field: DistanceField, tilt: number) => {
        const [cos, sin] = [Math.cos(tilt), Math.sin(tilt)];
        return placedField(field, { a: cos, b: sin, c: -sin, d: cos, e: near(4), f: near(4) });
      };
      const around = (field: DistanceField) => aroundField(field, near(2), near(2), upTo(next() < 0.5 ? 9 : 60));
      const onGrid = (field: DistanceField) =>
        repeatedField(field, { stepX: 0.1 + next(), stepY: 0.1 + next(), columns: upTo(40), rows: upTo(20) });
      const ways = [around, onGrid, around, onGrid, (field: DistanceField) => moved(field, near(7))];
      let field = moved(next() < 0.5 ? disc : bar, near(7));
      for (let k = upTo(2); k > 0; k--) field = ways[upTo(ways.length) - 1](field);
      if (next() < 0.3) field = unionField([field, moved(bar, 0)]);
      const [columns, rows, width] = [upTo(130), upTo(70), 2 ** (20 * next() - 4)];
      const cell = width / columns;
      const grid = { x: near(4) - width / 2, y: near(4) - width / 2, cell, columns, rows };
      const values = field.sample(grid);
      for (let i = upTo(40); i < values.length; i += 41) {
        const [x, y] = [grid.x + ((i % columns) + 0.5) * cell, grid.y + (Math.floor(i / columns) + 0.5) * cell];
        const wanted = field.at(x, y);
        if (!(Math.abs(values[i] - wanted) <= 1e-12 * (4 + Math.abs(wanted))))
          throw new Error(`${columns} x ${rows}, at ${x}, ${y}: ${values[i]}, ${wanted}`);
      }
    }),
    { numRuns: 80 },
  );
});

test("copies that overlap by many steps have the values of single places", () => {
  const next = seededRandom(3);
  const disc = formField(distanceToCircle, { x: 0, y: 0, radius: 5 }, { minX: -5, minY: -5, maxX: 5, maxY: 5 });
  const bar = { x0: -5, y0: 0, x1: 5, y1: 2, radius: 1 };
  const capsule = formField(distanceToCapsule, bar, { minX: -6, minY: -1, maxX: 6, maxY: 3 });
  for (const child of [disc, capsule, differenceField(disc, capsule)])
    for (const columns of [1, 40]) {
      const field = repeatedField(child, { stepX: 0.25, stepY: 0.2, columns, rows: 40 });
      const [xs, ys] = [0, 1].map(() => Float64Array.from({ length: 60 }, () => 30 * next() - 9));
      const values = new Float64Array(60);
      field.list(xs, ys, values);
      const copies = Array.from({ length: 40 * columns }, (_, k) => [
        0.25 * (k % columns),
        0.2 * Math.floor(k / columns),
      ]);
      values.forEach((value, i) => {
        const all = copies.map(([x, y]) => noNearerThanItsBox(child, [xs[i] - x, ys[i] - y]));
        expect(Math.abs(value - Math.min(...all))).toBeLessThanOrEqual(1e-14 * 40);
      });
    }
});

// In the middle of a block two points of a copy are as near as each other, so differences beside it tell neither.
test("copies in two parts that mirror each other across the diagonals of cells have the values of single places", () => {
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const next = seededRandom(seed);
      const [away, radius, step] = [0.1 + next(), 0.3 * next(), 0.3 + 3 * next()];
      const disc = (x: number, y: number) =>
        formField(
          distanceToCircle,
          { x, y, radius },
          { minX: x - radius, minY: y - radius, maxX: x + radius, maxY: y + radius },
        );
      const side = next() < 0.5 ? away : -away;
      const pair = unionField([disc(away, side), disc(-away, -side)]);
      const [columns, rows] = [1 + Math.floor(4 * next()), 1 + Math.floor(4 * next())];
      const field = repeatedField(pair, { stepX: step, stepY: step, columns, rows });
      const values = field.sample({ x: -3, y: -3, cell: 0.15, columns: 64, rows: 64 });
      const wanted = values.map((_, i) => field.at(0.15 * (i % 64) - 2.925, 0.15 * Math.floor(i / 64) - 2.925));
      expect(values.findIndex((value, i) => !(Math.abs(value - wanted[i]) <= 1e-12))).toBe(-1);
    }),
    { numRuns: 80 },
  );
});

/** What a bound is worth to copies: no less than the distance to the box around its shape. */
function noNearerThanItsBox(field: DistanceField, [x, y]: number[]): number {
  const value = field.at(x, y);
  const box = field.within(0);
  if (!box || field.worth.outside === "exact") return value;
  const gap = Math.hypot(Math.max(box.minX - x, 0, x - box.maxX), Math.max(box.minY - y, 0, y - box.maxY));
  return gap > Math.max(value, 0) ? gap : value;
}
