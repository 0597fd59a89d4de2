import { type FieldFormat, type FieldMapping, fieldFile, type Grid } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";

interface Asked {
  values: Float64Array;
  grid: Grid;
  format: FieldFormat;
  reach: number;
  unit: string;
}

/** Samples as a file, and the mapping from it to plan units. */
export function fieldSave(
  _: AskedSheet,
  { values, grid, format, reach, unit }: Asked,
): { content: Uint8Array; mapping: FieldMapping } {
  return fieldFile(values, grid, format, reach, unit);
}
