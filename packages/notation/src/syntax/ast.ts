/** A stretch of a statement's text, from `from` up to, not including, `to`. */
export interface Span {
  from: number;
  to: number;
}

export type SetOperationName = "union" | "intersection" | "difference" | "xor";

export type Expression =
  | ({ kind: "number"; value: number } & Span)
  | ({ kind: "angle"; radians: number } & Span)
  | ({ kind: "text"; value: string } & Span)
  | ({ kind: "name"; name: string } & Span)
  | ({ kind: "tuple"; items: Expression[] } & Span)
  | ({ kind: "call"; name: string; nameSpan: Span; args: Argument[] } & Span)
  | ({ kind: "method"; target: Expression; name: string; nameSpan: Span; args: Argument[] } & Span)
  | ({ kind: "property"; target: Expression; name: string; nameSpan: Span } & Span)
  | ({ kind: "negation"; operand: Expression } & Span)
  | ({ kind: "arithmetic"; operator: "+" | "-" | "*" | "/"; left: Expression; right: Expression } & Span)
  | ({ kind: "set"; operation: SetOperationName; operands: Expression[] } & Span);

export interface Argument extends Span {
  name: string | null;
  nameSpan: Span | null;
  value: Expression;
}

export type Statement =
  | ({
      kind: "plan";
      width: Expression;
      height: Expression;
      yDown: boolean | null;
      unit: string | null;
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
      kind: "emit";
      name: string;
      nameSpan: Span;
      format: string;
      formatSpan: Span;
      decimals: Expression | null;
      file: string | null;
    } & Span);

/** A mistake at a place in a statement. */
export class ScriptError extends Error {
  override readonly name = "ScriptError";
  constructor(
    readonly span: Span,
    message: string,
  ) {
    super(message);
  }
}
