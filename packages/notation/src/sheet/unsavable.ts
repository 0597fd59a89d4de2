/** The places of characters that no text can be saved with: U+0000 and halves of surrogate pairs. */
export function unsavableIn(text: string): { at: number; name: string }[] {
  return [...text.matchAll(UNSAVABLE)].map(({ index, 0: found }) => {
    const code = found.charCodeAt(0).toString(16).toUpperCase().padStart(4, "0");
    return { at: index, name: `U+${code}` };
  });
}

// biome-ignore lint/suspicious/noControlCharactersInRegex: U+0000 is what it looks for
const UNSAVABLE = /\u0000|\p{Surrogate}/gu;
