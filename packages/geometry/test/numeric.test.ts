import fc from "fast-check";
import { crossRounded, inCircle, orientation, pointOrder, toCommonIntegers } from "../src";

function exactSign(values: number[]): number {
  const [ax, ay, bx, by, cx, cy] = toCommonIntegers(values).integers;
  const v = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
  return v > 0n ? 1 : v < 0n ? -1 : 0;
}

// Points on or a few bits off one line, small lattices, and any doubles at all.
const nearLine = fc
  .tuple(
    fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 3, maxLength: 3 }),
    fc.array(fc.integer({ min: -3, max: 3 }), { minLength: 6, maxLength: 6 }),
  )
  .map(([steps, bits]) =>
    steps.flatMap((s, i) => [0.1 * s + bits[2 * i] * 2 ** -53, 0.3 * s + bits[2 * i + 1] * 2 ** -52]),
  );
const anything = fc.array(fc.double({ noNaN: true, noDefaultInfinity: true }), { minLength: 6, maxLength: 6 });
const lattice = fc.array(fc.integer({ min: -3, max: 3 }), { minLength: 6, maxLength: 6 });

test("orientation has the exact sign, from denormals to the largest doubles", () => {
  fc.assert(
    fc.property(fc.oneof(nearLine, anything, lattice), (v) => {
      expect(orientation(v[0], v[1], v[2], v[3], v[4], v[5])).toBe(exactSign(v));
    }),
    { numRuns: 3000 },
  );
});

/** The lifted determinant in whole numbers, for a, b, c of positive turn. */
function exactSide(values: number[]): number {
  const v = toCommonIntegers(values).integers;
  const rows = [0, 2, 4].map((i) => [v[i] - v[6], v[i + 1] - v[7]]).map(([x, y]) => [x, y, x * x + y * y]);
  const [[a, b, c], [d, e, f], [g, h, i]] = rows;
  const determinant = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  return determinant > 0n ? 1 : determinant < 0n ? -1 : 0;
}

test("the side of a circle is exact: near it, on lattices, at any size", () => {
  const onCircle = fc
    .array(
      fc.tuple(fc.constantFrom([3, 4], [4, 3], [-3, 4], [5, 0], [0, -5], [-4, -3]), fc.integer({ min: -2, max: 2 })),
      {
        minLength: 4,
        maxLength: 4,
      },
    )
    .map((points) => points.flatMap(([[x, y], bits]) => [x + bits * 2 ** -50, y - bits * 2 ** -51]));
  const four = (one: fc.Arbitrary<number>) => fc.array(one, { minLength: 8, maxLength: 8 });
  const size = fc.constantFrom(1, 1e-180, 5e-324, 2 ** 600, 0.1);
  fc.assert(
    fc.property(
      fc.oneof(
        onCircle,
        four(fc.integer({ min: -4, max: 4 })),
        four(fc.double({ noNaN: true, noDefaultInfinity: true })),
      ),
      size,
      (points, factor) => {
        const v = points.map((value) => value * factor).filter(Number.isFinite);
        if (v.length < 8 || exactSign(v.slice(0, 6)) <= 0) return;
        expect(inCircle(v[0], v[1], v[2], v[3], v[4], v[5], v[6], v[7])).toBe(exactSide(v));
      },
    ),
    { numRuns: 3000 },
  );
});

test("points are ordered as a comparison orders them, clustered or not", () => {
  const value = fc.oneof(
    fc.integer({ min: 0, max: 3 }),
    fc.integer({ min: 0, max: 40 }).map((k) => 1e300 + k * 1e284),
    fc.integer({ min: 0, max: 40 }).map((k) => k * 5e-324),
    fc.double({ noNaN: true, noDefaultInfinity: true }),
    fc.double({ min: 0, max: 1, noNaN: true }),
  );
  fc.assert(
    fc.property(fc.array(fc.tuple(value, value), { maxLength: 300 }), (points) => {
      const x = Float64Array.from(points, ([px]) => px);
      const y = Float64Array.from(points, ([, py]) => py);
      const slow = points.map((_, i) => i).sort((i, j) => (x[i] < x[j] ? -1 : x[i] > x[j] ? 1 : y[i] - y[j] || i - j));
      expect([...pointOrder(x, y)]).toEqual(slow);
    }),
    { numRuns: 1500 },
  );
});

test("the rounded determinant of integers is the exact one, rounded once", () => {
  const integer = fc.integer({ min: -(2 ** 47), max: 2 ** 47 });
  fc.assert(
    fc.property(integer, integer, integer, integer, fc.boolean(), (a, b, c, d, close) => {
      // Nearly equal products are where rounding hurts.
      const [e, f] = close ? [a + 1, b - 1] : [c, d];
      expect(crossRounded(a, b, e, f)).toBe(Number(BigInt(a) * BigInt(f) - BigInt(b) * BigInt(e)) + 0);
    }),
    { numRuns: 3000 },
  );
});

test("common integers are the very values", () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.double({ min: -1e6, max: 1e6, noNaN: true }).filter((v) => v === 0 || Math.abs(v) > 1e-200),
        { minLength: 1 },
      ),
      (values) => {
        const { integers, exponent } = toCommonIntegers(values);
        values.forEach((value, i) => {
          // Any difference of the two would be a whole BigInt.
          expect(BigInt(integers[i]) << BigInt(exponent + 1074)).toBe(
            toCommonIntegers([value]).integers[0] << BigInt(toCommonIntegers([value]).exponent + 1074),
          );
        });
      },
    ),
  );
});
