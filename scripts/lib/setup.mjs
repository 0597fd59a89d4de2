import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { bin, fail, root, run } from "./run.mjs";

/** Everything that the web application is built from. */
const SOURCES = ["package-lock.json", "packages/geometry/src", "packages/notation/src", "apps/web"];
const LEFT_OUT = new Set(["node_modules", ".next", ".data", "types-out", "test-results", "e2e", "test"]);

/** Installs the packages when they are missing or the lock file has changed since. */
export async function ensureInstalled() {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < 20 || (major === 20 && minor < 9)) fail(`Vertexon needs Node 20.9 or later; this is ${process.version}.`);
  await once("node_modules/.vertexon-install", hashOf(["package-lock.json"]), async () => {
    console.log("Installing packages …");
    const { code, output } = await run("npm", ["ci", "--no-audit", "--no-fund"]);
    if (code) fail(`${output}\nnpm ci failed; see above.`);
  });
}

/** Makes the parser from the grammar. */
export async function ensureGrammar() {
  const grammar = "packages/notation/src/grammar/vertexon.grammar";
  const made = path.join(root, "packages/notation/src/grammar/parser.gen.ts");
  if (existsSync(made) && statSync(made).mtimeMs > statSync(path.join(root, grammar)).mtimeMs) return;
  const { code, output } = await run("npm", ["run", "-s", "grammar"]);
  if (code) fail(`${output}\nThe parser could not be made from ${grammar}.`);
}

/** Builds the web application when something that it is built from has changed. */
export async function ensureBuilt() {
  await ensureGrammar();
  await once("apps/web/.next/vertexon-build", hashOf(SOURCES), async () => {
    console.log("Building …");
    // Types of routes that are gone would fail the build.
    rmSync(path.join(root, "apps/web/.next/dev"), { recursive: true, force: true });
    const { code, output } = await run(bin("next"), ["build"], {
      cwd: path.join(root, "apps/web"),
      env: { NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" },
    });
    if (code) fail(`${output}\nThe build failed; see above.`);
  });
}

/** Runs `make` unless the stamp file says that it was run for the same fingerprint. */
async function once(stamp, fingerprint, make) {
  const file = path.join(root, stamp);
  if (existsSync(file) && readFileSync(file, "utf8") === fingerprint) return;
  await make();
  mkdirSync(path.dirname(file), { recursive: true });
  writeFileSync(file, fingerprint);
}

function hashOf(places) {
  const hash = createHash("sha256").update(process.version);
  const visit = (place) => {
    const full = path.join(root, place);
    if (!existsSync(full)) return;
    if (statSync(full).isDirectory()) {
      for (const name of readdirSync(full).sort()) if (!LEFT_OUT.has(name)) visit(path.join(place, name));
    } else if (!/\.gen\.|next-env|tsbuildinfo/.test(place)) hash.update(place).update(readFileSync(full));
  };
  places.forEach(visit);
  return hash.digest("hex");
}
