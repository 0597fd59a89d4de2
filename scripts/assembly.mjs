// npm run assembly: compiles packages/geometry/assembly into a module of the kernel; with --check, only says whether it is up to date.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { fail, root, run } from "./lib/run.mjs";

const target = path.join(root, "packages/geometry/src/distance/assembly/compiled.ts");
const folder = mkdtempSync(path.join(tmpdir(), "vertexon-assembly-"));
const out = path.join(folder, "kernel.wasm");
const { code, output } = await run("npm", ["run", "-s", "assembly", "-w", "@vertexon/geometry", "--", "-o", out]);
if (code) fail(output);
const lines = readFileSync(out)
  .toString("base64")
  .match(/.{1,100}/g);
rmSync(folder, { recursive: true });
const text = `/** WebAssembly in base64, compiled from packages/geometry/assembly by \`npm run assembly\`. */
export const COMPILED =
${lines.map((line) => `  "${line}"`).join(" +\n")};
`;
if (!process.argv.includes("--check")) writeFileSync(target, text);
else if (readFileSync(target, "utf8") !== text)
  fail("packages/geometry/assembly was changed since it was compiled; run `npm run assembly`.");
