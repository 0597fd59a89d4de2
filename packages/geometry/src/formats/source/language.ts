import { numberText } from "../decimals";
import type { Figure } from "../figure";
import { ALL_KINDS, type Form } from "../form";
import { LAYOUTS, type Layout, type NumberType, type Style } from "../style";
import { type Declaration, declarationsOf, type Holding, summaryOf } from "./declarations";
import { readArrays } from "./read-arrays";

/** How a programming language writes arrays of numbers. */
export interface Language {
  title: string;
  ending: string;
  mediaType: string;
  /** The types of numbers that it has, that of a mere number first. */
  numbers: readonly NumberType[];
  /** What stands before and after all arrays; `types` are those of the numbers in them. */
  begin?(style: Style, holdings: ReadonlySet<Holding>): string;
  end?: string;
  comment(text: string): string;
  /** A declaration; each element is written already. */
  array(declaration: Declaration, elements: readonly string[], type: string): string;
  single(name: string, value: string, type: string): string;
  /** The name of a type; `holding` tells coordinates, indices, starts and flags apart. */
  typeOf(holding: Holding, style: Style): string;
  /** One number of a type. */
  literal(text: string, type: string): string;
  pair(x: string, y: string, type: string): string;
  /** Words that nothing can be called by, with spaces between. */
  reserved: string;
  /** The case of names. */
  nameOf?(name: string): string;
  /** The bracket with which the numbers of an array begin. */
  opens: "{" | "(" | "[";
  /** More numbers than this in an array are hardly taken by a compiler. */
  most?: { count: number; why: string };
}

/** A form of source code. */
export function sourceForm(language: Language, layouts: readonly Layout[] = LAYOUTS.slice(1)): Form {
  const reserved = new Set(language.reserved.split(/\s+/));
  return {
    title: language.title,
    group: "source code",
    ending: language.ending,
    mediaType: language.mediaType,
    keepsCurves: false,
    holds: { kinds: ALL_KINDS, open: true, names: true },
    layouts,
    numbers: language.numbers,
    remark: (figures, style) => (language.most ? tooMany(figures, style, language.most) : null),
    write: (figures, style) => written(language, reserved, figures, style),
    read: (content) => readArrays(String(content), language.opens),
  };
}

function written(language: Language, reserved: Set<string>, figures: readonly Figure[], style: Style): string {
  const number = numberText(style);
  const holdings = new Set<Holding>();
  const blocks = figures.map((figure) => {
    const all = declarationsOf(figure, style, number);
    const lines = [language.comment(`${figure.name}: ${summaryOf(figure)}`)];
    for (const each of all) {
      holdings.add(each.holding);
      // The summary says what vertices are.
      if (each.holding === "start" || each.holding === "flag") lines.push(language.comment(each.about));
      lines.push(declared(language, reserved, each, style));
    }
    return lines.join("\n");
  });
  const begin = language.begin?.(style, holdings) ?? "";
  return `${begin}${blocks.join("\n\n")}\n${language.end ?? ""}`;
}

function declared(language: Language, reserved: Set<string>, declaration: Declaration, style: Style): string {
  const { width, values, holding, isSingle } = declaration;
  const type = language.typeOf(holding, style);
  const cased = language.nameOf?.(declaration.name) ?? declaration.name;
  const name = reserved.has(cased) ? `${cased}_` : cased;
  const numbers = values.map((value) => language.literal(value, type));
  if (isSingle) return language.single(name, numbers[0], type);
  const elements = width === 1 ? numbers : pairs(numbers, (x, y) => language.pair(x, y, type));
  return language.array({ ...declaration, name }, elements, type);
}

function pairs(numbers: readonly string[], pair: (x: string, y: string) => string): string[] {
  return Array.from({ length: numbers.length / 2 }, (_, i) => pair(numbers[2 * i], numbers[2 * i + 1]));
}

/** Elements a few to a row, so that long arrays stay readable. */
export function rows(elements: readonly string[], indent: string, width: number): string {
  const inRow = width === 2 ? 3 : 8;
  const lines: string[] = [];
  for (let i = 0; i < elements.length; i += inRow) lines.push(indent + elements.slice(i, i + inRow).join(", "));
  return lines.join(",\n");
}

/** A number with a decimal point, where whole ones would be taken for integers. */
export function withPoint(text: string): string {
  return /[.eE]/.test(text) ? text : `${text}.0`;
}

function tooMany(figures: readonly Figure[], style: Style, most: { count: number; why: string }): string | null {
  const number = numberText(style);
  const longest = Math.max(
    0,
    ...figures.flatMap((each) => declarationsOf(each, style, number).map(({ values }) => values.length)),
  );
  return longest > most.count ? `${longest} numbers in an array: ${most.why}` : null;
}
