// npm run fuzz -- [cases] [seed]: the four operations on random pairs of operands against exact oracles.
import { load } from "./lib/bundle.mjs";

const [cases = 1400, seed = Date.now() % 1_000_000] = process.argv.slice(2).map(Number);
const { pairOf } = await load("packages/geometry/test/fuzz/families.ts");
const { faultsOf } = await load("packages/geometry/test/fuzz/check.ts");

console.log(`${cases} cases, seed ${seed}`);
let wrong = 0;
for (let index = 0; index < cases; index++) {
  const { family, a, b } = pairOf(seed, index);
  let faults;
  try {
    faults = faultsOf(a, b);
  } catch (error) {
    faults = [`threw ${error.message}`];
  }
  if (faults.length) {
    wrong++;
    console.log(`case ${index}, ${family}: ${faults.slice(0, 3).join("; ")}`);
  }
  if ((index + 1) % 10_000 === 0) console.log(`${index + 1} cases, ${wrong} wrong`);
}
console.log(`${cases} cases, ${4 * cases} operations, seed ${seed}: ${wrong} wrong`);
process.exitCode = wrong ? 1 : 0;
