import type { TextEdit } from "../syntax";

/** A number for the script: rounded to `decimals`, without trailing zeros; with an exponent from 1e21 on only. */
export function writeNumber(value: number, decimals: number): string {
  const text = value.toFixed(Math.max(0, Math.min(17, decimals)));
  const short = text.includes(".") ? text.replace(/\.?0+$/, "") : text;
  return short === "-0" ? "0" : short;
}

export function applyEdits(script: string, edits: readonly TextEdit[]): string {
  let result = script;
  for (const { from, to, insert } of [...edits].sort((a, b) => b.from - a.from))
    result = result.slice(0, from) + insert + result.slice(to);
  return result;
}
