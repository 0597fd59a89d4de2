import { type ChildProcess, fork, spawn } from "node:child_process";
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { build } from "esbuild";
import { FolderInUseError, lockFolder } from "../src/storage/lock";

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), "vertexon-lock-"));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));
const file = () => path.join(folder, "vertexon.lock");

test("a lock holds the process id and is given back; missing folders are made", () => {
  folder = path.join(folder, "deep", "er");
  const release = lockFolder(folder);
  expect(readFileSync(file(), "utf8")).toBe(String(process.pid));
  release();
  expect(existsSync(file())).toBe(false);
});

test("the lock of a living process is respected, that of a dead one is not", async () => {
  const other = spawn(process.execPath, ["-e", "setTimeout(() => {}, 60000)"]);
  writeFileSync(file(), String(other.pid));
  expect(() => lockFolder(folder)).toThrow(FolderInUseError);
  expect(() => lockFolder(folder)).toThrow(`in use by process ${other.pid}`);
  const ended = new Promise((resolve) => other.once("exit", resolve));
  other.kill();
  await ended;
  lockFolder(folder)();
});

test("a lock that names no process counts as free", () => {
  writeFileSync(file(), "garbage");
  lockFolder(folder)();
});

test("of two starts at a time over a stale lock one takes the folder, never both", async () => {
  // Each child waits for the same moment, takes the lock if it can, says so, and holds it until the other was heard, too.
  const script = path.join(folder, "start.mjs");
  const bundle = path.join(folder, "lock.mjs");
  await build({ entryPoints: [source], outfile: bundle, bundle: true, format: "esm", platform: "node" });
  writeFileSync(
    script,
    `import { lockFolder } from ${JSON.stringify(bundle)};
     process.on("message", ({ folder, at }) => {
       while (Date.now() < at) {}
       try { lockFolder(folder); process.send("taken"); } catch (error) { process.send(error.name); }
     });
     process.send("ready");`,
  );
  const children = await Promise.all([0, 1].map(() => started(script)));
  let both = 0;
  let none = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const place = path.join(folder, String(round));
    mkdirSync(place);
    writeFileSync(path.join(place, "vertexon.lock"), DEAD);
    const at = Date.now() + 3;
    const answers = await Promise.all(
      children.map((child) => {
        const answer = new Promise<unknown>((resolve) => child.once("message", resolve));
        child.send({ folder: place, at });
        return answer;
      }),
    );
    const taken = answers.filter((answer) => answer === "taken").length;
    if (taken === 2) both++;
    if (taken === 0) none++;
  }
  for (const child of children) child.kill();
  expect({ both, none }).toEqual({ both: 0, none: 0 });
}, 60_000);

const ROUNDS = 200;
/** Larger than any process id. */
const DEAD = "99999999";
const source = path.join(__dirname, "../src/storage/lock.ts");

async function started(script: string): Promise<ChildProcess> {
  const child = fork(script);
  await new Promise((resolve) => child.once("message", resolve));
  return child;
}

test("a process that ended but is not collected holds no folder", async () => {
  // The shell starts a child, and goes on without asking how it ended.
  const parent = spawn("/bin/sh", ["-c", "sleep 0.05 & echo $!; exec sleep 30"]);
  const pid = await new Promise<string>((resolve) =>
    parent.stdout.once("data", (data) => resolve(String(data).trim())),
  );
  await new Promise((resolve) => setTimeout(resolve, 300));
  writeFileSync(file(), pid);
  lockFolder(folder)();
  parent.kill();
});
