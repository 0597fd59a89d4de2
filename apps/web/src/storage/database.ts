import path from "node:path";
import { PGlite } from "@electric-sql/pglite";
import { drizzle } from "drizzle-orm/pglite";
import { migrate } from "drizzle-orm/pglite/migrator";
import { lockFolder } from "./lock";
import type { Database } from "./schema";
import * as schema from "./schema";
import { seedSamples } from "./seed";

interface Opened {
  db: Database;
  close(): Promise<void>;
}

/** Where the data lies: VERTEXON_DATA, or .data in the application's folder. */
function dataFolder(): string {
  return path.resolve(process.env.VERTEXON_DATA ?? path.join(/*turbopackIgnore: true*/ process.cwd(), ".data"));
}

/** Opens a data folder: locks it, migrates it to the present schema, puts the samples into a new one. */
async function openDatabase(folder: string): Promise<Opened> {
  const unlock = lockFolder(folder);
  try {
    const client = new PGlite(path.join(folder, "database"));
    const db = drizzle(client, { schema });
    await migrate(db, { migrationsFolder: path.join(/*turbopackIgnore: true*/ process.cwd(), "drizzle") });
    await seedSamples(db);
    return {
      db,
      async close() {
        await client.close();
        unlock();
      },
    };
  } catch (error) {
    unlock();
    throw error;
  }
}

// One database a process, kept across hot reloads; a failed start is tried again.
const shared = globalThis as { vertexonDatabase?: Promise<Opened> };

export async function database(): Promise<Database> {
  shared.vertexonDatabase ??= openDatabase(dataFolder())
    .then((opened) => {
      closeAtExit(opened);
      return opened;
    })
    .catch((error) => {
      shared.vertexonDatabase = undefined;
      throw error;
    });
  return (await shared.vertexonDatabase).db;
}

function closeAtExit(opened: Opened): void {
  const end = (): void => {
    void opened.close().finally(() => process.exit(0));
  };
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.once(signal, end);
  // The starter went away without a word: do not stay behind and hold the folder.
  process.once("disconnect", end);
}
