import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { root } from "./run.mjs";
import { ensureGrammar, ensureInstalled } from "./setup.mjs";

/** Loads a TypeScript module of the project, by its path from the root, as one optimised bundle. */
export async function load(entry) {
  await ensureInstalled();
  await ensureGrammar();
  const { build } = await import("esbuild");
  const folder = mkdtempSync(path.join(tmpdir(), "vertexon-bundle-"));
  const outfile = path.join(folder, "bundle.mjs");
  await build({ entryPoints: [path.join(root, entry)], outfile, bundle: true, format: "esm", platform: "node" });
  const module = await import(pathToFileURL(outfile).href);
  rmSync(folder, { recursive: true });
  return module;
}
