import { closeSync, mkdirSync, openSync, readFileSync, unlinkSync, writeSync } from "node:fs";
import path from "node:path";

/** Another process holds the data folder. */
export class FolderInUseError extends Error {
  override readonly name = "FolderInUseError";
}

/**
 * Takes a folder for this process alone: a file made exclusively, holding the process id. The lock of a process that is
 * gone counts as free. Throws {@link FolderInUseError} when a living process has it. Returns a function that gives it back.
 *
 * The database has no lock of its own, and two processes on one folder lose each other's writes.
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true });
  const file = path.join(folder, "vertexon.lock");
  for (let attempt = 0; ; attempt++) {
    try {
      const handle = openSync(file, "wx");
      writeSync(handle, String(process.pid));
      closeSync(handle);
      return () => release(file);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== "EEXIST" || attempt > 4) throw error;
    }
    const holder = holderOf(file);
    if (holder !== null && isAlive(holder))
      throw new FolderInUseError(
        `the data folder ${folder} is in use by process ${holder}; stop that one first, or set VERTEXON_DATA to another folder`,
      );
    release(file);
  }
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
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === "EPERM";
  }
}

function release(file: string): void {
  try {
    unlinkSync(file);
  } catch {
    // Gone already: nothing to give back.
  }
}
