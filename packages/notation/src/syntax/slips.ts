import type { Mend, TextEdit } from "./ast";

/** What was meant at a place where the grammar ends, where that is plain from the text around it. */
export interface Slip {
  message: string | null;
  mends: Mend[];
}

/** A statement's text and the place at which it stops fitting the grammar. */
interface Place {
  text: string;
  at: number;
  before: string;
  rest: string;
  /** How many brackets are open at the place; fewer than none where one closes that was not opened. */
  open: number;
  /** Where the text ends, before the white space and the comment that may follow. */
  end: number;
}

/** A mend, and how far the text must be readable at least with it. */
type Try = [label: string, edits: TextEdit[], beyond: number];

/**
 * A sign that is missing, doubled or another language's: brackets, commas, colons, dots and quotation marks. Offered is only
 * what `reads` finds readable up to a place.
 */
export function slipAt(text: string, at: number, reads: (text: string, beyond: number) => boolean): Slip | null {
  const place: Place = {
    text,
    at,
    before: text.slice(0, at),
    rest: text.slice(at),
    open: depthAt(text.slice(0, at)),
    end: endOfCode(text),
  };
  for (const slip of SLIPS) {
    const found = slip(place);
    if (!found) continue;
    const [message, tries] = found;
    const good = tries.filter(([, edits, beyond]) => reads(applied(text, edits), beyond));
    if (good.length > 0) return { message, mends: good.map(([label, edits]) => ({ label, edits })) };
  }
  return null;
}

const SLIPS: readonly ((place: Place) => [message: string | null, tries: Try[]] | null)[] = [
  /** `radius = 30`, `radius:: 30` and `radius 30` for an argument. */
  ({ at, before, rest, open }) => {
    const name = open > 0 ? /[(,]\s*([A-Za-z_]\w*)\s*$/.exec(before)?.[1] : undefined;
    if (!name || /^[A-Za-z_]/.test(rest)) return null;
    const message = `the name of an argument is followed by a colon: ${name}: …`;
    const from = before.trimEnd().length;
    const sign = /^(?:=(?!=)|:)\s*/.exec(rest)?.[0] ?? "";
    const to = at + sign.length;
    if (!sign && !/^[0-9.("]/.test(rest)) return null;
    const tries: Try[] = [[`Write ${name}:`, [{ from, to, insert: ": " }], to]];
    if (!sign) tries.push(["Put a comma between them", [{ from, to: from, insert: "," }], at]);
    return [message, tries];
  },
  ({ at, before, rest }) =>
    rest.startsWith(":") && before.endsWith(":")
      ? ["one colon follows the name of an argument", [["Remove it", [{ from: at, to: at + 1, insert: "" }], at]]]
      : null,
  ({ at, rest, open }) =>
    rest.startsWith(";") && open > 0
      ? [
          "what stands in brackets is separated by commas",
          [["Write a comma", [{ from: at, to: at + 1, insert: "," }], at + 1]],
        ]
      : null,
  /** `[1, 2]` and `{x: 1, y: 2}`. */
  ({ text, rest, end }) => {
    if (!/^[[{]/.test(rest)) return null;
    const edits = [...outsideOfTexts(text, /\{\s*x\s*:([^,{}]*),\s*y\s*:([^,{}]*)\}|[[\]{}]/g)].map(
      ({ 0: found, 1: x, 2: y, index }): TextEdit => {
        const round = /[[{]/.test(found) ? "(" : ")";
        return {
          from: index,
          to: index + found.length,
          insert: x === undefined ? round : `(${x.trim()}, ${y.trim()})`,
        };
      },
    );
    return ["points and lists stand in round brackets: (x, y)", [["Write round brackets", edits, end]]];
  },
  /** `'…'` for a text. */
  ({ text, at, rest }) => {
    const length = /^'[^'"\n]*'/.exec(rest)?.[0].length;
    if (!length) return null;
    const edits = [at, at + length - 1].map((from): TextEdit => ({ from, to: from + 1, insert: '"' }));
    return ['texts stand in double quotation marks: "…"', [["Write double ones", edits, text.length]]];
  },
  /** A text that goes on to the end. */
  ({ text, end }) => {
    if (text.slice(0, end).split('"').length % 2 === 1) return null;
    const last = /[\s)]*$/.exec(text.slice(0, end))!.index;
    const tries = [last, text.length].map((from): Try => ["Close it", [insertion(from, '"')], text.length]);
    return ["a quotation mark is not closed", tries.slice(0, 1)];
  },
  /** `path "…"` and `circle (50, 50), radius: 30`. */
  (place) => {
    const name = /^\s*\w+\s*=\s*([A-Za-z_]\w*)\s+(?=["(0-9.-]|[A-Za-z_]\w*\s*[:,])/.exec(place.text)?.[1];
    const tries = inBrackets(place);
    return name && tries.length > 0 ? [`what "${name}" takes stands in brackets: ${name}(…)`, tries] : null;
  },
  /** `a->move(…)` and `a move(…)` for a method. */
  (place) => {
    const { at, before, rest } = place;
    if (rest.startsWith(">") && before.endsWith("-"))
      return ["a method follows a dot", [["Write a dot", [{ from: at - 1, to: at + 1, insert: "." }], at]]];
    const method = /^([A-Za-z_]\w*)\s*\(/.exec(rest)?.[1];
    if (!method || !/[\w)]\s+$/.test(before) || !/=/.test(before)) return null;
    const from = before.trimEnd().length;
    const dot: Try = [`Write .${method}`, [{ from, to: at, insert: "." }], at];
    return [`a method follows a dot: .${method}(…)`, [dot, ...inBrackets(place)]];
  },
  ({ at, before, rest, open }) => {
    const from = before.trimEnd().length;
    if (open <= 0 || !/^[A-Za-z_0-9.("]/.test(rest) || !/[\w)"%]$/.test(before.trimEnd())) return null;
    return [null, [["Put a comma between them", [insertion(from, ",")], at]]];
  },
  /** A bracket that is not closed: that of a point before the next argument, or those at the end. */
  ({ text, at, open, end }) => {
    if (open <= 0 || at < end) return null;
    const points = [...outsideOfTexts(text, POINT_BEFORE_MORE)]
      .filter(({ index }) => !/\w\s*$/.test(text.slice(0, index)))
      .map(
        ({ 0: found, index }): Try => [
          `Close it after ${found.slice(1).trim()}`,
          [insertion(index + found.length, ")"), insertion(end, ")".repeat(open - 1))],
          end,
        ],
      );
    const all: Try = [`Write ${")".repeat(open)} at the end`, [insertion(end, ")".repeat(open))], end];
    return [open === 1 ? "a bracket is not closed" : `${open} brackets are not closed`, [...points, all]];
  },
  /** One that closes and was not opened: too many, or `circle(50, 50), radius: 30)`. */
  ({ text, end }) => {
    if (depthAt(text.slice(0, end)) >= 0) return null;
    const last = text.slice(0, end).lastIndexOf(")");
    // After the name of a function, where two coordinates follow.
    const points = [...outsideOfTexts(text, /\w\((?=[^(),:]+,[^(),:]+\)\s*,)/g)].map(
      ({ index }): Try => ["Open one more", [insertion(index + 2, "(")], end],
    );
    return [
      "a bracket closes that was not opened",
      [["Remove it", [{ from: last, to: last + 1, insert: "" }], end], ...points],
    ];
  },
  /** `pond circle(…)` for a definition. */
  ({ text, at, before }) => {
    const name = /^([A-Za-z_]\w*)\s+$/.exec(before)?.[1];
    return name ? [`expected "=" after the name "${name}"`, [["Write =", [insertion(at, "= ")], text.length]]] : null;
  },
];

/** Everything after the name with which a value begins as what that function takes, if the text stops fitting behind the name. */
function inBrackets({ text, at, end }: Place): Try[] {
  const call = /^(\s*\w+\s*=\s*[A-Za-z_]\w*)\s+/.exec(text);
  if (!call || at < call[0].length) return [];
  return [
    ["Put it in brackets", [{ from: call[1].length, to: call[0].length, insert: "(" }, insertion(end, ")")], end],
  ];
}

/** Two coordinates after a bracket and a comma after them, or anything up to the name of an argument. */
const POINT_BEFORE_MORE = /\((?:[^(),:]+,[^(),:]+(?=,)|(?=[^()]*,\s*[A-Za-z_]\w*\s*:)[^()]*?(?=,\s*[A-Za-z_]\w*\s*:))/g;

function insertion(at: number, insert: string): TextEdit {
  return { from: at, to: at, insert };
}

/** Edits in the order of their places, none of which overlap. */
function applied(text: string, edits: readonly TextEdit[]): string {
  return edits.reduceRight((result, { from, to, insert }) => result.slice(0, from) + insert + result.slice(to), text);
}

/** What an expression finds outside of texts and comments. */
function* outsideOfTexts(text: string, wanted: RegExp): Generator<RegExpExecArray> {
  const covered = [...text.matchAll(/"[^"]*"?|\/\/[^\n]*/g)].map(({ 0: found, index }) => [
    index,
    index + found.length,
  ]);
  for (const found of text.matchAll(wanted))
    if (!covered.some(([from, to]) => from <= found.index && found.index < to)) yield found;
}

function depthAt(text: string): number {
  let depth = 0;
  for (const { 0: bracket } of outsideOfTexts(text, /[()]/g)) depth += bracket === "(" ? 1 : -1;
  return depth;
}

function endOfCode(text: string): number {
  let end = 0;
  for (const { 0: token, index } of text.matchAll(/"[^"]*"?|\/\/[^\n]*|\S/g))
    if (!token.startsWith("//")) end = index + token.length;
  return end;
}
