import fc from "fast-check";
import { crossRounded, orientation, toCommonIntegers } from "../src";

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
