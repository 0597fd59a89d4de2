import { type ChildProcess, spawn } from "node:child_process";
import { existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { expect, test } from "@playwright/test";
import { freePort } from "../../../scripts/lib/server.mjs";

const SAMPLES = [
  "Bumper Bay",
  "Driftwood Dogleg",
  "Footbridge Falls",
  "Gull Harbour",
  "Mirror Ponds",
  "Paper Lanterns",
  "Ricochet Reef",
  "Ripple Rings",
  "Softwater Bunkers",
  "Windmill Walk",
];

const root = path.resolve(import.meta.dirname, "../../..");

interface Started {
  child: ChildProcess;
  said: () => string;
  ended: Promise<number | null>;
}

/** Runs what `npm start` runs. */
function start(port: number, data: string): Started {
  const child = spawn(process.execPath, ["scripts/start.mjs"], {
    cwd: root,
    env: { ...process.env, PORT: String(port), VERTEXON_DATA: data },
  });
  let text = "";
  child.stdout.on("data", (chunk) => {
    text += chunk;
  });
  child.stderr.on("data", (chunk) => {
    text += chunk;
  });
  return { child, said: () => text, ended: new Promise((resolve) => child.once("exit", resolve)) };
}

test("npm start prints its address, keeps everything over a restart, refuses a folder in use, leaves nothing behind", async ({
  request,
}) => {
  test.setTimeout(180_000);
  const data = mkdtempSync(path.join(tmpdir(), "vertexon-restart-"));
  const [port, otherPort] = [await freePort(), await freePort()];
  const address = `http://127.0.0.1:${port}`;
  const lock = path.join(data, "vertexon.lock");
  try {
    const first = start(port, data);
    await expect.poll(first.said, { timeout: 90_000 }).toContain(`Vertexon is at ${address}`);
    const sheets = await (await request.get(`${address}/api/sheets`)).json();
    expect(sheets.map(({ name }: { name: string }) => name).sort()).toEqual(SAMPLES);
    const made = await request.post(`${address}/api/sheets`, { data: { name: "Kept", note: "", script: "a = 1" } });
    expect(made.status()).toBe(201);

    const second = start(otherPort, data);
    expect(await second.ended).not.toBe(0);
    expect(second.said()).toContain(`the data folder ${data} is in use by process`);
    const taken = start(port, `${data}-other`);
    expect(await taken.ended).not.toBe(0);
    expect(taken.said()).toContain(`Port ${port} is in use`);

    first.child.kill("SIGTERM");
    await first.ended;
    await expect(request.get(address)).rejects.toThrow();
    expect(existsSync(lock)).toBe(false);

    const again = start(port, data);
    await expect.poll(again.said, { timeout: 90_000 }).toContain(address);
    const names = (await (await request.get(`${address}/api/sheets`)).json()).map(({ name }: { name: string }) => name);
    expect(names.sort()).toEqual([...SAMPLES, "Kept"].sort());

    // Killed without a word: the server ends by itself, and the next start finds everything.
    again.child.kill("SIGKILL");
    await again.ended;
    await expect.poll(() => existsSync(lock), { timeout: 20_000 }).toBe(false);
  } finally {
    rmSync(data, { recursive: true, force: true });
  }
});
