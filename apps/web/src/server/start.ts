import { database } from "../storage/database";

export async function start(): Promise<void> {
  try {
    await database();
  } catch (error) {
    console.error(`Vertexon cannot start: ${(error as Error).message}`);
    process.exit(1);
  }
}
