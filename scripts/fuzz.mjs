// npm run fuzz -- [cases] [seed] [sets | derived | an operation]: random cases against slow oracles, on all cores. `sets`
// are the four operations on pairs of operands, `derived` what is derived from outlines (packages/geometry/test/fuzz), each
// operation in turn or one alone. Cases that take too long for their size are listed as well. The longest runs are recorded in
// docs/accuracy-fuzz.json, for docs/accuracy.md.
import { readFileSync, writeFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { isMainThread, parentPort, Worker, workerData } from "node:worker_threads";
import { load } from "./lib/bundle.mjs";
import { root } from "./lib/run.mjs";

/** A case that runs longer than this does not end. */
const LONGEST = 120_000;
/** A case is slow above this multiple of the median of its kind and size, and above this many milliseconds, in two runs. */
const [TIMES_THE_MEDIAN, SLOW] = [100, 20];

if (isMainThread) await runAll();
else await runShare(workerData);

/** Deals the cases out to threads, one after the other in turns, and sums up what is wrong. */
async function runAll() {
  const [cases = 1400, seed = Date.now() % 1_000_000] = process.argv.slice(2, 4).map(Number);
  const what = process.argv[4] ?? "sets";
  console.log(`${cases} cases of ${what}, seed ${seed}`);
  const count = { done: 0, wrong: 0 };
  const times = [];
  const step = availableParallelism();
  await Promise.all(
    Array.from({ length: step }, (_, first) => runThread({ first, step, cases, seed, what }, count, times)),
  );
  const slow = await slowOnes(times, seed, what);
  for (const { index, operation, milliseconds, median } of slow)
    console.log(`case ${index}, ${operation}: ${milliseconds.toFixed(0)} ms, where ${median.toFixed(2)} are usual`);
  console.log(`${cases} cases of ${what}, seed ${seed}: ${count.wrong} wrong, ${slow.length} slow`);
  keep(what, { cases, seed, wrong: count.wrong, slow: slow.length });
  process.exitCode = count.wrong || slow.length || count.done !== cases ? 1 : 0;
}

/** One thread's share; a case that does not end counts as wrong, and the rest goes on in a new thread. */
function runThread(share, count, times) {
  return new Promise((resolve, reject) => {
    const worker = new Worker(fileURLToPath(import.meta.url), { workerData: share });
    let index = share.first;
    let timer = setTimeout(() => {}, 0);
    worker.on("message", ({ line, time }) => {
      clearTimeout(timer);
      timer = setTimeout(async () => {
        await worker.terminate();
        count.wrong++;
        count.done++;
        console.log(`case ${index} does not end`);
        resolve(runThread({ ...share, first: index + share.step }, count, times));
      }, LONGEST);
      if (time === undefined) return;
      index += share.step;
      times.push(time);
      if (line) {
        count.wrong++;
        console.log(line);
      }
      if (++count.done % 10_000 === 0) console.log(`${count.done} cases, ${count.wrong} wrong`);
    });
    worker.on("error", reject).on("exit", () => {
      clearTimeout(timer);
      if (index >= share.cases) resolve();
    });
  });
}

/** Tells the main thread of each case: how long it took, with a line where something is wrong. */
async function runShare({ first, step, cases, seed, what }) {
  const run = await runnerOf(what);
  parentPort.postMessage({});
  for (let index = first; index < cases; index += step) {
    const { operation, input, kind = "", size, milliseconds, faults } = run(seed, index);
    const line = faults.length ? `case ${index}, ${operation}: ${faults.slice(0, 3).join("; ")}\n  ${input}` : null;
    parentPort.postMessage({ line, time: { index, operation, kind, size, milliseconds } });
  }
}

/** Runs a case by its number; what is thrown is a fault. */
async function runnerOf(what) {
  const { setCase } = await load("packages/geometry/test/fuzz/sets.ts");
  const { DERIVED, derivedCase } = await load("packages/geometry/test/fuzz/derived/index.ts");
  const names = Object.keys(DERIVED);
  if (what !== "sets" && what !== "derived" && !names.includes(what))
    throw new Error(`no fuzz of ${what}: expected sets, derived, ${names.join(", ")}`);
  const one = (seed, index) => {
    if (what === "sets") return setCase(seed, index);
    return derivedCase(seed, what === "derived" ? index : index * names.length + names.indexOf(what));
  };
  return (seed, index) => {
    try {
      return one(seed, index);
    } catch (error) {
      return { operation: what, input: error.stack, size: 0, milliseconds: 0, faults: [`threw ${error.message}`] };
    }
  };
}

/** Cases far beyond the median of their operation and size, also when they are run again. */
async function slowOnes(times, seed, what) {
  const run = await runnerOf(what);
  return [...grouped(times).values()].flatMap((group) => {
    const sorted = group.map(({ milliseconds }) => milliseconds).sort((a, b) => a - b);
    const median = sorted[sorted.length >> 1];
    const limit = Math.max(SLOW, TIMES_THE_MEDIAN * median);
    return group
      .filter(({ milliseconds }) => milliseconds > limit)
      .map((time) => ({ ...time, median, milliseconds: run(seed, time.index).milliseconds }))
      .filter(({ milliseconds }) => milliseconds > limit);
  });
}

function groupOf({ operation, kind, size }) {
  return `${operation} ${kind} ${Math.round(Math.log2(size + 1))}`;
}

function grouped(times) {
  const groups = new Map();
  for (const time of times) {
    const group = groups.get(groupOf(time));
    if (group) group.push(time);
    else groups.set(groupOf(time), [time]);
  }
  return groups;
}

/** Keeps the longest run of each kind. */
function keep(what, run) {
  const record = path.join(root, "docs/accuracy-fuzz.json");
  const longest = JSON.parse(readFileSync(record, "utf8"));
  if (!(what in longest) || run.cases < longest[what].cases) return;
  writeFileSync(record, `${JSON.stringify({ ...longest, [what]: run }, null, 2)}\n`);
}
