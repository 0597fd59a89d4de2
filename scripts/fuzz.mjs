// npm run fuzz -- [cases] [seed]: the four operations on random pairs of operands against exact oracles, on all cores. The
// longest run is kept in docs/accuracy-fuzz.json, for docs/accuracy.md.
import { readFileSync, writeFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { isMainThread, parentPort, Worker, workerData } from "node:worker_threads";
import { load } from "./lib/bundle.mjs";
import { root } from "./lib/run.mjs";

if (isMainThread) await runAll();
else await runShare(workerData);

/** Deals the cases out to threads, one after the other in turns, and sums up what is wrong. */
async function runAll() {
  const [cases = 1400, seed = Date.now() % 1_000_000] = process.argv.slice(2).map(Number);
  console.log(`${cases} cases, seed ${seed}`);
  let done = 0;
  let wrong = 0;
  const threads = availableParallelism();
  const shares = Array.from({ length: threads }, (_, first) => {
    const worker = new Worker(fileURLToPath(import.meta.url), { workerData: { first, step: threads, cases, seed } });
    worker.on("message", ({ line }) => {
      if (line) {
        wrong++;
        console.log(line);
      }
      if (++done % 10_000 === 0) console.log(`${done} cases, ${wrong} wrong`);
    });
    return new Promise((resolve, reject) => worker.on("error", reject).on("exit", resolve));
  });
  await Promise.all(shares);
  console.log(`${cases} cases, ${4 * cases} operations, seed ${seed}: ${wrong} wrong`);
  const record = path.join(root, "docs/accuracy-fuzz.json");
  const longest = JSON.parse(readFileSync(record, "utf8"));
  if (cases >= longest.cases) writeFileSync(record, `{ "cases": ${cases}, "seed": ${seed}, "wrong": ${wrong} }\n`);
  process.exitCode = wrong || done !== cases ? 1 : 0;
}

/** Tells the main thread of each case, with a line where something is wrong. */
async function runShare({ first, step, cases, seed }) {
  const { pairOf } = await load("packages/geometry/test/fuzz/families.ts");
  const { faultsOf } = await load("packages/geometry/test/fuzz/check.ts");
  for (let index = first; index < cases; index += step) {
    const { family, a, b } = pairOf(seed, index);
    let faults;
    try {
      faults = faultsOf(a, b);
    } catch (error) {
      faults = [`threw ${error.message}`];
    }
    const line = faults.length ? `case ${index}, ${family}: ${faults.slice(0, 3).join("; ")}` : null;
    parentPort.postMessage({ line });
  }
}
