/** Why something failed that should not have, in words that can stand in a message. */
export function reasonOf(error: unknown): string {
  if (error instanceof RangeError && /call stack/.test(error.message)) return "it is nested too deeply";
  if (error instanceof TypeError || error instanceof RangeError) return `Vertexon failed here: ${error.message}`;
  return error instanceof Error ? error.message : String(error);
}
