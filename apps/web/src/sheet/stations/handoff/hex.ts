/** Bytes as two digits each, 32 to a row. */
export function asHex(bytes: Uint8Array): string {
  const digits = Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0"));
  const rows: string[] = [];
  for (let i = 0; i < digits.length; i += 32) rows.push(digits.slice(i, i + 32).join(""));
  return rows.join("\n");
}

/** The length of the text that `asHex` makes of a number of bytes. */
export function hexLength(bytes: number): number {
  return 2 * bytes + Math.max(0, Math.ceil(bytes / 32) - 1);
}
