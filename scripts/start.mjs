// npm start: sets everything up that is missing or stale, and serves on 127.0.0.1 (PORT, 3000 when not set).
import { fail } from "./lib/run.mjs";
import { serve } from "./lib/server.mjs";
import { ensureBuilt, ensureInstalled } from "./lib/setup.mjs";

const port = Number(process.env.PORT ?? 3000);
if (!Number.isInteger(port) || port < 1 || port > 65535)
  fail(`PORT must be a number from 1 to 65535, not ${process.env.PORT}.`);
await ensureInstalled();
await ensureBuilt();
let server;
try {
  server = await serve({ port });
} catch (error) {
  fail(error.message);
}
console.log(`Vertexon is at http://127.0.0.1:${port}`);

for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => server.kill("SIGTERM"));
server.on("exit", (code) => process.exit(code ?? 0));
