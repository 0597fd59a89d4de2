import { randomUUID } from "node:crypto";
import { linkSync, mkdirSync, readFileSync, unlinkSync, writeFileSync } from "node:fs";
import path from "node:path";

/** Another process holds the data folder. */
export class FolderInUseError extends Error {
  override readonly name = "FolderInUseError";
}

/**
 * Takes a folder for this process alone: a file with the process id. It is written under a name of its own and then linked
 * to the lock's name, which only one process can do, so that a lock is never seen empty. The lock of a process that is gone
 * counts as free. It is removed by whoever holds a second lock, that of the takeover, and looks once more: so nobody removes
 * a lock that another process has just taken. Throws {@link FolderInUseError} when a living process has it. Returns a function that gives it back.
 *
 * The database has no lock of its own, and two processes on one folder lose each other's writes.
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true });
  const file = path.join(folder, "vertexon.lock");
  const own = path.join(folder, `vertexon.lock.${process.pid}.${randomUUID()}`);
  writeFileSync(own, String(process.pid));
  try {
    for (let attempt = 0; attempt < MOST_ATTEMPTS; attempt++) {
      if (linked(own, file)) return () => release(file);
      const holder = holderOf(file);
      if (holder !== null && isAlive(holder)) throw inUse(folder, holder);
      dropStale(file, own);
      pause();
    }
    throw inUse(folder, holderOf(file));
  } finally {
    release(own);
  }
}

/** Others may take it over at the same time, and be gone again. */
const MOST_ATTEMPTS = 100;

/** Whether the lock is ours now. */
function linked(own: string, file: string): boolean {
  try {
    linkSync(own, file);
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === "EEXIST") return false;
    throw error;
  }
}

/** Removes a lock that was found stale, under the lock of the takeover. */
function dropStale(file: string, own: string): void {
  const takeover = `${file}.takeover`;
  if (!linked(own, takeover)) {
    const other = holderOf(takeover);
    if (other === null || !isAlive(other)) release(takeover); // it ended in the middle of that
    return;
  }
  const holder = holderOf(file);
  if (holder === null || !isAlive(holder)) release(file);
  release(takeover);
}

/** Another process is at it: some milliseconds. */
function pause(): void {
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 2 + Math.random() * 8);
}

function inUse(folder: string, holder: number | null): FolderInUseError {
  const who = holder === null ? "another process" : `process ${holder}`;
  return new FolderInUseError(
    `the data folder ${folder} is in use by ${who}; stop that one first, or set VERTEXON_DATA to another folder`,
  );
}

function holderOf(file: string): number | null {
  try {
    const pid = Number(readFileSync(file, "utf8"));
    return Number.isInteger(pid) && pid > 0 ? pid : null;
  } catch {
    return null;
  }
}

function isAlive(pid: number): boolean {
  if (pid === process.pid) return false; // a number left by an earlier process that had ours
  try {
    process.kill(pid, 0);
    return !isUncollected(pid);
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === "EPERM";
  }
}

/** A process that has ended, but whose parent did not ask how: it holds nothing any more. Known on Linux only. */
function isUncollected(pid: number): boolean {
  try {
    // The state follows the name, which may hold brackets itself: proc(5), /proc/pid/stat.
    const stat = readFileSync(`/proc/${pid}/stat`, "utf8");
    return /^[ZX]$/.test(stat.slice(stat.lastIndexOf(")") + 2)[0] ?? "");
  } catch {
    return false;
  }
}

function release(file: string): void {
  try {
    unlinkSync(file);
  } catch {
    // Gone already: nothing to give back.
  }
}
