/** The bytes of a text of ASCII letters. */
export function ascii(text: string): Uint8Array {
  return Uint8Array.from(text, (letter) => letter.charCodeAt(0));
}
