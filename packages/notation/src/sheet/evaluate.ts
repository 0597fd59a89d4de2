import {
  type Bound,
  combineDistances,
  combineShapes,
  constants,
  distanceMethods,
  type FunctionSignature,
  functions,
  methods,
  type Parameter,
  PathTextError,
  type SheetContext,
} from "../library";
import { combinedBySign } from "../messages/field-formulas";
import { foreignFunction, foreignMethod, renameMend } from "../messages/foreign-words";
import { misspelled } from "../messages/misspelled";
import { reasonOf } from "../messages/reason";
import { setWordFor } from "../messages/set-words";
import {
  type Argument,
  type ComparisonOperator,
  type Expression,
  type Mend,
  RADIANS,
  ScriptError,
  ScriptWarning,
  type Span,
} from "../syntax";
import { describe, distanceOf, type LegValue, MOST_VERTICES, type NumberValue, shapesIn, type Value } from "../values";
import { numberOf, sizeOf, toPlanUnits } from "../values/lengths";
import { axisOrigin, blended, type MaybeOrigin, type Origin, writtenAt } from "../values/origin";
import { calculated, negated } from "./arithmetic";
import { type Binding, bind, type Given, parameterOf, refuseUnknownNames, runAt, tooMany, unitMends } from "./bind";
import { originsIn, seenThrough } from "./seen-through";

/** What an expression needs from the sheet around it. Every question makes the definition depend on the answer. */
export interface Surroundings extends Omit<SheetContext, "note"> {
  /** The value of a name; throws {@link ScriptError} at `span` when it has none. */
  lookUp(name: string, span: Span): Value;
  /** A function of the sheet's own, or null. */
  functionNamed(name: string): SheetFunction | null;
  /** The names of those functions, for suggestions. */
  functionNames(): Iterable<string>;
  /** Notes something that computes but is hardly meant. */
  warn(warning: ScriptWarning): void;
  /** Counts steps of repetitions and calls; throws {@link ScriptError} at `span` past the limit. */
  step(span: Span, count?: number): void;
}

/** `fn name(parameters) = body`; its text is needed for what its body's places say. */
export interface SheetFunction {
  name: string;
  parameters: { name: string; default: Expression | null }[];
  body: Expression;
  text: string;
}

/** Calls may be nested this deep. */
const DEEPEST = 120;

/** Computes an expression of a statement whose text is `text`. Throws {@link ScriptError} at the place of a mistake. */
export function evaluate(expression: Expression, text: string, sheet: Surroundings): Value {
  const evaluation = new Evaluation(text, sheet);
  return evaluation.guarded(expression, () => {
    const value = evaluation.value(expression);
    // Flattened now, so that a tolerance or a size that cannot be met is said here and not when it is drawn.
    for (const shape of shapesIn(value))
      if (shape.vertexCount > MOST_VERTICES)
        throw new ScriptError(
          expression,
          `a shape of ${shape.vertexCount} vertices; at most ${MOST_VERTICES} are possible`,
        );
    return value;
  });
}

/** Names that stand for something inside a function's body or a repetition only. */
type Locals = ReadonlyMap<string, Value>;

const NO_LOCALS: Locals = new Map();

class Evaluation {
  constructor(
    private readonly text: string,
    private readonly sheet: Surroundings,
    private readonly locals: Locals = NO_LOCALS,
    private readonly depth = 0,
  ) {}

  value(expression: Expression): Value {
    switch (expression.kind) {
      case "number":
        return { type: "number", value: expression.value, origin: this.written(expression) };
      case "angle":
        return {
          type: "angle",
          radians: expression.radians,
          origin: this.writtenQuantity(expression, (unit) => RADIANS[unit]),
        };
      case "length":
        return this.length(expression);
      case "share":
        return {
          type: "share",
          fraction: expression.fraction,
          fixed: 0,
          fractionOrigin: this.writtenQuantity(expression, () => 0.01),
        };
      case "comparison":
        return this.comparison(expression);
      case "logic": {
        const { operator, left, right } = expression;
        const word = operator === "or" ? "union" : "intersection";
        const edit = { from: left.to, to: right.from, insert: ` ${word} ` };
        const combined = { message: `a ${word} b`, mends: [{ label: `Write ${word}`, edits: [edit] }] };
        const first = this.truth(left, combined);
        if (first === (operator === "or")) return { type: "truth", value: first };
        return { type: "truth", value: this.truth(right, combined) };
      }
      case "not":
        return { type: "truth", value: !this.truth(expression.operand, { message: "a difference b", mends: [] }) };
      case "if":
        return this.value(this.truth(expression.condition) ? expression.whenTrue : expression.whenFalse);
      case "each":
        return this.each(expression);
      case "leg":
        return this.leg(expression);
      case "repeat":
        return this.repeated(expression);
      case "text":
        return { type: "text", value: expression.value, from: expression.from + 1 };
      case "name":
        return this.named(expression.name, expression);
      case "tuple":
        return this.tuple(expression.items, expression);
      case "negation":
        return this.negated(expression);
      case "arithmetic":
        return this.arithmetic(expression);
      case "property":
        return this.property(expression);
      case "call":
        return this.call(expression);
      case "method":
        return this.method(expression);
      case "set":
        return this.setOperation(expression);
    }
  }

  private named(name: string, span: Span): Value {
    const local = this.locals.get(name);
    if (local) return local;
    if (name === "box") return { type: "box", ...this.sheet.plan() };
    const constant = constants.get(name);
    if (constant) return constant;
    return seenThrough(name, this.sheet.lookUp(name, span));
  }

  /** Two numbers are a point, one thing in brackets is itself, everything else is a list. */
  private tuple(items: readonly Expression[], span: Span): Value {
    const values = items.map((item) => this.value(item));
    if (values.length === 1) return values[0];
    if (values.length === 2 && values.every(({ type }) => type === "number" || type === "share")) {
      const [x, y] = [this.along(values[0], "width"), this.along(values[1], "height")];
      if (!Number.isFinite(x.value) || !Number.isFinite(y.value))
        throw new ScriptError(span, `a point's coordinates must be finite, not (${x.value}, ${y.value})`);
      return { type: "point", x: x.value, y: y.value, origin: { kind: "axes", x: x.origin, y: y.origin } };
    }
    return { type: "list", items: values };
  }

  /** A number, or a share of the box on the axis where it stands, counted from the box's corner. */
  private along(value: Value, axis: "width" | "height"): NumberValue {
    if (value.type !== "share") return value as NumberValue;
    const plan = this.sheet.plan();
    return numberOf(value, plan[axis], axis === "width" ? plan.x : plan.y);
  }

  /** Inside a function or a repetition one place in the text stands for many values: none is driven from there. */
  private written(span: Span): MaybeOrigin {
    return this.locals === NO_LOCALS ? writtenAt(span) : undefined;
  }

  /** A number with its unit: only the number is rewritten. */
  private writtenQuantity({ from, to }: Span, unitOf: (suffix: string) => number): MaybeOrigin {
    if (this.locals !== NO_LOCALS) return undefined;
    const [, digits, suffix] = /^(.*?)([A-Za-z%]+)$/.exec(this.text.slice(from, to))!;
    return writtenAt({ from, to: from + digits.length }, unitOf(suffix));
  }

  private length(expression: Extract<Expression, { kind: "length" }>): Value {
    const { unit: planUnit, density } = this.sheet.plan();
    const value = toPlanUnits(expression.value, expression.unit, planUnit, density);
    if (value === null)
      throw new ScriptError(
        expression,
        `the plan's unit "${planUnit}" is none of CSS's absolute lengths, so ${expression.unit} cannot be converted to it`,
      );
    const one = toPlanUnits(1, expression.unit, planUnit, density)!;
    return { type: "number", value, origin: this.writtenQuantity(expression, () => one) };
  }

  /** With the way to combine shapes that may be meant. */
  private truth(expression: Expression, combined?: { message: string; mends: Mend[] }): boolean {
    const value = this.value(expression);
    if (value.type === "truth") return value.value;
    const message = `expected a condition such as a < b, not ${describe(value)}`;
    if (!combined || (value.type !== "shape" && value.type !== "distance")) throw new ScriptError(expression, message);
    throw new ScriptError(
      expression,
      `${message}; ${value.type}s are combined by a word between them: ${combined.message}`,
      combined.mends,
    );
  }

  private comparison({ operator, left, right, from, to }: Extract<Expression, { kind: "comparison" }>): Value {
    const [a, b] = [this.value(left), this.value(right)];
    const [p, q] = [comparable(a), comparable(b)];
    if (a.type !== b.type || p === null || q === null)
      throw new ScriptError({ from, to }, `${describe(a)} cannot be compared with ${describe(b)}`);
    return { type: "truth", value: COMPARE[operator](p, q) };
  }

  /** Both ends included; a last step that would pass the end is left out. */
  private each(expression: Extract<Expression, { kind: "each" }>): Value {
    const [first, last] = [this.plainNumber(expression.first), this.plainNumber(expression.last)];
    const step = expression.step ? this.plainNumber(expression.step) : first <= last ? 1 : -1;
    if (step === 0 || (last - first) * step < 0)
      throw new ScriptError(
        expression.step ?? expression.last,
        `steps of ${step} do not lead from ${first} to ${last}`,
      );
    const items: Value[] = [];
    const count = Math.floor((last - first) / step + 1e-9);
    this.sheet.step(expression, count + 1);
    for (let i = 0; i <= count; i++) {
      const locals = new Map(this.locals).set(expression.name, number(first + i * step));
      items.push(new Evaluation(this.text, this.sheet, locals, this.depth).value(expression.body));
    }
    return { type: "list", items };
  }

  /** `(length, bend: …, sweep: …)`: brackets with names in them are a leg of a trail. */
  private leg({ items }: Extract<Expression, { kind: "leg" }>): Value {
    const leg: LegValue = { type: "leg", length: Number.NaN, bend: 0, sweep: 0 };
    for (const { name, nameSpan, value: expression } of items) {
      const written = this.value(expression);
      const field = name ?? "length";
      const isShare = written.type === "share" && field === "length";
      const value = isShare ? numberOf(written, sizeOf("diagonal", this.sheet.plan())) : written;
      if (field !== "length" && field !== "bend" && field !== "sweep")
        throw misspelled(
          nameSpan!,
          `a leg has no "${field}"`,
          field,
          ["length", "bend", "sweep"],
          "; it has length, bend and sweep",
        );
      if (field === "length") {
        if (value.type !== "number" || !(value.value >= 0 && value.value < Number.POSITIVE_INFINITY))
          throw new ScriptError(expression, `a leg's length must be a number, 0 or more, not ${describe(value)}`);
        leg.length = value.value;
      } else if (value.type === "angle") leg[field] = value.radians;
      else
        throw new ScriptError(
          expression,
          `a leg's ${field} takes an angle with its unit, not ${describe(value)}`,
          value.type === "number" ? unitMends(expression) : [],
        );
    }
    if (Number.isNaN(leg.length)) throw new ScriptError(items[0], "a leg begins with its length: (40, bend: 90deg)");
    return leg;
  }

  /** `count of item`: a list with the item that often. */
  private repeated({ count, item }: Extract<Expression, { kind: "repeat" }>): Value {
    const times = this.plainNumber(count);
    if (!Number.isInteger(times) || times < 0) throw new ScriptError(count, `expected a whole number, not ${times}`);
    this.sheet.step(count, times);
    const value = this.value(item);
    const items = Array.from({ length: times }, () => value);
    return { type: "list", items };
  }

  private plainNumber(expression: Expression): number {
    const value = this.value(expression);
    if (value.type !== "number" || !Number.isFinite(value.value))
      throw new ScriptError(expression, `expected a number, not ${describe(value)}`);
    return value.value;
  }

  private negated(expression: Extract<Expression, { kind: "negation" }>): Value {
    const { operand } = expression;
    const value = this.value(operand);
    // A number is written with its sign.
    if (operand.kind === "number" && value.type === "number")
      return { type: "number", value: -value.value, origin: this.written(expression) };
    const result = negated(value);
    if (result) return result;
    const isDistance = value.type === "distance" || value.type === "shape";
    const instead = isDistance ? '; "difference" leaves out what is inside of it' : "";
    throw new ScriptError(operand, `${describe(value)} cannot be negated${instead}`);
  }

  /** From the innermost left side outwards: sums may be long. */
  private arithmetic(expression: Extract<Expression, { kind: "arithmetic" }>): Value {
    const steps = [expression];
    for (let left = expression.left; left.kind === "arithmetic"; left = left.left) steps.push(left);
    let value = this.value(steps[steps.length - 1].left);
    for (const step of steps.reverse()) value = this.calculated(step, value, this.value(step.right));
    return value;
  }

  private calculated(expression: Extract<Expression, { kind: "arithmetic" }>, left: Value, right: Value): Value {
    const result = calculated(expression.operator, left, right);
    if (result) return result;
    const formula = combinedBySign(expression, left, right);
    if (formula) throw formula;
    const words = { "+": "added to", "-": "taken from", "*": "multiplied by", "/": "divided by" };
    const [first, second] = expression.operator === "-" ? [right, left] : [left, right];
    throw new ScriptError(expression, `${describe(first)} cannot be ${words[expression.operator]} ${describe(second)}`);
  }

  private property({ target, name, nameSpan }: Extract<Expression, { kind: "property" }>): Value {
    const value = this.value(target);
    const known: Record<string, () => Value> =
      value.type === "point"
        ? {
            x: () => number(value.x, axisOrigin(value, "x")),
            y: () => number(value.y, axisOrigin(value, "y")),
          }
        : value.type === "shape"
          ? {
              area: () => number(value.area),
              vertices: () => number(value.vertexCount),
              centre: () => ({ type: "point", ...value.centre }),
              centroid: () => ({ type: "point", ...value.centroid }),
            }
          : value.type === "box"
            ? {
                width: () => number(value.width),
                height: () => number(value.height),
                x: () => number(value.x),
                y: () => number(value.y),
              }
            : value.type === "list"
              ? { length: () => number(value.items.length) }
              : {};
    if (Object.hasOwn(known, name)) return known[name]();
    if (value.type === "shape" && methods.has(name))
      throw new ScriptError(nameSpan, `"${name}" needs its arguments in brackets`);
    const names = Object.keys(known);
    const otherwise = names.length ? `; it has ${names.join(", ")}` : "";
    throw misspelled(nameSpan, `${describe(value)} has no property "${name}"`, name, names, otherwise);
  }

  private call(expression: Extract<Expression, { kind: "call" }>): Value {
    const { name, nameSpan, args } = expression;
    const own = this.sheet.functionNamed(name);
    if (own) return this.ownCall(own, nameSpan, args);
    const signature = functions.get(name);
    if (!signature) throw this.unknownFunction(expression);
    refuseUnknownNames(expression, signature, this.text);
    const given = this.given(args, signature.parameters);
    const binding = bind(expression, signature, given, { text: this.text, plan: () => this.sheet.plan() });
    const context = this.contextOf(binding, nameSpan);
    const result = this.guarded(nameSpan, () => runAt(binding, nameSpan, () => signature.run(binding.bound, context)));
    if (result.type !== "number" && result.type !== "angle") return result;
    return { ...result, origin: blended(originsIn(given.map(({ value }) => value))) };
  }

  private unknownFunction(expression: Extract<Expression, { kind: "call" }>): ScriptError {
    const { name, nameSpan, args, to } = expression;
    const message = `no function "${name}"`;
    const [target, ...others] = args;
    if (methods.has(name) && target?.name === null) {
      const read = ({ from, to: end }: Span): string => this.text.slice(from, end);
      const isPlain = ["name", "call", "method", "tuple"].includes(target.value.kind);
      const shape = isPlain ? read(target.value) : `(${read(target.value)})`;
      const rest = others.length ? read({ from: others[0].from, to: others[others.length - 1].to }) : "";
      const insert = `${shape}.${name}(${rest})`;
      const label = `Write ${insert}`;
      return new ScriptError(nameSpan, `${message}; "${name}" is a method, written after a shape: shape.${name}(…)`, [
        { label, edits: [{ from: nameSpan.from, to, insert }] },
      ]);
    }
    const foreign = foreignFunction(name);
    if (foreign) {
      const fits = foreign.instead !== undefined && this.takes(foreign.instead, expression);
      const mends = fits ? [renameMend(foreign.instead!, nameSpan)] : foreign.mends(nameSpan);
      return new ScriptError(nameSpan, `${message}; ${foreign.message}`, mends);
    }
    const word = setWordFor(name);
    if (word) {
      const mend = { label: `Write ${word}`, edits: [{ ...nameSpan, insert: `${word} ` }] };
      const isList = args.length > 1 && args.every((argument) => argument.name === null);
      return new ScriptError(
        nameSpan,
        `${message}; shapes are combined by a word between them, a ${word} b, or before a list of them`,
        isList ? [mend] : [],
      );
    }
    return misspelled(nameSpan, message, name, [...functions.keys(), ...this.sheet.functionNames()]);
  }

  /** Whether another function would take the arguments of a call. */
  private takes(name: string, call: Extract<Expression, { kind: "call" }>): boolean {
    const signature = functions.get(name);
    if (!signature) return false;
    try {
      const given = this.given(call.args, signature.parameters);
      bind({ ...call, name }, signature, given, { text: this.text, plan: () => this.sheet.plan() });
      return true;
    } catch (error) {
      if (error instanceof ScriptError) return false;
      throw error;
    }
  }

  private unknownMethod(name: string, nameSpan: Span): ScriptError {
    const message = `a shape has no method "${name}"`;
    const foreign = foreignMethod("shape", name);
    if (foreign) return new ScriptError(nameSpan, `${message}; ${foreign.message}`, foreign.mends(nameSpan));
    if (functions.has(name))
      return new ScriptError(nameSpan, `${message}; "${name}" is a function: ${functions.get(name)!.example}`);
    return misspelled(nameSpan, message, name, methods.keys());
  }

  /** A function of the sheet: its body sees the arguments and the sheet's names, not what surrounds the call. */
  private ownCall({ name, parameters, body, text }: SheetFunction, nameSpan: Span, args: readonly Argument[]): Value {
    this.sheet.step(nameSpan);
    if (this.depth >= DEEPEST)
      throw new ScriptError(
        nameSpan,
        `"${name}" calls itself more than ${DEEPEST} times: add a condition that ends it`,
      );
    const locals = new Map<string, Value>();
    let next = 0;
    for (const { argument, value } of this.given(args)) {
      const parameter = argument.name === null ? parameters[next++] : parameters.find((p) => p.name === argument.name);
      const names = parameters.map((p) => p.name);
      if (!parameter && argument.name === null) throw new ScriptError(argument, tooMany(name, parameters));
      if (!parameter)
        throw misspelled(
          argument.nameSpan!,
          `"${name}" has no argument "${argument.name}"`,
          argument.name!,
          names,
          `; it takes ${names.join(", ")}`,
        );
      if (locals.has(parameter.name)) throw new ScriptError(argument, `"${parameter.name}" is given twice`);
      locals.set(parameter.name, value.type === "shape" || value.type === "distance" ? value.withoutHandles() : value);
    }
    const inside = (): Evaluation => new Evaluation(text, this.sheet, locals, this.depth + 1);
    try {
      for (const parameter of parameters) {
        if (locals.has(parameter.name)) continue;
        if (!parameter.default)
          throw new ScriptError(nameSpan, `"${name}" is missing its argument "${parameter.name}"`);
        locals.set(parameter.name, inside().value(parameter.default));
      }
      return inside().value(body);
    } catch (error) {
      if (!(error instanceof ScriptError) || error.span === nameSpan) throw error;
      // Its place is in the function's own text: said there, and where the function was called.
      const inner = error.inside ?? { name, error };
      const outer = new ScriptError(nameSpan, `in "${inner.name}": ${inner.error.message}`);
      outer.inside = inner;
      throw outer;
    }
  }

  private method(expression: Extract<Expression, { kind: "method" }>): Value {
    const { target, name, nameSpan, args } = expression;
    const shape = this.value(target);
    if (shape.type === "list") return this.listMethod(shape.items, name, nameSpan, args);
    if (shape.type === "distance") {
      const signature = distanceMethods.get(name);
      if (!signature) throw unknownDistanceMethod(name, nameSpan);
      return this.applied(expression, signature, (args, sheet) => signature.run(shape, args, sheet));
    }
    if (shape.type !== "shape") throw new ScriptError(nameSpan, `${describe(shape)} has no method "${name}"`);
    const signature = methods.get(name);
    if (!signature) throw this.unknownMethod(name, nameSpan);
    return this.applied(expression, signature, (args, sheet) => signature.run(shape, args, sheet));
  }

  /** A function or a method on its arguments, once these are bound. */
  private applied(
    expression: Extract<Expression, { kind: "call" | "method" }>,
    signature: Omit<FunctionSignature, "run">,
    run: (args: Bound, sheet: SheetContext) => Value,
  ): Value {
    const { nameSpan, args } = expression;
    refuseUnknownNames(expression, signature, this.text);
    const binding = bind(expression, signature, this.given(args, signature.parameters), {
      text: this.text,
      plan: () => this.sheet.plan(),
    });
    const context = this.contextOf(binding, nameSpan);
    return this.guarded(nameSpan, () => runAt(binding, nameSpan, () => run(binding.bound, context)));
  }

  /** The sheet as a function sees it that was called with these arguments. */
  private contextOf({ spans }: Binding, nameSpan: Span): SheetContext {
    return {
      ...this.sheet,
      note: (parameter, message) => {
        // In a function of the sheet the place would be in another statement's text.
        if (this.depth === 0) this.sheet.warn(new ScriptWarning(spans.get(parameter) ?? nameSpan, message));
      },
    };
  }

  /** `list.at(index)`, counted from 0. */
  private listMethod(items: readonly Value[], name: string, nameSpan: Span, args: readonly Argument[]): Value {
    if (name !== "at") throw new ScriptError(nameSpan, `a list has no method "${name}"; it has at`);
    if (args.length !== 1) throw new ScriptError(nameSpan, '"at" takes one argument: the index, counted from 0');
    const index = this.plainNumber(args[0].value);
    if (!Number.isInteger(index) || index < 0 || index >= items.length)
      throw new ScriptError(
        args[0].value,
        `the index must be a whole number from 0 to ${items.length - 1}, not ${index}`,
      );
    return items[index];
  }

  private given(args: readonly Argument[], parameters: readonly Parameter[] = []): Given[] {
    return args.map((argument, i) => {
      this.refuseMissingColon(argument, parameters);
      const words = parameterOf(parameters, args, i)?.words;
      return { argument, value: words ? wordAt(argument.value, words) : this.value(argument.value) };
    });
  }

  /** `at (40, 40)` among the arguments reads as a call. */
  private refuseMissingColon({ name, value }: Argument, parameters: readonly Parameter[]): void {
    if (name !== null || value.kind !== "call") return;
    const { name: called, nameSpan } = value;
    const isFunction = functions.has(called) || [...this.sheet.functionNames()].includes(called);
    if (isFunction || !parameters.some((parameter) => parameter.name === called)) return;
    const message = `the name of an argument is followed by a colon: ${called}: …`;
    const mend = { label: `Write ${called}:`, edits: [{ from: nameSpan.to, to: nameSpan.to, insert: ":" }] };
    throw new ScriptError(value, message, [mend]);
  }

  private setOperation(expression: Extract<Expression, { kind: "set" }>): Value {
    const operands = expression.operands.flatMap((operand) => {
      const single = operand.kind === "tuple" && operand.items.length === 1 ? operand.items[0] : operand;
      const value = this.value(operand);
      const parts = operand.kind === "tuple" && value.type === "list" ? operand.items : [operand];
      const values = flattened(value);
      return values.map((each, i) => {
        const place = values.length === parts.length ? parts[i] : single;
        if (each.type !== "shape" && each.type !== "distance")
          throw new ScriptError(
            place,
            `"${expression.operation}" combines shapes and distances, not ${describe(each)}`,
          );
        const text = this.text.slice(place.from, place.to);
        return { label: values.length === parts.length ? text : `${text} ${i + 1}`, each };
      });
    });
    if (operands.length === 0) throw new ScriptError(expression, "this list is empty: there is nothing to combine");
    const { operation } = expression;
    return this.guarded(expression, () => {
      const shapes = operands.flatMap(({ label, each }) => (each.type === "shape" ? [{ label, shape: each }] : []));
      if (shapes.length === operands.length) return combineShapes(operation, shapes, this.sheet.tolerance());
      // With a distance among them all stand for distances.
      const all = operands.map(({ each }) => (each.type === "shape" ? distanceOf(each) : each));
      return combineDistances(operation, all, this.sheet.tolerance());
    });
  }

  /** Puts what the kernel complains about at a place in the text. */
  guarded(span: Span, run: () => Value): Value {
    try {
      return run();
    } catch (error) {
      if (error instanceof ScriptError) throw error;
      if (error instanceof PathTextError) throw new ScriptError({ from: error.at, to: error.at + 1 }, error.message);
      throw new ScriptError(span, reasonOf(error));
    }
  }
}

/** A word stands for itself, whatever the sheet calls by that name. */
function wordAt(expression: Expression, words: readonly string[]): Value {
  const written = expression.kind === "name" ? expression.name : null;
  if (written !== null && words.includes(written)) return { type: "word", value: written };
  const meant = expression.kind === "text" ? expression.value : (written ?? "");
  throw misspelled(expression, `expected one of the words ${words.join(", ")}`, meant, words);
}

function unknownDistanceMethod(name: string, nameSpan: Span): ScriptError {
  const message = `a distance has no method "${name}"`;
  const foreign = foreignMethod("distance", name);
  if (foreign) return new ScriptError(nameSpan, `${message}; ${foreign.message}`, foreign.mends(nameSpan));
  const known = [...distanceMethods.keys()];
  return misspelled(nameSpan, message, name, known, `; it has ${known.join(", ")}`);
}

/** The items of a list and of the lists in it. */
function flattened(value: Value): Value[] {
  return value.type === "list" ? value.items.flatMap(flattened) : [value];
}

function comparable(value: Value): number | string | boolean | null {
  if (value.type === "number" || value.type === "truth" || value.type === "text") return value.value;
  return value.type === "angle" ? value.radians : null;
}

const COMPARE: Record<ComparisonOperator, (a: number | string | boolean, b: number | string | boolean) => boolean> = {
  "<": (a, b) => a < b,
  "<=": (a, b) => a <= b,
  ">": (a, b) => a > b,
  ">=": (a, b) => a >= b,
  "==": (a, b) => a === b,
  "!=": (a, b) => a !== b,
};

function number(value: number, origin?: Origin): Value {
  return { type: "number", value, origin };
}
