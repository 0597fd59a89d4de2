import type { Argument, Mend, Span, TextEdit } from "../syntax";

/** Arguments as they stand in a statement. */
interface Written {
  args: readonly Argument[];
  text: string;
}

const read = (text: string, { from, to }: Span): string => text.slice(from, to);

/** `at: (cx, cy)` for coordinates that were given one by one, and a radius by its name here. */
export function coordinatesMend({ args, text }: Written, parameters: ReadonlySet<string>): Mend | null {
  for (const [first, second, point] of COORDINATES) {
    const [a, b] = [first, second].map((name) => args.find((each) => each.name?.toLowerCase() === name));
    if (!a || !b || !parameters.has(point)) continue;
    const written = `${point}: (${read(text, a.value)}, ${read(text, b.value)})`;
    return {
      label: `Write ${written}`,
      edits: [{ ...spanOf(a), insert: written }, without(b, args), ...radii(args, parameters)],
    };
  }
  return null;
}

const COORDINATES = [
  ["cx", "cy", "at"],
  ["x", "y", "corner"],
  ["left", "top", "corner"],
  ["x", "y", "at"],
  ["x", "y", "from"],
] as const;

function radii(args: readonly Argument[], parameters: ReadonlySet<string>): TextEdit[] {
  const radius = args.find(({ name }) => name === "r");
  return radius?.nameSpan && parameters.has("radius") ? [{ ...spanOf(radius.nameSpan), insert: "radius" }] : [];
}

/** `from: start, sweep: end - start` for an arc that was given by its ends. */
export function sweepMend({ args, text }: Written, parameters: ReadonlySet<string>): Mend | null {
  const named = (names: readonly string[]) =>
    args.find(({ name }) => name !== null && names.includes(name.toLowerCase()));
  const [start, end] = [named(["start", "startangle", "from"]), named(["end", "endangle", "stop"])];
  if (!start?.nameSpan || !end || !parameters.has("from") || !parameters.has("sweep")) return null;
  const [a, b] = [read(text, start.value), read(text, end.value)];
  const minus = /^0(?:deg|rad|turn)$/.test(a) ? b : `${b} - ${start.value.kind === "angle" ? a : `(${a})`}`;
  const edits = [
    { ...spanOf(start.nameSpan), insert: "from" },
    { ...spanOf(end), insert: `sweep: ${minus}` },
  ];
  return { label: `Write sweep: ${minus}`, edits };
}

/** Each two of the numbers in brackets, where points are wanted and there is an even count of them. */
export function pairedMend(numbers: readonly Span[], text: string): Mend | null {
  if (numbers.length < 2 || numbers.length % 2 !== 0) return null;
  const edits = numbers.map((span, i): TextEdit => {
    const written = read(text, span);
    return { ...spanOf(span), insert: i % 2 === 0 ? `(${written}` : `${written})` };
  });
  const [x, y] = numbers.map((span) => read(text, span));
  return { label: numbers.length === 2 ? `Write (${x}, ${y})` : `Write (${x}, ${y}), …`, edits };
}

/** The argument and the comma before it, or after it where it is the first. */
function without(argument: Argument, args: readonly Argument[]): TextEdit {
  const i = args.indexOf(argument);
  if (i > 0) return { from: args[i - 1].to, to: argument.to, insert: "" };
  return { from: argument.from, to: args[1]?.from ?? argument.to, insert: "" };
}

function spanOf({ from, to }: Span): Span {
  return { from, to };
}
