import type { ReadFigure } from "../form";

/**
 * What a program of arrays holds, in whatever language: names, and the numbers between the brackets behind each. Arrays
 * whose names differ in their last word only belong together.
 */
export function readArrays(text: string, opens: string): ReadFigure[] {
  const code = text.replace(/\/\*[\s\S]*?\*\/|\/\/.*|^\s*#.*/gm, " ");
  const figures = new Map<string, Map<string, number[]>>();
  let from = 0;
  for (let equals = code.indexOf("="); equals >= 0; equals = code.indexOf("=", from)) {
    const name = declaredName(code.slice(from, equals));
    const { start, end } = valueAfter(code, equals + 1, opens);
    const [, figure, part] = PARTS.exec(name) ?? [name, name, "numbers"];
    const parts = figures.get(figure) ?? new Map<string, number[]>();
    figures.set(figure, parts.set(part.toLowerCase(), numbersIn(code.slice(start, end))));
    from = end;
  }
  return [...figures.values()].map(putTogether);
}

const PARTS = /^(.+)_(vertices|xs|ys|ring_starts|polygon_starts|line_starts|closed|indices)$/i;

/** The name in `static const double pond[4][2]`, `let pond: [Double]`, `pub const POND: [f64; 2]`. */
function declaredName(head: string): string {
  const untyped = /^[^\n]*?\w\s*(?=:[^:])/m.exec(head)?.[0] ?? head.replace(/\[[^\]]*\]/g, " ");
  return untyped.match(/[A-Za-z_]\w*/g)?.at(-1) ?? "";
}

/** Where a value stands: a mere number, or all between brackets. */
function valueAfter(code: string, from: number, opens: string): { start: number; end: number } {
  const plain = /^\s*[-+]?[\d.][\w.+-]*/.exec(code.slice(from, from + 100));
  if (plain) return { start: from, end: from + plain[0].length };
  const start = code.indexOf(opens, from);
  if (start < 0) return { start: code.length, end: code.length };
  let end = start;
  for (let depth = 0; end < code.length; end++) {
    depth += BRACKETS[code.charCodeAt(end)] ?? 0;
    if (depth === 0) break;
  }
  return { start, end: end + 1 };
}

/** By how much each character, by its code, goes deeper into brackets. */
const BRACKETS = Int8Array.from({ length: 128 }, (_, code) => {
  const character = String.fromCharCode(code);
  return "[({".includes(character) ? 1 : "])}".includes(character) ? -1 : 0;
});

/** The numbers in a value, and not those in names of types. */
function numbersIn(value: string): number[] {
  const numbers: number[] = [];
  const found = /(?<![\w.])[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?/g;
  for (let match = found.exec(value); match; match = found.exec(value)) numbers.push(Number(match[0]));
  return numbers;
}

function putTogether(parts: ReadonlyMap<string, number[]>): ReadFigure {
  const numbers = parts.get("numbers");
  if (numbers) return { lines: [], numbers };
  const xs = parts.get("xs");
  const ys = parts.get("ys") ?? [];
  const all = xs ? xs.flatMap((x, i) => [x, ys[i]]) : (parts.get("vertices") ?? []);
  const starts = parts.get("ring_starts") ?? parts.get("line_starts") ?? [0, all.length / 2];
  const closed = parts.get("closed");
  const lines = starts.slice(1).map((end, r) => ({
    points: all.slice(2 * starts[r], 2 * end),
    closed: closed ? closed[r] === 1 : parts.has("ring_starts"),
  }));
  return { lines, indices: parts.get("indices") };
}
