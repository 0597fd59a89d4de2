import type { TextEdit } from "@vertexon/notation";

/** The edit that gives a field another number: in place of the one that it states, or as a further argument. */
export function replacedArgument(
  script: string,
  { from, to }: { from: number; to: number },
  name: "cell" | "reach" | "padding",
  value: number,
): TextEdit[] {
  const text = script.slice(from, to);
  const stated = new RegExp(`\\b${name}:\\s*([^,)]+)`).exec(text);
  const insert = String(Number(value.toPrecision(6)));
  if (stated) {
    const start = from + stated.index + stated[0].length - stated[1].length;
    return [{ from: start, to: start + stated[1].length, insert }];
  }
  const end = from + text.lastIndexOf(")");
  return [{ from: end, to: end, insert: `, ${name}: ${insert}` }];
}
