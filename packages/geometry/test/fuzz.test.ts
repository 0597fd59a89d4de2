import { faultsOf } from "./fuzz/check";
import { DERIVED, derivedCase } from "./fuzz/derived";
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

/** Pairs that once had a wrong result, by the seed and the number that `npm run fuzz` found them under. */
test.each([
  // A node on a straight run was left out: its neighbours stay on the grid with it.
  [2026, 16_355],
  // Vertices that were clear of each other on the grid were not on a finer one, of the result's own extent.
  [2028, 187_256],
  [2028, 156_169],
])("seed %d, case %d", (seed, index) => {
  const { a, b } = pairOf(seed, index);
  expect(faultsOf(a, b)).toEqual([]);
});

/** The same of what is derived from outlines: some cases of every operation. */
test.each(Object.keys(DERIVED))("random outlines, %s", (operation) => {
  const operations = Object.keys(DERIVED);
  const seed = Number(process.env.SEED ?? 20261128);
  for (let k = 0; k < 20; k++) {
    const { faults, input } = derivedCase(seed, operations.indexOf(operation) + k * operations.length);
    if (faults.length > 0) expect([input, ...faults]).toEqual([]);
  }
});
