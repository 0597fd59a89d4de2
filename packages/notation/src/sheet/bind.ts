import {
  ArgumentError,
  Bound,
  describe,
  type FunctionSignature,
  type Parameter,
  type ParameterType,
  type PointValue,
  type Value,
} from "../functions";
import { misspelled } from "../misspelled";
import { shortNumber } from "../short-number";
import { type Argument, type Expression, type Mend, parseStatement, ScriptError, type Span } from "../syntax";

/** An argument as written, with its value. */
export interface Given {
  argument: Argument;
  value: Value;
}

/**
 * Matches arguments with parameters: first those without a name in order, then by name. A parameter that takes several
 * values takes all remaining ones without a name. Throws {@link ScriptError} at the argument that does not fit.
 */
export function bind(call: Call, signature: Called, given: readonly Given[], text: string): Binding {
  const { name: what, nameSpan } = call;
  const { parameters } = signature;
  const values = new Map<string, Value>();
  const spans = new Map<string, Span>();
  let next = 0;
  const gathered: Given[] = [];
  for (const each of given) {
    const { argument } = each;
    if (argument.name === null) {
      const parameter = parameters[next];
      if (!parameter)
        throw new ScriptError(
          argument,
          `"${what}" takes at most ${parameters.length} arguments: ${listed(parameters)}`,
        );
      if (takesSeveral(parameter)) gathered.push(each);
      else {
        next++;
        values.set(parameter.name, swapChecked(parameter, each, { given, parameters, text }));
        spans.set(parameter.name, argument.value);
      }
      continue;
    }
    const parameter = parameters.find(({ name }) => name === argument.name);
    if (!parameter) {
      const names = parameters.map(({ name }) => name);
      const otherwise = `; it takes ${listed(parameters)}`;
      const message = `"${what}" has no argument "${argument.name}"`;
      throw misspelled(argument.nameSpan!, message, argument.name, names, otherwise);
    }
    if (values.has(parameter.name)) throw new ScriptError(argument.nameSpan!, `"${parameter.name}" is given twice`);
    values.set(parameter.name, takesSeveral(parameter) ? severalOf(parameter, [each]) : checked(parameter, each));
    spans.set(parameter.name, argument.value);
  }
  if (gathered.length) {
    const parameter = parameters[next];
    if (values.has(parameter.name)) throw new ScriptError(gathered[0].argument, `"${parameter.name}" is given twice`);
    values.set(parameter.name, severalOf(parameter, gathered));
    spans.set(parameter.name, { from: gathered[0].argument.from, to: gathered[gathered.length - 1].argument.to });
  }
  for (const parameter of parameters)
    if (!values.has(parameter.name) && parameter.default === undefined)
      throw new ScriptError(
        nameSpan,
        `"${what}" needs ${withArticle(parameter.type)} "${parameter.name}": ${parameter.about}`,
        missingMends(call, signature, parameter),
      );
  return { bound: new Bound(values), spans };
}

/** The parameter that an argument is for, by its name or by its place; one that takes several values takes all further ones. */
export function parameterOf(parameters: readonly Parameter[], args: readonly Argument[], i: number): Parameter | null {
  const { name } = args[i];
  if (name !== null) return parameters.find((parameter) => parameter.name === name) ?? null;
  const place = args.slice(0, i).filter((argument) => argument.name === null).length;
  const several = parameters.findIndex(takesSeveral);
  return parameters[several < 0 ? place : Math.min(place, several)] ?? null;
}

type Call = Extract<Expression, { kind: "call" | "method" }>;
type Called = Pick<FunctionSignature, "parameters" | "example">;

export interface Binding {
  bound: Bound;
  /** Where each argument that was given stands. */
  spans: ReadonlyMap<string, Span>;
}

/** Writes the argument that is missing, with the value that it has in the function's example. */
function missingMends({ args, to }: Call, { parameters, example }: Called, parameter: Parameter): Mend[] {
  const statement = parseStatement(`x = ${example}`);
  const shown = statement.kind === "definition" ? statement.value : null;
  if (shown?.kind !== "call" && shown?.kind !== "method") return [];
  const found = shown.args.find(({ name }, i) => (name ?? parameters[i]?.name) === parameter.name);
  if (!found) return [];
  const value = `x = ${example}`.slice(found.value.from, found.value.to);
  const insert = `${args.length ? ", " : ""}${parameter.name}: ${value}`;
  return [{ label: `Add ${parameter.name}: ${value}`, edits: [{ from: to - 1, to: to - 1, insert }] }];
}

/** Runs a function on bound arguments, and puts its complaint about one of them where that one stands. */
export function runAt<T>(binding: Binding, nameSpan: Span, run: () => T): T {
  try {
    return run();
  } catch (error) {
    if (error instanceof ArgumentError)
      throw new ScriptError(binding.spans.get(error.parameter) ?? nameSpan, error.message);
    throw error;
  }
}

function takesSeveral({ type }: Parameter): boolean {
  return type === "points" || type === "numbers" || type === "shapes" || type === "legs";
}

const VALUE_TYPES: Record<ParameterType, Value["type"]> = {
  number: "number",
  numbers: "number",
  angle: "angle",
  point: "point",
  points: "point",
  shape: "shape",
  shapes: "shape",
  text: "text",
  "fill rule": "rule",
  word: "word",
  "yes or no": "truth",
  legs: "leg",
};

/** A value in the wrong place: where another one without a name would fit here, and this one there, they are swapped. */
function swapChecked(
  parameter: Parameter,
  each: Given,
  { given, parameters, text }: { given: readonly Given[]; parameters: readonly Parameter[]; text: string },
): Value {
  try {
    return checked(parameter, each);
  } catch (error) {
    if (!(error instanceof ScriptError)) throw error;
    const unnamed = given.filter(({ argument }) => argument.name === null);
    const other = unnamed.find(({ value }, i) => {
      const theirs = parameters[i];
      return theirs && fits(parameter, value) && fits(theirs, each.value);
    });
    if (!other) throw error;
    const [here, there] = [each.argument.value, other.argument.value];
    const put = ({ from, to }: Span, source: Span) => ({ from, to, insert: text.slice(source.from, source.to) });
    const mend = { label: `Swap it with the ${parameter.type}`, edits: [put(here, there), put(there, here)] };
    throw new ScriptError(error.span, error.message, [mend]);
  }
}

function fits(parameter: Parameter, value: Value): boolean {
  return value.type === VALUE_TYPES[parameter.type];
}

function checked(parameter: Parameter, { argument, value }: Given): Value {
  if (value.type === VALUE_TYPES[parameter.type]) {
    if (value.type === "number" && !Number.isFinite(value.value))
      throw new ScriptError(argument.value, `"${parameter.name}" is ${value.value}, expected a finite number`);
    return value;
  }
  if (parameter.type === "angle" && value.type === "number") {
    const n = value.value;
    const degrees = shortNumber((n * 180) / Math.PI);
    throw new ScriptError(
      argument.value,
      `a bare number is no angle: ${n}deg is ${shortNumber((n * Math.PI) / 180)} rad, ${n}rad is ${degrees} deg, ${n}turn is ${shortNumber(n * 360)} deg; write the unit`,
      ["deg", "rad", "turn"].map((unit) => unitMend(argument.value, unit)),
    );
  }
  const expected = withArticle(parameter.type);
  if (value.type === "list" && value.items.length === 3 && value.items.every(({ type }) => type === "number"))
    throw new ScriptError(
      argument.value,
      `"${parameter.name}" takes ${expected}; three numbers are no point: expected (x, y)`,
    );
  throw new ScriptError(argument.value, `"${parameter.name}" takes ${expected}, not ${describe(value)}`);
}

/** A number gets the unit; anything that computes one is multiplied by one unit. */
function unitMend(expression: Expression, unit: string): Mend {
  const { from, to } = expression;
  const literal = expression.kind === "negation" ? expression.operand : expression;
  const label = `Write ${unit}`;
  if (literal.kind === "number") return { label, edits: [{ from: to, to, insert: unit }] };
  return {
    label,
    edits: [
      { from, to: from, insert: "(" },
      { from: to, to, insert: `) * 1${unit}` },
    ],
  };
}

function severalOf(parameter: Parameter, given: readonly Given[]): Value {
  const items = given.flatMap((each) => {
    const values = itemsOf(parameter, each.value);
    return values.map((value) => checked(parameter, { ...each, value }));
  });
  return { type: "list", items: items as PointValue[] };
}

function itemsOf(parameter: Parameter, value: Value): Value[] {
  if (value.type === "list") {
    const isNumbers = value.items.length === 3 && value.items.every(({ type }) => type === "number");
    if (parameter.type === "points" && isNumbers) return [value]; // (1, 2, 3) was meant to be a point
    return value.items.flatMap((item) => itemsOf(parameter, item));
  }
  // Two numbers in brackets are a point; where numbers are wanted they are two of them, and a number is a straight leg.
  if (parameter.type === "numbers" && value.type === "point")
    return [value.x, value.y].map((coordinate) => ({ type: "number", value: coordinate }));
  if (parameter.type === "legs" && value.type === "number")
    return [{ type: "leg", length: value.value, bend: 0, sweep: 0 }];
  return [value];
}

function withArticle(type: ParameterType): string {
  if (type === "points" || type === "shapes" || type === "legs") return type;
  if (type === "yes or no") return "yes or no";
  if (type === "numbers") return "numbers";
  return type === "angle" ? "an angle" : `a ${type}`;
}

function listed(parameters: readonly Parameter[]): string {
  return parameters.map(({ name }) => name).join(", ") || "no arguments";
}
