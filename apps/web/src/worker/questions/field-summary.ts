import type { AskedSheet } from "../asked-sheet";
import { extremes } from "./extremes";

export interface FieldSummary {
  columns: number;
  rows: number;
  least: number;
  greatest: number;
}

/** Least and greatest value of a field definition on its own grid; null for any other definition. */
export function fieldSummary(sheet: AskedSheet, { name }: { name: string }): FieldSummary | null {
  const value = sheet.value(name);
  if (value?.type !== "field" || value.shape.vertexCount === 0) return null;
  const { grid, shape } = value;
  return { columns: grid.columns, rows: grid.rows, ...extremes(sheet.indexOf(shape).distance.field(grid)) };
}
