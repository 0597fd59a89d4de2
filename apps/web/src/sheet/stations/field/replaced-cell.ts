import type { TextEdit } from "@vertexon/notation";

/** The edit that gives a field another cell: in place of the one that it states, or as a further argument. */
export function replacedCell(script: string, { from, to }: { from: number; to: number }, cell: number): TextEdit[] {
  const text = script.slice(from, to);
  const stated = /cell:\s*([^,)]+)/.exec(text);
  const insert = String(Number(cell.toPrecision(6)));
  if (stated) {
    const start = from + stated.index + stated[0].length - stated[1].length;
    return [{ from: start, to: start + stated[1].length, insert }];
  }
  const end = from + text.lastIndexOf(")");
  return [{ from: end, to: end, insert: `, cell: ${insert}` }];
}
