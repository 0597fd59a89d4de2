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
          const values = new Float64Array(60);
          const [xs, ys] = from.map((c) => values.map(() => c + to * next()));
          // Where copies are as near as one another, and the centre.
          for (let i = 0; i < 60; i += 9) ys[i] = cy;
          xs[9] = cx;
          field.list(xs, ys, values);
          for (let i = 0; i < 60; i++) {
            const wanted = Math.min(...copies.map((see) => noNearerThanItsBox(child, see(xs[i], ys[i]))));
            for (const value of [values[i], field.at(xs[i], ys[i])])
              if (!(Math.abs(value - wanted) <= 1e-12 * (1 + scale) * (1 + far)))
                throw new Error(`${kind} at ${xs[i]}, ${ys[i]}: ${value}, ${wanted}`);
          }
        }
      }
    }),
    { numRuns: 60 },
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
