import { faultsOf } from "./fuzz/check";
import { FAMILIES, pairOf } from "./fuzz/families";

/** A short run of `npm run fuzz`: some cases of every family. */
test.each(Object.keys(FAMILIES))("random operands, %s", (family) => {
  const families = Object.keys(FAMILIES);
  const seed = Number(process.env.SEED ?? 20261125);
  for (let k = 0; k < 15; k++) {
    const { a, b } = pairOf(seed, families.indexOf(family) + k * families.length);
    expect(faultsOf(a, b)).toEqual([]);
  }
});
