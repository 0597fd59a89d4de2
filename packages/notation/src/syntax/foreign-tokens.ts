import { nearestName } from "../messages/nearest-name";
import type { Mend, Span } from "./ast";

/** A sign or word that other languages use where this notation has another. */
export interface ForeignToken {
  span: Span;
  message: string;
  mends: Mend[];
}

/** What was meant by the text at a place where the grammar ends; null where that is anybody's guess. */
export function foreignToken(
  text: string,
  at: number,
  setWordFor: (word: string) => string | null,
): ForeignToken | null {
  const rest = text.slice(at);
  const before = text.slice(0, at).trimEnd();
  return (
    sign(rest, at) ?? unit(text, rest, at) ?? declaration(text, at) ?? setWord(before, rest, at, setWordFor) ?? null
  );
}

const replaced = (from: number, length: number, insert: string, label = `Write ${insert.trim()}`): Mend[] => [
  { label, edits: [{ from, to: from + length, insert }] },
];

function sign(rest: string, at: number): ForeignToken | null {
  for (const [token, message, insert] of SIGNS) {
    if (!rest.startsWith(token)) continue;
    const mends = insert === null ? [] : replaced(at, token.length, insert, insert === "" ? "Remove it" : undefined);
    return { span: { from: at, to: at + token.length }, message, mends };
  }
  return null;
}

/** Tokens, what is written here instead, and what replaces them; null where more than the token changes. */
const SIGNS: readonly [token: string, message: string, insert: string | null][] = [
  ["°", "angles carry their unit in letters: 270deg", "deg"],
  ["&&", 'conditions are joined by "and"', " and "],
  ["||", 'conditions are joined by "or"', " or "],
  ["!=", "expected a value before !=", null],
  ["!", 'a condition is reversed by "not"', "not "],
  ["**", "powers are written as products: x * x", null],
  ["^", "powers are written as products: x * x; shapes are combined by xor", null],
  ["&", "shapes are combined by words: union, intersection, difference or xor", null],
  ["|", "shapes are combined by words: union, intersection, difference or xor", null],
  ["?", "a choice is written: if CONDITION then VALUE else VALUE", null],
  ["'", 'texts stand in double quotation marks: "…"', null],
  ["`", 'texts stand in double quotation marks: "…"', null],
  ["[", "lists stand in round brackets: (a, b, c), or list(a, b)", null],
  ["{", "expressions stand in round brackets; there are no blocks", null],
  [";", "a statement ends where its line ends, without a semicolon", ""],
  ["#", "comments begin with //", "//"],
  [":=", "a definition is written with =", "="],
];

function unit(text: string, rest: string, at: number): ForeignToken | null {
  // The parser may have taken the beginning for a unit: 12mmm.
  const begun = /(?:^|[^\w.])\d[\d.]*([A-Za-z]*)$/.exec(text.slice(0, at));
  const word = begun && begun[1] + (/^[A-Za-z]+/.exec(rest)?.[0] ?? "");
  if (!word) return null;
  // A unit that is whole: it is something else that is missing.
  if (ALL_UNITS.includes(word)) return null;
  const from = at - begun[1].length;
  const span = { from, to: from + word.length };
  const known = UNITS[word.toLowerCase()];
  if (known) return { span, message: `the unit is written ${known}`, mends: replaced(from, word.length, known) };
  const help = UNIT_HELP[word.toLowerCase()];
  if (help) return { span, message: help, mends: [] };
  return { span, message: `"${word}" is no unit; there are ${ALL_UNITS.join(", ")} and %`, mends: [] };
}

const ALL_UNITS = ["deg", "rad", "turn", "px", "in", "cm", "mm", "pt", "pc", "Q"];
const UNITS: Record<string, string> = {
  d: "deg",
  degree: "deg",
  degrees: "deg",
  radian: "rad",
  radians: "rad",
  turns: "turn",
  pixel: "px",
  pixels: "px",
  inch: "in",
  q: "Q",
};
const UNIT_HELP: Record<string, string> = {
  grad: "angles are given in deg, rad or turn: 100grad is 90deg",
  gon: "angles are given in deg, rad or turn: 100gon is 90deg",
  vw: "there is no vw: a share of the plan's width is written in %, as in (50%, 0)",
  vh: "there is no vh: a share of the plan's height is written in %, as in (0, 50%)",
  vmin: "there is no vmin: box.width and box.height give the plan's size",
  vmax: "there is no vmax: box.width and box.height give the plan's size",
  em: "lengths do not depend on a font: write them in plan units",
  rem: "lengths do not depend on a font: write them in plan units",
  m: "lengths are given in plan units, or in px, in, cm, mm, pt, pc, Q",
};

/** `let a = 1`, `var`, `const`, `def`: a definition needs no word before it. */
function declaration(text: string, at: number): ForeignToken | null {
  const found = /^(let|var|const|val|double|float|int|auto|shape)\s+(?=[A-Za-z_]\w*\s*=)/.exec(text);
  if (found && at === found[0].length)
    return {
      span: { from: 0, to: found[1].length },
      message: `a definition needs no "${found[1]}": name = value`,
      mends: replaced(0, found[0].length, "", "Remove it"),
    };
  const own = /^(def|function|func)\s+(?=[A-Za-z_]\w*\s*\()/.exec(text);
  if (!own || at !== own[0].length) return null;
  return {
    span: { from: 0, to: own[1].length },
    message: "a function is written: fn name(a, b) = value",
    mends: replaced(0, own[1].length, "fn"),
  };
}

/** A word where an operator is expected: another word for a set operation, or a misspelled one. */
function setWord(
  before: string,
  rest: string,
  at: number,
  setWordFor: (word: string) => string | null,
): ForeignToken | null {
  const word = /^[A-Za-z_]\w*/.exec(rest)?.[0];
  if (!word || !/=/.test(before)) return null;
  if (before.endsWith(".") && ["union", "intersection", "difference", "xor"].includes(word))
    return setMethod(word, rest, at);
  if (!/[\w)"]$/.test(before)) return null;
  const meant = setWordFor(word) ?? nearestName(word, ["union", "intersection", "difference", "xor"]);
  if (!meant) return null;
  const message = `"${word}" is no operator; shapes are combined by union, intersection, difference or xor`;
  return { span: { from: at, to: at + word.length }, message, mends: replaced(at, word.length, meant) };
}

/** `a.union(b)`: with a word between them where nothing comes after the brackets. */
function setMethod(word: string, rest: string, at: number): ForeignToken {
  const isLast = /^\w+\s*\([^()]*\)\s*$/.test(rest);
  const edits = [
    { from: at - 1, to: at, insert: " " },
    { from: at + word.length, to: at + word.length, insert: " " },
  ];
  return {
    span: { from: at, to: at + word.length },
    message: `"${word}" stands between shapes: a ${word} b`,
    mends: isLast ? [{ label: `Write ${word} between them`, edits }] : [],
  };
}
