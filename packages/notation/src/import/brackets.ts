import { ImportError, placeOf } from "./imported";

/** What source code holds between brackets: numbers, further brackets, and what they are called. */
export type Item = { label: string | null; line: number } & (
  | { kind: "number"; value: number }
  | {
      kind: "group";
      items: Item[];
      /** The item is an index or a type, such as [4] in `float xs[4]`. */
      index: boolean;
      /** What is called with these arguments; null for a list. */
      callee: string | null;
    }
);

/** A statement of source code: the name on its left side, the sizes stated with it, and its value. */
export interface Declaration {
  name: string | null;
  sizes: number[];
  value: Item[];
  line: number;
}

interface Token {
  kind: "number" | "word" | "text" | "mark";
  text: string;
  at: number;
  line: number;
}

const TOKEN =
  /(?<skip>\s+|\/\/[^\n]*|\/\*[\s\S]*?\*\/|#[^\n]*|--[ \t][^\n]*)|(?<text>"(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*')|(?<number>(?:0x[0-9a-fA-F]+|(?:\d[\d_]*\.?(?:\d[\d_]*)?|\.\d[\d_]*)(?:[eE][-+]?\d+)?)(?:_?[fiu](?:8|16|32|64|128|size)|[fFdDlLuUmM]{1,3})?(?![\w.]))|(?<word>[A-Za-z_@$][\w$]*)|(?<mark>[\s\S])/y;
const OPEN = "([{";
const CLOSE = ")]}";

/** Reads the arrays in source code. Comments may be those of any common language. */
export function readDeclarations(text: string): Declaration[] {
  return new BracketReader(text, tokens(text)).declarations();
}

function tokens(text: string): Token[] {
  const found: Token[] = [];
  let line = 1;
  TOKEN.lastIndex = 0;
  while (TOKEN.lastIndex < text.length) {
    const at = TOKEN.lastIndex;
    const { skip, text: quoted, number, word, mark } = TOKEN.exec(text)!.groups!;
    const whole = skip ?? quoted ?? number ?? word ?? mark;
    if (skip === undefined) {
      const kind =
        quoted !== undefined ? "text" : number !== undefined ? "number" : word !== undefined ? "word" : "mark";
      found.push({ kind, text: whole, at, line });
    }
    if (skip !== undefined || quoted !== undefined) line += whole.split("\n").length - 1;
  }
  return found;
}

const KEYWORDS = new Set(["return", "in", "of", "and", "or", "not", "yield", "await", "echo", "print"]);

class BracketReader {
  private next = 0;
  constructor(
    private readonly text: string,
    private readonly all: readonly Token[],
  ) {}

  declarations(): Declaration[] {
    const found: Declaration[] = [];
    let current: Declaration | null = null;
    const end = (): void => {
      if (current?.value.length) found.push(current);
      current = null;
    };
    while (this.next < this.all.length) {
      const token = this.all[this.next];
      const { line } = token;
      current ??= { name: null, sizes: [], value: [], line };
      if (token.text === ";") {
        end();
        this.next++;
      } else if (token.text === "=" || (token.text === ":" && this.all[this.next + 1]?.text === "=")) {
        // What stood before the sign names the value and states its sizes.
        current.sizes = current.value.flatMap(sizesOf);
        current.value = [];
        this.next += token.text === ":" ? 2 : 1;
      } else if (token.kind === "word") {
        const isLeft = this.isLeftSide();
        if (isLeft && current.value.some((item) => item.kind === "number" || !item.index)) end();
        current ??= { name: null, sizes: [], value: [], line };
        if (isLeft) current.name = token.text;
        this.next++;
      } else if (OPEN.includes(token.text)) {
        const closed = current.value.some((item) => item.kind === "group" && !item.index);
        const group = this.group();
        // Two values side by side without a sign between them are two statements.
        if (closed && !group.index) {
          end();
          current = { name: null, sizes: [], value: [], line };
        }
        current.value.push(group);
      } else if (token.kind === "number" || (/[-+]/.test(token.text) && this.all[this.next + 1]?.kind === "number"))
        current.value.push(this.number(null));
      else if (CLOSE.includes(token.text)) this.fail(token, `"${token.text}" closes nothing`);
      else this.next++;
    }
    end();
    return found;
  }

  /** A word, perhaps with sizes or a type after it, that a "=" or ":=" follows. */
  private isLeftSide(): boolean {
    let i = this.next + 1;
    let depth = 0;
    for (; i < this.all.length; i++) {
      const { text, kind } = this.all[i];
      if (OPEN.includes(text)) depth++;
      else if (CLOSE.includes(text)) depth--;
      else if (depth === 0 && text === "=") return true;
      else if (depth === 0 && text !== ":" && text !== "<" && text !== ">") {
        // `name: type =` and `name: [type; 4] =`; a second word without a colon is another name.
        if (kind !== "word" || this.all[i - 1].text !== ":") return false;
      }
      if (depth < 0) return false;
    }
    return false;
  }

  private group(): Extract<Item, { kind: "group" }> {
    const open = this.all[this.next];
    const before = this.all[this.next - 1];
    const close = CLOSE[OPEN.indexOf(open.text)];
    this.next++;
    const items: Item[] = [];
    let label: string | null = null;
    let unknown: Token | null = null;
    while (this.all[this.next]?.text !== close) {
      const token = this.all[this.next];
      if (!token) this.fail(open, `"${open.text}" is never closed`);
      const follower = this.all[this.next + 1]?.text;
      const isSign = /^[-+]$/.test(token.text) && this.all[this.next + 1]?.kind === "number";
      if (token.kind === "number" || isSign) {
        items.push(this.number(label));
        label = null;
        const after = this.all[this.next];
        if (after && /^[*/+%^-]$/.test(after.text) && after.at > token.at && !this.startsNumber())
          this.fail(after, `an expression with "${after.text}" stands where a number is needed: write its value`);
      } else if (OPEN.includes(token.text)) {
        const inner = this.group();
        if (!inner.index) items.push({ ...inner, label });
        if (!inner.index) label = null;
      } else if (CLOSE.includes(token.text)) this.fail(token, `expected "${close}", found "${token.text}"`);
      else if (token.kind === "text" && (follower === ":" || follower === "=")) {
        label = token.text.slice(1, -1);
        this.next += 2;
      } else if (
        token.kind === "word" &&
        (follower === ":" || follower === "=") &&
        this.all[this.next + 2]?.text !== ":"
      ) {
        label = token.text;
        this.next += 2;
      } else {
        if (token.kind === "word" && /^[)\]},;*/+%-]$/.test(follower ?? "")) {
          if (label === null) unknown ??= token;
          label = null;
        }
        this.next++;
      }
    }
    this.next++;
    const { line } = open;
    // [4] after a name, [] before one and [f32; 2] are sizes and types.
    const after = this.all[this.next];
    const isIndex =
      open.text === "[" && (before?.kind === "word" || before?.text === "]" || items.length === 0 || unknown !== null);
    const isType = open.text === "[" && items.length < 2 && (after?.kind === "word" || after?.text === "=");
    const index = isIndex || isType;
    if (unknown && !index && items.some(({ kind }) => kind === "number"))
      this.fail(unknown, `"${unknown.text}" stands where a number is needed: write its value`);
    const callee = open.text === "(" && before?.kind === "word" && !KEYWORDS.has(before.text) ? before.text : null;
    return { kind: "group", items, label: null, line, index, callee };
  }

  /** After a number: a sign that belongs to a next number, as in `1 -2`. */
  private startsNumber(): boolean {
    const sign = this.all[this.next];
    const number = this.all[this.next + 1];
    return (
      /^[-+]$/.test(sign.text) &&
      number?.kind === "number" &&
      number.at === sign.at + 1 &&
      this.text[sign.at - 1] === " "
    );
  }

  private number(label: string | null): Item {
    const token = this.all[this.next];
    const { line } = token;
    const isSign = token.kind === "mark";
    const digits = isSign ? this.all[this.next + 1].text : token.text;
    this.next += isSign ? 2 : 1;
    const plain = digits.replaceAll("_", "");
    const value = /^0x/i.test(plain)
      ? Number.parseInt(plain.slice(2), 16)
      : Number(/^[\d.]*(?:[eE][-+]?\d+)?/.exec(plain)![0]);
    return { kind: "number", label, line, value: token.text === "-" ? -value : value };
  }

  private fail(token: Token, message: string): never {
    const { line, column } = placeOf(this.text, token.at);
    throw new ImportError(message, line, column);
  }
}

function sizesOf(item: Item): number[] {
  if (item.kind === "number") return [];
  return item.items.flatMap((inner) => (inner.kind === "number" ? [inner.value] : sizesOf(inner)));
}
