import { type Expression, parseStatement, type Span, type TextEdit } from "../syntax";

/**
 * The edits that let a definition's shape be flattened by what stands in brackets, such as `0.1, place: outside`; null
 * takes its own way of flattening away, so that the sheet's tolerance holds again.
 */
export function flattenEdits(script: string, { from, to }: Span, args: string | null): TextEdit[] {
  const statement = parseStatement(script.slice(from, to));
  if (statement.kind !== "definition") return [];
  const { value } = statement;
  const at = (span: Span, insert: string): TextEdit => ({ from: from + span.from, to: from + span.to, insert });
  if (value.kind === "method" && value.name === "flatten") {
    const call = { from: value.target.to, to: value.to };
    return [at(call, args === null ? "" : `.flatten(${args})`)];
  }
  if (args === null) return [];
  const end = at({ from: value.to, to: value.to }, `${isOne(value) ? "" : ")"}.flatten(${args})`);
  return isOne(value) ? [end] : [at({ from: value.from, to: value.from }, "("), end];
}

/** A tolerance told in pixels of a target. */
export interface PixelFlattening {
  pixels: number;
  magnification: number;
  ratio: number;
}

/** How a definition tells its tolerance in pixels, where it does so in plain numbers; null otherwise. */
export function writtenPixels(script: string, { from, to }: Span): PixelFlattening | null {
  const statement = parseStatement(script.slice(from, to));
  if (statement.kind !== "definition") return null;
  const { value } = statement;
  if (value.kind !== "method" || value.name !== "flatten") return null;
  const named = (name: string, otherwise: number): number => {
    const given = value.args.find((argument) => argument.name === name)?.value;
    return given ? (given.kind === "number" ? given.value : Number.NaN) : otherwise;
  };
  const found = {
    pixels: named("pixels", Number.NaN),
    magnification: named("magnification", 1),
    ratio: named("ratio", 1),
  };
  return Object.values(found).every((number) => number > 0) ? found : null;
}

/** Whether a dot behind an expression belongs to all of it. */
function isOne({ kind }: Expression): boolean {
  return kind === "call" || kind === "method" || kind === "name" || kind === "property";
}
