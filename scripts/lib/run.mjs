import { spawn } from "node:child_process";
import path from "node:path";

export const root = path.resolve(import.meta.dirname, "../..");

/** Runs a command to its end and gives its exit code and output; `show` passes the output through as it comes. */
export function run(command, args, { cwd = root, env = {}, show = false } = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd, env: { ...process.env, ...env }, stdio: ["ignore", "pipe", "pipe"] });
    let output = "";
    for (const [stream, target] of [
      [child.stdout, process.stdout],
      [child.stderr, process.stderr],
    ])
      stream.on("data", (data) => {
        output += data;
        if (show) target.write(data);
      });
    child.on("error", (error) => resolve({ code: 127, output: String(error) }));
    child.on("close", (code) => resolve({ code: code ?? 1, output }));
  });
}

/** A program that a package installed. */
export function bin(name) {
  return path.join(root, "node_modules", ".bin", name);
}

/** Ends the script with a sentence that says what went wrong. */
export function fail(message) {
  console.error(message);
  process.exit(1);
}
