import { FiveShapes } from "@vertexon/notation";

let table: Promise<FiveShapes> | null = null;

/** The table of the shortest expressions of five shapes, fetched when it is first asked for; undefined where that fails. */
export async function fiveShapesTable(): Promise<FiveShapes | undefined> {
  table ??= fetched();
  try {
    return await table;
  } catch {
    // The next question tries again.
    table = null;
    return undefined;
  }
}

async function fetched(): Promise<FiveShapes> {
  const answer = await fetch(new URL("@vertexon/notation/data/five-shapes.bin", import.meta.url));
  if (!answer.ok) throw new Error(`the table of five shapes: ${answer.status}`);
  return new FiveShapes(new Uint8Array(await answer.arrayBuffer()));
}
