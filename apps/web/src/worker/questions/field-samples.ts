import type { AskedSheet } from "../asked-sheet";

/** Some columns and rows of a sampled field, from the first of each on. */
export interface SampleWindow {
  column: number;
  row: number;
  columns: number;
  rows: number;
}

/** The samples in a window, row by row; null for what is no sampled field. */
export function fieldSamples(
  sheet: AskedSheet,
  { name, window }: { name: string; window: SampleWindow },
): Float64Array | null {
  const value = sheet.value(name);
  const found = value?.type === "field" ? sheet.fieldOf(name) : null;
  if (value?.type !== "field" || !found) return null;
  const { x, y, cell } = value.grid;
  const { column, row, columns, rows } = window;
  return found.field.sample({ x: x + column * cell, y: y + row * cell, cell, columns, rows });
}
