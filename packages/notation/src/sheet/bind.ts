import {
  ArgumentError,
  Bound,
  type FunctionSignature,
  functions,
  type Parameter,
  type ParameterType,
} from "../library";
import { coordinatesMend, pairedMend, sweepMend } from "../messages/argument-mends";
import { combinedByFunction } from "../messages/field-formulas";
import { foreignArgument } from "../messages/foreign-words";
import { misspelled } from "../messages/misspelled";
import { plural } from "../messages/plural";
import { shortNumber } from "../messages/short-number";
import { type Argument, type Expression, type Mend, ScriptError, type Span } from "../syntax";
import { describe, type ListValue, type Value } from "../values";
import { numberOf, sizeOf } from "../values/lengths";

/** An argument as written, with its value. */
export interface Given {
  argument: Argument;
  value: Value;
}

/**
 * Matches arguments with parameters: those without a name in order, the others by name. A parameter that takes several
 * values takes one list, or single values up to the first that it cannot take. Throws {@link ScriptError} at the argument
 * that does not fit.
 */
export function bind(call: Call, signature: Called, given: readonly Given[], around: Around): Binding {
  try {
    return bound(call, signature, given, around);
  } catch (error) {
    const formula = error instanceof ScriptError && combinedByFunction(call, given);
    if (formula) throw formula;
    const mend =
      error instanceof ScriptError &&
      (pairMend(call, signature, given, around) ?? pluralMend(call, signature, given, around));
    if (!mend || error.mends.some(({ label }) => label === mend.label)) throw error;
    throw new ScriptError(error.span, error.message, [mend, ...error.mends]);
  }
}

/** Two numbers by place that stand for a point: the first two with which, in brackets, everything fits. */
function pairMend(call: Call, signature: Called, given: readonly Given[], around: Around): Mend | null {
  for (let i = 0; i + 1 < given.length; i++) {
    const [a, b] = [given[i], given[i + 1]];
    if (a.argument.name !== null || b.argument.name !== null) continue;
    if (a.value.type !== "number" || b.value.type !== "number") continue;
    const [from, to] = [a.argument.from, b.argument.to];
    const value: Expression = { kind: "tuple", items: [a.argument.value, b.argument.value], from, to };
    const pair: Given = {
      argument: { ...a.argument, value, to },
      value: { type: "point", x: a.value.value, y: b.value.value },
    };
    if (isBound(call, signature, [...given.slice(0, i), pair, ...given.slice(i + 2)], around))
      return pairedMend([a.argument.value, b.argument.value], around.text);
  }
  return null;
}

/** A list for one value: the function for several, where everything fits that one. */
function pluralMend(call: Call, signature: Called, given: readonly Given[], around: Around): Mend | null {
  const name = `${call.name}s`;
  const several = functions.get(call.name) === signature && functions.get(name);
  if (!several || !isBound({ ...call, name }, several, given, around)) return null;
  const { from, to } = call.nameSpan;
  return { label: `Write ${name}`, edits: [{ from, to, insert: name }] };
}

function isBound(call: Call, signature: Called, given: readonly Given[], around: Around): boolean {
  try {
    bound(call, signature, given, around);
    return true;
  } catch (error) {
    if (error instanceof ScriptError) return false;
    throw error;
  }
}

function bound(call: Call, signature: Called, given: readonly Given[], { text, plan }: Around): Binding {
  const { name: what, nameSpan } = call;
  const { parameters } = signature;
  const places = placesOf(call, signature, given, text);
  const values = new Map<string, Value>();
  const spans = new Map<string, Span>();
  for (const parameter of parameters) {
    const own = given.filter((_, i) => places[i] === parameter);
    if (own.length === 0) continue;
    const { argument } = own[0];
    spans.set(parameter.name, { from: argument.value.from, to: own[own.length - 1].argument.value.to });
    values.set(
      parameter.name,
      takesSeveral(parameter)
        ? severalOf(parameter, own, plan)
        : swapChecked(parameter, own[0], { given, places, parameters, text, plan }),
    );
  }
  for (const parameter of parameters)
    if (!values.has(parameter.name) && parameter.default === undefined)
      throw new ScriptError(
        nameSpan,
        `"${what}" is missing "${parameter.name}" (${withArticle(parameter.type)}): ${parameter.about}. Example: ${signature.example}`,
      );
  return { bound: new Bound(values), spans };
}

/** What binding needs of the statement and the sheet. */
export interface Around {
  text: string;
  plan(): { width: number; height: number };
}

/** The parameter that each argument is for. */
function placesOf(call: Call, { parameters }: Called, given: readonly Given[], text: string): Parameter[] {
  const takenBy = new Map<string, Given>();
  let next = 0;
  /** Whether the parameter in turn, which takes several values, was given a list: that is all of them. */
  let isFilled = false;
  return given.map((each) => {
    const { argument, value } = each;
    const named = argument.name !== null;
    if (!named) {
      const [now, after] = [parameters[next], parameters[next + 1]];
      const goesOn = now && after && takesSeveral(now) && takenBy.has(now.name) && fits(after, value);
      if (goesOn && (isFilled || !fits(now, value))) {
        next++;
        isFilled = false;
      }
    }
    const parameter = named ? parameters.find(({ name }) => name === argument.name) : parameters[next];
    if (!parameter) throw noParameter(call, parameters, argument, text);
    if (!named && value.type === "number") requireBrackets(parameter, given, given.indexOf(each), text);
    requirePairs(parameter, each, text);
    const several = takesSeveral(parameter);
    const taken = takenBy.get(parameter.name);
    if (taken && (named || !several || taken.argument.name !== null))
      throw new ScriptError(
        argument.nameSpan ?? argument,
        named === (taken.argument.name !== null)
          ? `"${parameter.name}" is given twice`
          : `"${parameter.name}" is given twice: by its name, and by its place among the arguments`,
      );
    takenBy.set(parameter.name, each);
    if (!named && several) isFilled ||= value.type === "list" || (value.type === "point" && isOfNumbers(parameter));
    if (!named && !several) next++;
    return parameter;
  });
}

/** Throws where numbers stand one by one that were meant as points. */
function requireBrackets({ name, type }: Parameter, given: readonly Given[], from: number, text: string): void {
  if (type !== "point" && type !== "points") return;
  const isNumber = ({ argument, value }: Given): boolean => argument.name === null && value.type === "number";
  const end = given.findIndex((each, i) => i >= from && !isNumber(each));
  const numbers = given.slice(from, end < 0 ? given.length : end).map(({ argument }) => argument.value);
  // With a point among the others it is the order that is wrong.
  if (numbers.length < 2 || given.some(({ value }) => value.type === "point")) return;
  const mend = pairedMend(type === "point" ? numbers.slice(0, 2) : numbers, text);
  const many = type === "points" ? "points, each two coordinates" : "a point, both coordinates";
  throw new ScriptError(numbers[0], `"${name}" takes ${many} in brackets, as in (10, 20)`, mend ? [mend] : []);
}

/** Throws where one list of numbers was meant as points. */
function requirePairs({ name, type }: Parameter, { argument, value }: Given, text: string): void {
  if (type !== "points" || value.type !== "list" || argument.value.kind !== "tuple") return;
  const { items } = argument.value;
  if (items.length < 4 || !value.items.every((item) => item.type === "number")) return;
  const mend = pairedMend(items, text);
  throw new ScriptError(
    argument.value,
    `"${name}" takes points, each two coordinates in brackets, as in (10, 20)`,
    mend ? [mend] : [],
  );
}

/** Throws at an argument with a name that no parameter has: before what it says is looked at. */
export function refuseUnknownNames(call: Call, { parameters }: Called, text: string): void {
  for (const argument of call.args)
    if (argument.name !== null && !parameters.some(({ name }) => name === argument.name))
      throw noParameter(call, parameters, argument, text);
}

function noParameter(call: Call, parameters: readonly Parameter[], argument: Argument, text: string): ScriptError {
  const { name, nameSpan, from, to } = argument;
  if (name === null) return new ScriptError({ from, to }, tooMany(call.name, parameters));
  const names = new Set(parameters.map((parameter) => parameter.name));
  const message = `"${call.name}" has no argument "${name}"`;
  const foreign = foreignArgument(name, parameters);
  if (!foreign) return misspelled(nameSpan!, message, name, names, `; it takes ${listed(parameters)}`);
  const whole = coordinatesMend({ args: call.args, text }, names) ?? sweepMend({ args: call.args, text }, names);
  return new ScriptError(nameSpan!, `${message}; ${foreign.message}`, whole ? [whole] : foreign.mends(nameSpan!));
}

/**
 * The parameter that an argument is for, as far as the text tells: by its name or by its place. One that takes several
 * values takes all further ones, but for words that a later one takes.
 */
export function parameterOf(parameters: readonly Parameter[], args: readonly Argument[], i: number): Parameter | null {
  const { name, value } = args[i];
  if (name !== null) return parameters.find((parameter) => parameter.name === name) ?? null;
  const place = args.slice(0, i).filter((argument) => argument.name === null).length;
  const several = parameters.findIndex(takesSeveral);
  if (several < 0 || place <= several) return parameters[place] ?? null;
  const word = value.kind === "name" ? value.name : null;
  return (
    parameters.find(({ words }, k) => k > several && word !== null && words?.includes(word)) ?? parameters[several]
  );
}

type Call = Extract<Expression, { kind: "call" | "method" }>;
type Called = Pick<FunctionSignature, "parameters" | "example">;

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
    if (!(error instanceof ArgumentError)) throw error;
    const at = binding.spans.get(error.parameter);
    const mends = error.instead.map((text): Mend => {
      const { from, to } = at ?? nameSpan;
      return { label: `Write ${text}`, edits: [{ from, to, insert: text }] };
    });
    throw new ScriptError(at ?? nameSpan, error.message, at && mends);
  }
}

function takesSeveral({ type }: Parameter): boolean {
  return type === "points" || type === "numbers" || type === "shapes" || type === "legs" || type === "values";
}

function isOfNumbers({ type }: Parameter): boolean {
  return type === "numbers" || type === "legs";
}

const VALUE_TYPES: Record<Exclude<ParameterType, "values">, Value["type"]> = {
  number: "number",
  numbers: "number",
  angle: "angle",
  point: "point",
  points: "point",
  shape: "shape",
  shapes: "shape",
  distance: "distance",
  text: "text",
  "fill rule": "rule",
  word: "word",
  "yes or no": "truth",
  legs: "leg",
};

interface Others extends Around {
  given: readonly Given[];
  places: readonly Parameter[];
  parameters: readonly Parameter[];
}

/** A value in the wrong place: where another one without a name would fit here, and this one there, they are swapped. */
function swapChecked(parameter: Parameter, each: Given, { given, places, parameters, text, plan }: Others): Value {
  try {
    return checked(parameter, each, plan);
  } catch (error) {
    if (!(error instanceof ScriptError) || error.mends.length || fits(parameter, each.value)) throw error;
    const other = given.find(
      ({ argument, value }, i) => argument.name === null && fits(parameter, value) && fits(places[i], each.value),
    );
    if (each.argument.name !== null) throw error;
    if (!other) throw namedElsewhere(error, each, { places, parameters });
    const [here, there] = [each.argument.value, other.argument.value];
    const put = ({ from, to }: Span, source: Span) => ({ from, to, insert: text.slice(source.from, source.to) });
    const mend = { label: `Swap it with the ${parameter.type}`, edits: [put(here, there), put(there, here)] };
    throw new ScriptError(error.span, error.message, [mend]);
  }
}

/** A value for which there is another parameter, that has none yet, gets the name of that one. */
function namedElsewhere(
  { span, message }: ScriptError,
  { argument, value }: Given,
  { places, parameters }: Pick<Others, "places" | "parameters">,
): ScriptError {
  const wanted = parameters.find((parameter) => !places.includes(parameter) && fits(parameter, value));
  if (!wanted) return new ScriptError(span, message);
  const { from } = argument;
  return new ScriptError(span, message, [
    { label: `Write ${wanted.name}:`, edits: [{ from, to: from, insert: `${wanted.name}: ` }] },
  ]);
}

/** Whether a parameter takes a value as it is. */
function fits(parameter: Parameter, value: Value): boolean {
  const { type, share } = parameter;
  if (type === "values") return true;
  if (takesSeveral(parameter)) {
    if (value.type === "list") return value.items.every((item) => fits(parameter, item));
    if (isOfNumbers(parameter) && (value.type === "point" || value.type === "number")) return true;
  }
  if (type === "distance" && standsForDistance(value)) return true;
  return value.type === VALUE_TYPES[type] || (value.type === "share" && share !== undefined);
}

/** A shape stands for the distance to it, and samples for what they are samples of. */
function standsForDistance({ type }: Value): boolean {
  return type === "distance" || type === "shape" || type === "field";
}

function checked(parameter: Parameter, { argument, value: given }: Given, plan: Around["plan"]): Value {
  const { name, type, share } = parameter;
  const { value: place } = argument;
  if (type === "values") return given;
  const value = given.type === "share" && share ? numberOf(given, sizeOf(share, plan())) : given;
  if (type === "distance" && standsForDistance(value)) return value;
  if (value.type === VALUE_TYPES[type]) {
    if (value.type === "number" && !Number.isFinite(value.value))
      throw new ScriptError(place, `"${name}" is ${value.value}; a finite number is needed`);
    return value;
  }
  if (type === "angle" && value.type === "number") {
    const n = value.value;
    const degrees = shortNumber((n * 180) / Math.PI);
    throw new ScriptError(
      place,
      `"${name}" is an angle and needs a unit: ${n}deg is ${shortNumber((n * Math.PI) / 180)} rad, ${n}rad is ${degrees} deg, ${n}turn is ${shortNumber(n * 360)} deg`,
      unitMends(place),
    );
  }
  const expected = withArticle(type);
  if (value.type === "text" && WORDS[type]?.includes(value.value))
    throw new ScriptError(place, `"${name}" takes ${expected}, written without quotation marks`, [
      { label: `Write ${value.value}`, edits: [{ from: place.from, to: place.to, insert: value.value }] },
    ]);
  const isThree = value.type === "list" && value.items.length === 3;
  if (isThree && type !== "number" && value.items.every((item) => item.type === "number")) {
    const mends = type === "point" ? threeMend(place) : [];
    throw new ScriptError(place, `"${name}" takes ${expected}; a point has two numbers, (x, y), not three`, mends);
  }
  if (type === "points" && value.type === "number")
    throw new ScriptError(place, `"${name}" takes points, each two coordinates in brackets, as in (10, 20)`);
  if ((type === "shape" || type === "distance") && arePoints(value)) {
    const mend = { label: "Make them a polygon", edits: wrapped(place, "polygon") };
    throw new ScriptError(
      place,
      `"${name}" takes ${expected}, not a list of points; polygon(…) makes a shape of them`,
      [mend],
    );
  }
  if ((type === "shape" || type === "distance") && areShapes(value))
    throw new ScriptError(place, `"${name}" takes ${expected}, not a list of them; union(…) makes one of all`, [
      { label: "Make them one", edits: wrapped(place, "union") },
    ]);
  if (type === "point" && isListOf(value, "point"))
    throw new ScriptError(
      place,
      `"${name}" takes ${expected}, not a list of points; .place(…) after a shape puts one at each of them`,
    );
  throw new ScriptError(place, `"${name}" takes ${expected}, not ${describe(value)}`);
}

/** Enough of them for a shape. */
function arePoints(value: Value): boolean {
  return isListOf(value, "point") && value.items.length >= 3;
}

function areShapes(value: Value): boolean {
  return isListOf(value, "shape", "distance") && value.items.length > 0;
}

function isListOf(value: Value, ...types: Value["type"][]): value is ListValue {
  return value.type === "list" && value.items.every(({ type }) => types.includes(type));
}

function wrapped({ from, to }: Span, called: string): Mend["edits"] {
  return [
    { from, to: from, insert: `${called}(` },
    { from: to, to, insert: ")" },
  ];
}

/** `(x, y, r)` as a point and what follows it: right where a radius comes next. */
function threeMend(expression: Expression): Mend[] {
  if (expression.kind !== "tuple" || expression.items.length !== 3) return [];
  const [, y] = expression.items;
  return [
    {
      label: "Close the bracket after y",
      edits: [
        { from: y.to, to: y.to, insert: ")" },
        { from: expression.to - 1, to: expression.to, insert: "" },
      ],
    },
  ];
}

/** What is written without quotation marks. */
const WORDS: Partial<Record<ParameterType, readonly string[]>> = {
  "yes or no": ["yes", "no"],
  "fill rule": ["nonzero", "evenodd"],
};

/** A unit of angles for what has none. */
export function unitMends(expression: Expression): Mend[] {
  return ["deg", "rad", "turn"].map((unit) => unitMend(expression, unit));
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

function severalOf(parameter: Parameter, given: readonly Given[], plan: Around["plan"]): Value {
  const items = given.flatMap((each) => {
    const values = itemsOf(parameter, each.value);
    return values.map((value) => checked(parameter, { ...each, value }, plan));
  });
  return { type: "list", items };
}

function itemsOf(parameter: Parameter, value: Value): Value[] {
  if (parameter.type === "values") return [value];
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
  if (["points", "shapes", "legs", "numbers", "values", "yes or no"].includes(type)) return type;
  return type === "angle" ? "an angle" : `a ${type}`;
}

export function tooMany(what: string, parameters: readonly { name: string }[]): string {
  if (parameters.length === 0) return `"${what}" takes no arguments`;
  return `"${what}" takes at most ${plural(parameters.length, "argument")}: ${listed(parameters)}`;
}

function listed(parameters: readonly { name: string }[]): string {
  return parameters.map(({ name }) => name).join(", ");
}
