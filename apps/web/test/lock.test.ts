import { spawn } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
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
