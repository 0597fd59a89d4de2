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
  const found = value?.type === "field" ? sheet.fieldOf(name) : null;
  if (value?.type !== "field" || !found) return null;
  const { columns, rows } = value.grid;
  return { columns, rows, ...extremes(found.field.sample(value.grid)) };
}
