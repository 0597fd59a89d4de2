import type { Path } from "@vertexon/geometry";
import { shapesIn } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

/** The outlines that a definition would have with other texts; null where one would not compute. */
export function tryOut(
  { sheet }: AskedSheet,
  { name, texts }: { name: string; texts: readonly string[] },
): (Path | null)[] {
  return texts.map((text) => {
    const value = sheet.tryOut(name, text);
    const shapes = value ? shapesIn(value) : [];
    return shapes.length ? { subpaths: shapes.flatMap(({ outline }) => outline.subpaths) } : null;
  });
}
