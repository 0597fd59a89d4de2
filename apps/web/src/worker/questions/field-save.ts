import { type FieldFormat, type FieldMapping, fieldFile } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";

/** The samples of a field as a file, and the mapping from it to plan units; null for what is no sampled field. */
export function fieldSave(
  sheet: AskedSheet,
  { name, format, unit }: { name: string; format: FieldFormat; unit: string },
): { content: Uint8Array; mapping: FieldMapping } | null {
  const value = sheet.value(name);
  const found = value?.type === "field" ? sheet.fieldOf(name) : null;
  if (value?.type !== "field" || !found) return null;
  return fieldFile(found.field.sample(value.grid), value.grid, format, value.reach, unit);
}
