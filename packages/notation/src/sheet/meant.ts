import type { Mend } from "../syntax";

/** Whether a statement ends with the comment that acknowledges what is found in it. */
export function isMeant(text: string): boolean {
  return /\/\/[ \t]*meant\b[^\n]*$/.test(text);
}

/** Acknowledges what was found in statements, by where they end. */
export function meantMend(ends: readonly number[]): Mend {
  return {
    label: ends.length > 1 ? "They are all meant" : "It is meant",
    edits: ends.map((end) => ({ from: end, to: end, insert: " // meant" })),
  };
}
