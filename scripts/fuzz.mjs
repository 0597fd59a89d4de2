// npm run fuzz -- [cases] [seed]: the four operations on random pairs of operands against exact oracles. The longest run
// is kept in docs/accuracy-fuzz.json, for docs/accuracy.md.
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { load } from "./lib/bundle.mjs";
import { root } from "./lib/run.mjs";

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
const record = path.join(root, "docs/accuracy-fuzz.json");
const longest = JSON.parse(readFileSync(record, "utf8"));
if (cases >= longest.cases) writeFileSync(record, `{ "cases": ${cases}, "seed": ${seed}, "wrong": ${wrong} }\n`);
process.exitCode = wrong ? 1 : 0;
