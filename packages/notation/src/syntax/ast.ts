/** A stretch of a statement's text, from `from` up to, not including, `to`. */
export interface Span {
  from: number;
  to: number;
}

export type SetOperationName = "union" | "intersection" | "difference" | "xor";

export type Expression =
  | ({ kind: "number"; value: number } & Span)
  | ({ kind: "angle"; radians: number } & Span)
  | ({ kind: "length"; value: number; unit: LengthUnit } & Span)
  | ({ kind: "share"; fraction: number } & Span)
  | ({ kind: "text"; value: string } & Span)
  | ({ kind: "name"; name: string } & Span)
  | ({ kind: "tuple"; items: Expression[] } & Span)
  | ({ kind: "leg"; items: Argument[] } & Span)
  | ({ kind: "repeat"; count: Expression; item: Expression } & Span)
  | ({ kind: "call"; name: string; nameSpan: Span; args: Argument[] } & Span)
  | ({ kind: "method"; target: Expression; name: string; nameSpan: Span; args: Argument[] } & Span)
  | ({ kind: "property"; target: Expression; name: string; nameSpan: Span } & Span)
  | ({ kind: "negation"; operand: Expression } & Span)
  | ({ kind: "arithmetic"; operator: "+" | "-" | "*" | "/"; left: Expression; right: Expression } & Span)
  | ({ kind: "comparison"; operator: ComparisonOperator; left: Expression; right: Expression } & Span)
  | ({ kind: "logic"; operator: "and" | "or"; left: Expression; right: Expression } & Span)
  | ({ kind: "not"; operand: Expression } & Span)
  | ({ kind: "if"; condition: Expression; whenTrue: Expression; whenFalse: Expression } & Span)
  | ({
      kind: "each";
      name: string;
      first: Expression;
      last: Expression;
      step: Expression | null;
      body: Expression;
    } & Span)
  | ({ kind: "set"; operation: SetOperationName; operands: Expression[] } & Span);

/** How far a plan reaches along an axis: from 0, or from the least coordinate to the greatest. */
export interface Extent {
  least: Expression | null;
  greatest: Expression;
}

/** The absolute lengths of CSS (Values and Units 4, section 6.2). */
export type LengthUnit = "px" | "in" | "cm" | "mm" | "pt" | "pc" | "Q";

export type ComparisonOperator = "<" | "<=" | ">" | ">=" | "==" | "!=";

export interface Argument extends Span {
  name: string | null;
  nameSpan: Span | null;
  value: Expression;
}

export type Statement =
  | ({
      kind: "plan";
      x: Extent;
      y: Extent;
      yDown: boolean | null;
      unit: string | null;
      density: Expression | null;
    } & Span)
  | ({ kind: "tolerance"; value: Expression } & Span)
  | ({
      kind: "definition";
      name: string;
      nameSpan: Span;
      value: Expression;
      range: { least: Expression; greatest: Expression } | null;
    } & Span)
  | ({
      kind: "function";
      name: string;
      nameSpan: Span;
      parameters: { name: string; default: Expression | null }[];
      body: Expression;
    } & Span)
  | ({
      kind: "picture";
      file: string;
      fileSpan: Span;
      at: Expression | null;
      scale: Expression | null;
      fade: Expression | null;
      clip: { name: string; span: Span } | null;
    } & Span)
  | ({
      kind: "emit";
      /** What is handed off; nothing for all results. */
      targets: EmitTarget[];
      format: string;
      formatSpan: Span;
      options: EmitOption[];
    } & Span);

export interface EmitTarget {
  name: string;
  nameSpan: Span;
  /** The index of an item in the list of that name, and so on in the lists inside; places of the indices with them. */
  items: { index: number; span: Span }[];
}

/** How it is handed off, in a word and what the word takes, if it takes something. */
interface EmitOption {
  name: string;
  nameSpan: Span;
  value: Expression | null;
}

export type DefinitionStatement = Extract<Statement, { kind: "definition" }>;

/** A replacement of a stretch of a text. */
export interface TextEdit extends Span {
  insert: string;
}

/** Edits that put a mistake right, and what they do in a few words. */
export interface Mend {
  label: string;
  edits: TextEdit[];
}

/** A mistake at a place in a statement; its mends are edits of that statement's text. */
export class ScriptError extends Error {
  override readonly name: string = "ScriptError";
  /** Set where the place is in the text of a function of the sheet, called from the span: the mistake itself. */
  inside: { name: string; error: ScriptError } | null = null;
  constructor(
    readonly span: Span,
    message: string,
    readonly mends: readonly Mend[] = [],
  ) {
    super(message);
  }
}

/** Something that computes but is hardly meant. */
export class ScriptWarning extends ScriptError {
  override readonly name = "ScriptWarning";
}
