import { driverPlace, type Handle, handlesOf, type Pull, pullOf, type Value } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

/** How a definition's handle follows its numbers; null where its place says that. */
export function pull(sheet: AskedSheet, { name, index }: { name: string; index: number }): Pull | null {
  const { evaluated } = sheet;
  const handleIn = (value: Value | null): Handle | null => handlesOf(value)[index] ?? null;
  const handle = handleIn(sheet.value(name));
  if (!evaluated || !handle) return null;
  return pullOf(
    handle,
    (other) => driverPlace(evaluated, other ?? name),
    (edits) => handleIn(sheet.tried(edits, name)),
  );
}
