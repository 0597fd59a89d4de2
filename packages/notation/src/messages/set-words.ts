/** The word for a set operation that another word means; null for words that mean none. */
export function setWordFor(word: string): string | null {
  return SET_WORDS[word.toLowerCase()] ?? null;
}

/** Words for set operations, as the trade has them. */
const SET_WORDS: Record<string, string> = {
  unite: "union",
  merge: "union",
  add: "union",
  combine: "union",
  join: "union",
  intersect: "intersection",
  intersects: "intersection",
  common: "intersection",
  subtract: "difference",
  minus: "difference",
  without: "difference",
  exclude: "xor",
  exclusive: "xor",
};
