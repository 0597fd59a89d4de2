import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { freePort, serve } from "../../../scripts/lib/server.mjs";

/** One server for all tests; its data folder goes when they are done. */
export default async function setup() {
  const data = mkdtempSync(path.join(tmpdir(), "vertexon-e2e-"));
  const port = await freePort();
  const server = await serve({ port, data });
  process.env.VERTEXON_URL = `http://127.0.0.1:${port}`;
  return async () => {
    server.kill("SIGTERM");
    await new Promise((resolve) => server.once("exit", resolve));
    rmSync(data, { recursive: true, force: true });
  };
}
