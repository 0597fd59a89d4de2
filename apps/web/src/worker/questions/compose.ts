import { type Composed, fewestOperands, needsFiveShapes, type RegionKey } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";
import { fiveShapesTable } from "./five-shapes-table";

interface Asked {
  names: readonly string[];
  keys: readonly RegionKey[];
  /** Which of the regions. */
  wanted: readonly number[];
}

/** The expression with the fewest operands that selects the wanted ones among regions; null for none. */
export async function compose(_: AskedSheet, { names, keys, wanted }: Asked): Promise<Composed | null> {
  const table = needsFiveShapes([...names], [...keys]) ? await fiveShapesTable() : undefined;
  return fewestOperands([...names], [...keys], [...wanted], table);
}
