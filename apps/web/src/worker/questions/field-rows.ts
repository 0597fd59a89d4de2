import type { AskedSheet } from "../asked-sheet";

/** Some rows of a field's samples. */
export interface FieldRows {
  values: Float64Array;
  /** Milliseconds of sampling. */
  took: number;
}

/** The samples of a field's rows, from one up to another; null for what is no sampled field. */
export function fieldRows(
  sheet: AskedSheet,
  { name, from, to }: { name: string; from: number; to: number },
): FieldRows | null {
  const value = sheet.value(name);
  const found = value?.type === "field" ? sheet.fieldOf(name) : null;
  if (value?.type !== "field" || !found) return null;
  const { grid } = value;
  const start = performance.now();
  const values = found.field.sample({ ...grid, y: grid.y + from * grid.cell, rows: to - from });
  return { values, took: performance.now() - start };
}
