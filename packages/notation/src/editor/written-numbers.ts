import { functions, methodNamed } from "../library";
import { parameterOf } from "../sheet/bind";
import { type Expression, parseStatement, partsOf, type Span, type Statement, splitStatements } from "../syntax";

/** A number as it stands in a script. */
export interface WrittenNumber {
  /** The definition or function that it stands in, or "tolerance". */
  within: string;
  /** What it is for, such as `rect width` or `polygon points x`; empty for a definition that is the number itself. */
  use: string;
  value: number;
  /** Its digits with their sign, without a unit. */
  span: Span;
  /** Such as deg or px; empty for a bare number. */
  unit: string;
  range: { least: number; greatest: number } | null;
}

/** Every number that is written in a script's definitions, functions and tolerance, in order. */
export function writtenNumbers(script: string): WrittenNumber[] {
  return splitStatements(script).flatMap(({ from, text }) => {
    const found = numbersIn(parsed(text));
    return found.map(({ expression, ...rest }): WrittenNumber => {
      const { value, unit, span } = read(text, expression);
      return { ...rest, value, unit, span: { from: from + span.from, to: from + span.to } };
    });
  });
}

interface Found extends Pick<WrittenNumber, "within" | "use" | "range"> {
  expression: Expression;
}

function parsed(text: string): Statement | null {
  try {
    return parseStatement(text);
  } catch {
    // A mistake in one statement leaves the others as they are.
    return null;
  }
}

function numbersIn(statement: Statement | null): Found[] {
  if (statement?.kind === "tolerance") return literals(statement.value, "").map((f) => ({ ...f, within: "tolerance" }));
  if (statement?.kind === "function")
    return literals(statement.body, "").map((f) => ({ ...f, within: statement.name }));
  if (statement?.kind !== "definition") return [];
  const { name, value, range } = statement;
  const [least, greatest] = [range?.least, range?.greatest].map((end) => (end ? numeric(end) : null));
  return literals(value, "").map((found) => ({
    ...found,
    within: name,
    range: found.expression === value && least != null && greatest != null ? { least, greatest } : null,
  }));
}

/** The literals in an expression, with what each is for. */
function literals(e: Expression, use: string): Found[] {
  if (isLiteral(e)) return [{ expression: e, use, within: "", range: null }];
  if (e.kind === "call" || e.kind === "method") {
    const parameters = (e.kind === "call" ? functions.get(e.name) : methodNamed(e.name))?.parameters ?? [];
    const inTarget = e.kind === "method" ? literals(e.target, use) : [];
    const names = e.args.map(({ name }, i) => name ?? parameterOf(parameters, e.args, i)?.name ?? "");
    const inArguments = e.args.flatMap(({ value }, i) => {
      const isOneOfSeveral = names.filter((name) => name === names[i]).length > 1;
      const count = isOneOfSeveral ? ` ${names.slice(0, i + 1).filter((name) => name === names[i]).length}` : "";
      return literals(value, `${e.name} ${names[i]}${count}`.trim());
    });
    return [...inTarget, ...inArguments];
  }
  if (e.kind === "tuple" && e.items.length === 2 && e.items.every((item) => item.kind !== "tuple"))
    return e.items.flatMap((item, i) => literals(item, `${use} ${"xy"[i]}`.trim()));
  if (e.kind === "leg") return e.items.flatMap(({ name, value }) => literals(value, `${use} ${name ?? "length"}`));
  const inBody = e.kind === "each" ? literals(e.body, use) : [];
  return [...partsOf(e).flatMap((part) => literals(part, use)), ...inBody];
}

function isLiteral(e: Expression): boolean {
  if (e.kind === "negation") return isLiteral(e.operand) && e.operand.kind !== "negation";
  return e.kind === "number" || e.kind === "angle" || e.kind === "length" || e.kind === "share";
}

function numeric(e: Expression): number | null {
  if (e.kind === "number") return e.value;
  return e.kind === "negation" && e.operand.kind === "number" ? -e.operand.value : null;
}

function read(text: string, { from, to }: Span): Pick<WrittenNumber, "value" | "unit" | "span"> {
  const written = text.slice(from, to);
  const digits = /^[-−]?\s*[\d.]+(?:e[-+]?\d+)?/i.exec(written)?.[0] ?? written;
  return {
    value: Number(digits.replace(/\s/g, "")),
    unit: written.slice(digits.length).trim(),
    span: { from, to: from + digits.length },
  };
}
