import fc from "fast-check";
import { combine, type Operand, type Operation, type Ring } from "../src";
import { arrange } from "../src/arrangement/arrange";
import { SELECTIONS } from "../src/arrangement/combine";
import { type CombineResult, select } from "../src/arrangement/output/select";
import { inGeneralPosition } from "../src/arrangement/small/general-position";
import { pairOf } from "./fuzz/families";

const OPERATIONS: Operation[] = ["union", "intersection", "difference", "xor"];

/** The long way, which knows nothing of general position. */
const theLongWay = (operands: readonly Operand[], operation: Operation): CombineResult =>
  select(arrange(operands), SELECTIONS[operation]);

/** Polygons and report, bit by bit: −0 is not 0. */
const bits = ({ polygons, report }: CombineResult): string =>
  JSON.stringify([polygons, report], (_, value) =>
    ArrayBuffer.isView(value) ? Array.from(value as Float64Array, (v) => (Object.is(v, -0) ? "-0" : v)) : value,
  );

const ringOf = (points: readonly (readonly [number, number])[], scale: number): Ring =>
  Float64Array.from(points.flat().map((value) => value * scale));
const places = [
  fc.integer({ min: -1e7, max: 1e7 }).map((value) => value / 999_983),
  fc.integer({ min: -6, max: 6 }),
  fc.integer({ min: -6, max: 6 }).map((value) => value + 2 ** -40),
];
const points = fc.oneof(
  ...places.map((place) => fc.array(fc.tuple(place, place), { minLength: 2, maxLength: 9 })),
  fc
    .tuple(
      fc.integer({ min: 3, max: 40 }),
      places[0],
      places[0],
      fc.integer({ min: 1, max: 900 }).map((r) => r / 97),
    )
    .map(([n, x, y, r]) =>
      Array.from({ length: n }, (_, i): [number, number] => [
        x + r * Math.cos((2 * Math.PI * i) / n),
        y + r * Math.sin((2 * Math.PI * i) / n),
      ]),
    ),
);

test("few edges give the very bits of the long way: crossing themselves, nested, touching, in any number of operands", () => {
  let taken = 0;
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.array(points, { maxLength: 3 }), fc.constantFrom("nonzero", "evenodd")), { maxLength: 5 }),
      fc.integer({ min: -300, max: 300 }),
      fc.constantFrom(...OPERATIONS),
      (told, exponent, operation) => {
        const operands = told.map(
          ([rings, fillRule]): Operand => ({
            rings: rings.map((ring) => ringOf(ring, 2 ** exponent)),
            fillRule: fillRule as "nonzero",
          }),
        );
        const found = inGeneralPosition(operands, SELECTIONS[operation]);
        if (!found) return;
        taken++;
        expect(bits(found)).toBe(bits(theLongWay(operands, operation)));
      },
    ),
    { numRuns: 1500 },
  );
  expect(taken).toBeGreaterThan(300);
});

test("so do pairs of every family of the fuzz, and what is asked for afterwards is that of the same rings", () => {
  let taken = 0;
  for (let i = 0; i < 400; i++) {
    const { a, b } = pairOf(33, i);
    for (const operation of OPERATIONS) {
      const found = inGeneralPosition([a, b], SELECTIONS[operation]);
      if (!found) continue;
      taken++;
      const whole = theLongWay([a, b], operation);
      expect(bits(found)).toBe(bits(whole));
      expect(found.origins()).toEqual(whole.origins());
      expect(found.crossings()).toEqual(whole.crossings());
    }
  }
  expect(taken).toBeGreaterThan(200);
});

test("one call leaves nothing behind for the next, and mistakes in coordinates are said as ever", () => {
  const square = (x: number, size: number): Operand => ({
    rings: [Float64Array.of(x, x, x + size, x, x + size, x + size, x, x + size)],
    fillRule: "nonzero",
  });
  const [a, b] = [square(0, 4), square(1.5, 4.25)];
  const first = combine("xor", a, b);
  combine("union", square(0, 1), square(5, 2));
  expect(bits(combine("xor", a, b))).toBe(bits(first));
  const broken: Operand = { rings: [Float64Array.of(0, 0, 1, Number.NaN, 1, 1)], fillRule: "nonzero" };
  expect(() => combine("union", a, broken)).toThrow("operand 2");
  expect(combine("intersection", square(0, 1), square(5, 1)).polygons).toEqual([]);
});
