/** A form of one's own: short texts with places in braces, from a point up to the file. */
export interface Pieces {
  /** With {x} and {y}. */
  point: string;
  /** Between points. */
  separator: string;
  /** A ring or another line, with {points}. */
  ring: string;
  /** Between rings. */
  rings: string;
  /** One shape, with {rings}. */
  outline: string;
  /** Between shapes. */
  outlines: string;
  /** With {outlines}. */
  file: string;
}

/** What can stand in braces in each piece, that first without which it would hold nothing. */
export const PLACES: Record<keyof Pieces, { needed: readonly string[]; others: readonly string[] }> = {
  point: { needed: ["x", "y"], others: ["index"] },
  separator: { needed: [], others: [] },
  ring: { needed: ["points"], others: ["index", "count", "closed"] },
  rings: { needed: [], others: [] },
  outline: { needed: ["rings"], others: ["name", "index", "count"] },
  outlines: { needed: [], others: [] },
  file: { needed: ["outlines"], others: ["name", "count"] },
};

/** Characters that a text of the sheet cannot hold, or that are hard to see there. */
const CHARACTERS: Record<string, string> = { newline: "\n", tab: "\t", quote: '"' };

export const PLAIN_PIECES: Pieces = {
  point: "{x} {y}",
  separator: ", ",
  ring: "{points}",
  rings: "{newline}",
  outline: "{rings}",
  outlines: "{newline}{newline}",
  file: "{outlines}{newline}",
};

/** What is wrong with a piece, in a sentence; null where nothing is. */
export function problemIn(piece: keyof Pieces, text: string): string | null {
  const { needed, others } = PLACES[piece];
  const known = [...needed, ...others, ...Object.keys(CHARACTERS)];
  const list = known.map((place) => `{${place}}`).join(", ");
  for (const [, place] of text.matchAll(/\{([a-z]+)\}/g))
    if (!known.includes(place)) return `${piece} has no place {${place}}; it has ${list}`;
  const missing = needed.find((place) => !text.includes(`{${place}}`));
  return missing ? `${piece} must hold {${missing}}, or nothing would be written` : null;
}

/** A piece with its places filled in; braces around anything else stand for themselves. */
export function filledIn(text: string, values: Record<string, string | number>): string {
  return text.replace(/\{([a-z]+)\}/g, (whole, place) => String(values[place] ?? CHARACTERS[place] ?? whole));
}
