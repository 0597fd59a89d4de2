// npm test: sets itself up, then lint, types, layers, Jest and Playwright; ends with one line over all of them.
import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { bin, fail, root, run } from "./lib/run.mjs";
import { ensureBuilt, ensureGrammar, ensureInstalled } from "./lib/setup.mjs";

const total = { passed: 0, failed: 0 };
const scratch = mkdtempSync(path.join(tmpdir(), "vertexon-test-"));

await ensureInstalled();
const chromium = await ensureChromium();
await ensureGrammar();
await check("Format and lint", bin("biome"), ["check", "--error-on-warnings", "."]);
await check("Types", bin("tsc"), ["-b"]);
await check("The compiled part of the kernel is that of its source", "node", ["scripts/assembly.mjs", "--check"]);
await check("Layers", bin("depcruise"), ["--config", ".dependency-cruiser.cjs", "packages", "apps"], (output) =>
  // A cruise that finds no modules finds no violations either.
  /\([1-9]\d{2,} modules/.test(output),
);
await check("Dead exports and files", bin("knip"), []);
await jest();
await ensureBuilt();
await playwright();
rmSync(scratch, { recursive: true, force: true });
console.log(`${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 && total.passed > 0 ? 0 : 1);

function count(name, passed, failed) {
  total.passed += passed;
  total.failed += failed;
  console.log(`${failed ? "✕" : "✓"} ${name}: ${passed} passed${failed ? `, ${failed} failed` : ""}`);
}

async function check(name, command, args, holds = () => true) {
  const { code, output } = await run(command, args);
  const passed = code === 0 && holds(output);
  if (!passed) console.log(output);
  count(name, passed ? 1 : 0, passed ? 0 : 1);
}

async function jest() {
  const report = path.join(scratch, "jest.json");
  // The database loads its files by dynamic imports.
  const env = { NODE_OPTIONS: "--experimental-vm-modules --no-warnings" };
  await run(bin("jest"), ["--json", `--outputFile=${report}`], { env, show: true });
  const { numPassedTests = 0, numFailedTests = 1, numRuntimeErrorTestSuites = 0 } = read(report);
  count(
    "Kernel, notation and parts of the interface (Jest)",
    numPassedTests,
    numFailedTests + numRuntimeErrorTestSuites,
  );
}

async function playwright() {
  const report = path.join(scratch, "playwright.json");
  await run(bin("playwright"), ["test"], {
    cwd: path.join(root, "apps/web"),
    env: { PLAYWRIGHT_JSON_OUTPUT_NAME: report, CHROMIUM: chromium },
    show: true,
  });
  const { stats, errors = [], suites = [] } = read(report);
  const flaky = flakyIn(suites);
  if (flaky.length)
    console.log(`! flaky, passed only when tried again:\n${flaky.map((name) => `  ${name}`).join("\n")}`);
  count(
    "The interface in Chromium (Playwright)",
    stats ? stats.expected + stats.flaky : 0,
    stats ? stats.unexpected + errors.length : 1,
  );
}

/** The names of the tests that did not pass at once. */
function flakyIn(suites, above = "") {
  return suites.flatMap(({ title, specs = [], suites: inner = [] }) => {
    const path = above ? `${above} › ${title}` : title;
    const own = specs.filter(({ tests }) => tests.some(({ status }) => status === "flaky"));
    return [...own.map((spec) => `${path} › ${spec.title}`), ...flakyIn(inner, path)];
  });
}

function read(report) {
  return existsSync(report) ? JSON.parse(readFileSync(report, "utf8")) : {};
}

/** Debian's Chromium; installed when it is missing and we may. */
async function ensureChromium() {
  const known = [process.env.CHROMIUM, "/usr/bin/chromium", "/usr/bin/chromium-browser"].find(
    (p) => p && existsSync(p),
  );
  if (known) return known;
  const advice =
    "The interface tests need Chromium: install it with `apt-get install chromium`, or set CHROMIUM to its path.";
  if (process.getuid?.() !== 0) fail(advice);
  console.log("Installing Chromium …");
  await run("apt-get", ["update", "-qq"]);
  const { code, output } = await run("apt-get", ["install", "-y", "-qq", "chromium"], {
    env: { DEBIAN_FRONTEND: "noninteractive" },
  });
  if (code) fail(`${output}\n${advice}`);
  return "/usr/bin/chromium";
}
