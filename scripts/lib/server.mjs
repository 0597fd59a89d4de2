import { spawn } from "node:child_process";
import net from "node:net";
import path from "node:path";
import { root } from "./run.mjs";

/**
 * Starts the built application and waits until it answers. The server ends with this process: it listens on the channel
 * between them. Resolves to the child process; rejects with what the server said when it could not start.
 */
export async function serve({ port, data, show = true }) {
  if (await isTaken(port)) throw new Error(`Port ${port} is in use; choose another with PORT=… npm start.`);
  const next = path.join(root, "node_modules/next/dist/bin/next");
  const child = spawn(process.execPath, [next, "start", "-H", "127.0.0.1", "-p", String(port)], {
    cwd: path.join(root, "apps/web"),
    env: {
      ...process.env,
      NODE_ENV: "production",
      NEXT_TELEMETRY_DISABLED: "1",
      // Next would leave at once on a signal; the application closes its database first.
      NEXT_MANUAL_SIG_HANDLE: "true",
      VERTEXON_DATA: data ?? process.env.VERTEXON_DATA ?? path.join(root, ".data"),
    },
    stdio: ["ignore", "pipe", "pipe", "ipc"],
  });
  let said = "";
  child.stdout.on("data", (chunk) => {
    said += chunk;
  });
  child.stderr.on("data", (chunk) => {
    said += chunk;
    if (show) process.stderr.write(chunk);
  });
  for (;;) {
    if (child.exitCode !== null) throw new Error(show ? "The server could not start; see above." : said);
    if (await answers(port)) return child;
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}

async function answers(port) {
  try {
    return (await fetch(`http://127.0.0.1:${port}/api/sheets`)).ok;
  } catch {
    return false;
  }
}

function isTaken(port) {
  return new Promise((resolve) => {
    const probe = net.createServer();
    probe.once("error", () => resolve(true));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(false)));
  });
}

/** A port that nothing listens on. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = net.createServer();
    probe.once("error", reject);
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}
