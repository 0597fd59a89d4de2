import {
  ArgumentError,
  Bound,
  describe,
  type Parameter,
  type ParameterType,
  type PointValue,
  type Value,
} from "../functions";
import { suggestion } from "../nearest-name";
import { shortNumber } from "../short-number";
import { type Argument, ScriptError, type Span } from "../syntax";

/** An argument as written, with its value. */
export interface Given {
  argument: Argument;
  value: Value;
}

/**
 * Matches arguments with parameters: first those without a name in order, then by name. A parameter that takes several
 * values takes all remaining ones without a name. Throws {@link ScriptError} at the argument that does not fit.
 */
export function bind(what: string, nameSpan: Span, parameters: readonly Parameter[], given: readonly Given[]): Binding {
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
        values.set(parameter.name, checked(parameter, each));
        spans.set(parameter.name, argument.value);
      }
      continue;
    }
    const parameter = parameters.find(({ name }) => name === argument.name);
    if (!parameter) {
      const names = parameters.map(({ name }) => name);
      const hint = suggestion(argument.name, names) || `; it takes ${listed(parameters)}`;
      throw new ScriptError(argument.nameSpan!, `"${what}" has no argument "${argument.name}"${hint}`);
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
      );
  return { bound: new Bound(values), spans };
}

export interface Binding {
  bound: Bound;
  /** Where each argument that was given stands. */
  spans: ReadonlyMap<string, Span>;
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
  "yes or no": "truth",
  legs: "leg",
};

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
