import type { AskedSheet } from "../asked-sheet";

/** The samples of a field's rows, from one up to another; null for what is no sampled field. */
export function fieldRows(
  sheet: AskedSheet,
  { name, from, to }: { name: string; from: number; to: number },
): Float64Array | null {
  const value = sheet.value(name);
  const found = value?.type === "field" ? sheet.fieldOf(name) : null;
  if (value?.type !== "field" || !found) return null;
  const { grid } = value;
  return found.field.sample({ ...grid, y: grid.y + from * grid.cell, rows: to - from });
}
