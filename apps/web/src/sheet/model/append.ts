import type { TextEdit } from "@vertexon/notation";
import type { SheetView } from "@/worker/sheet-view";

/** A name that the sheet does not use yet: the wanted one, or that with a number. */
export function freshName(view: SheetView, wanted: string): string {
  const taken = new Set(view.definitions.map(({ name }) => name));
  let name = wanted;
  for (let i = 2; taken.has(name); i++) name = `${wanted}${i}`;
  return name;
}

/** The edit that adds a statement on a line of its own at the end of the script. */
export function appendedLine(script: string, statement: string): TextEdit[] {
  const start = script.endsWith("\n") || script === "" ? "" : "\n";
  return [{ from: script.length, to: script.length, insert: `${start}${statement}\n` }];
}
