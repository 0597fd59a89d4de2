// npm run dev: the development server, with a data folder of its own.
import { spawn } from "node:child_process";
import path from "node:path";
import { bin, root } from "./lib/run.mjs";
import { ensureGrammar, ensureInstalled } from "./lib/setup.mjs";

await ensureInstalled();
await ensureGrammar();
const server = spawn(bin("next"), ["dev", "-H", "127.0.0.1", "-p", process.env.PORT ?? "3001"], {
  cwd: path.join(root, "apps/web"),
  env: { VERTEXON_DATA: path.join(root, ".data-dev"), NEXT_TELEMETRY_DISABLED: "1", ...process.env },
  stdio: "inherit",
});
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code) => process.exit(code ?? 0));
