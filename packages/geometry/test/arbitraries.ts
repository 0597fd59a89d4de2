import fc from "fast-check";
import type { FillRule, Operand } from "../src";

const rule = fc.constantFrom<FillRule>("nonzero", "evenodd");

function operandOf(coordinate: fc.Arbitrary<number>): fc.Arbitrary<Operand> {
  const ring = fc
    .array(fc.tuple(coordinate, coordinate), { minLength: 0, maxLength: 8 })
    .map((points) => Float64Array.from(points.flat()));
  return fc.record({ rings: fc.array(ring, { maxLength: 3 }), fillRule: rule });
}

/** Rings on a small lattice: shared edges, touching corners, duplicates and spikes all occur. */
export const latticeOperand = operandOf(fc.integer({ min: 0, max: 5 }));

/** Rings anywhere between −1 and 1, with digits enough for every rounding and few enough for slow oracles. */
export const looseOperand = operandOf(fc.maxSafeInteger().map((n) => n / 2 ** 53));

/** The same few places again and again, off by next to nothing. */
export const crowdedOperand = operandOf(
  fc
    .tuple(
      fc.constantFrom(0, 0.25, 0.5, 1),
      fc.integer({ min: -4, max: 4 }),
      fc.constantFrom(2 ** -52, 2 ** -45, 2 ** -44),
    )
    .map(([place, steps, size]) => place + steps * size),
);

/** Two operands of one family. */
export const operandPair = fc.oneof(
  fc.tuple(latticeOperand, latticeOperand),
  fc.tuple(looseOperand, looseOperand),
  fc.tuple(crowdedOperand, crowdedOperand),
);

/** Numbers from 0 to 1, the same for a seed. */
export const seededRandom = (seed: number) => () => {
  seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
  return seed / 2 ** 32;
};
