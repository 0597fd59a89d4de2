import { FlattenError } from "@vertexon/geometry";
import {
  combineShapes,
  constants,
  describe,
  functions,
  MOST_VERTICES,
  methods,
  PathTextError,
  type SheetContext,
  type Value,
} from "../functions";
import { suggestion } from "../nearest-name";
import { type Argument, type Expression, ScriptError, type Span } from "../syntax";
import { bind, type Given, runAt } from "./bind";

/** What an expression needs from the sheet around it. Every question makes the definition depend on the answer. */
export interface Surroundings extends SheetContext {
  /** The value of a name; throws {@link ScriptError} at `span` when it has none. */
  lookUp(name: string, span: Span): Value;
  /** All names that stand for something, for suggestions. */
  names(): Iterable<string>;
}

/** Computes an expression of a statement whose text is `text`. Throws {@link ScriptError} at the place of a mistake. */
export function evaluate(expression: Expression, text: string, sheet: Surroundings): Value {
  const evaluation = new Evaluation(text, sheet);
  return evaluation.guarded(expression, () => {
    const value = evaluation.value(expression);
    // Flattened now, so that a tolerance or a size that cannot be met is said here and not when it is drawn.
    if (value.type === "shape" && value.vertexCount > MOST_VERTICES)
      throw new ScriptError(
        expression,
        `this shape has ${value.vertexCount} vertices; at most ${MOST_VERTICES} are allowed`,
      );
    return value;
  });
}

class Evaluation {
  constructor(
    private readonly text: string,
    private readonly sheet: Surroundings,
  ) {}

  value(expression: Expression): Value {
    switch (expression.kind) {
      case "number":
        return { type: "number", value: expression.value };
      case "angle":
        return { type: "angle", radians: expression.radians };
      case "text":
        return { type: "text", value: expression.value, from: expression.from + 1 };
      case "name":
        return this.named(expression.name, expression);
      case "tuple":
        return this.tuple(expression.items, expression);
      case "negation":
        return this.negated(expression.operand);
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
    const constant = constants.get(name);
    if (constant) return constant;
    const value = this.sheet.lookUp(name, span);
    if (value.type === "shape") return value.withoutHandles();
    if (value.type === "point") return { type: "point", x: value.x, y: value.y };
    return value;
  }

  /** Two numbers are a point, one thing in brackets is itself, everything else is a list. */
  private tuple(items: readonly Expression[], span: Span): Value {
    const values = items.map((item) => this.value(item));
    if (values.length === 1) return values[0];
    if (values.length === 2 && values[0].type === "number" && values[1].type === "number") {
      const [x, y] = [values[0].value, values[1].value];
      if (!Number.isFinite(x) || !Number.isFinite(y))
        throw new ScriptError(span, `a point's coordinates must be finite, not (${x}, ${y})`);
      return { type: "point", x, y, written: { x: literalSpan(items[0]), y: literalSpan(items[1]) } };
    }
    if (values.length === 3 && values.every(({ type }) => type === "number"))
      throw new ScriptError(span, "three numbers are no point: expected (x, y)");
    return { type: "list", items: values };
  }

  private negated(operand: Expression): Value {
    const value = this.value(operand);
    if (value.type === "number") return { type: "number", value: -value.value };
    if (value.type === "angle") return { type: "angle", radians: -value.radians };
    if (value.type === "point") return { type: "point", x: -value.x, y: -value.y };
    throw new ScriptError(operand, `${describe(value)} cannot be negated`);
  }

  private arithmetic(expression: Extract<Expression, { kind: "arithmetic" }>): Value {
    const left = this.value(expression.left);
    const right = this.value(expression.right);
    const result = calculated(expression.operator, left, right);
    if (result) return result;
    const words = { "+": "added to", "-": "taken from", "*": "multiplied by", "/": "divided by" };
    const [first, second] = expression.operator === "-" ? [right, left] : [left, right];
    throw new ScriptError(expression, `${describe(first)} cannot be ${words[expression.operator]} ${describe(second)}`);
  }

  private property({ target, name, nameSpan }: Extract<Expression, { kind: "property" }>): Value {
    const value = this.value(target);
    const known: Record<string, () => Value> =
      value.type === "point"
        ? { x: () => number(value.x), y: () => number(value.y) }
        : value.type === "shape"
          ? {
              area: () => number(value.area),
              vertices: () => number(value.vertexCount),
              centre: () => ({ type: "point", ...value.centre }),
            }
          : {};
    if (Object.hasOwn(known, name)) return known[name]();
    if (value.type === "shape" && methods.has(name))
      throw new ScriptError(nameSpan, `"${name}" needs its arguments in brackets`);
    const names = Object.keys(known);
    const hint = suggestion(name, names) || (names.length ? `; it has ${names.join(", ")}` : "");
    throw new ScriptError(nameSpan, `${describe(value)} has no property "${name}"${hint}`);
  }

  private call({ name, nameSpan, args }: Extract<Expression, { kind: "call" }>): Value {
    const signature = functions.get(name);
    if (!signature) throw new ScriptError(nameSpan, `no function "${name}"${suggestion(name, functions.keys())}`);
    const binding = bind(name, nameSpan, signature.parameters, this.given(args));
    return this.guarded(nameSpan, () => runAt(binding, nameSpan, () => signature.run(binding.bound, this.sheet)));
  }

  private method({ target, name, nameSpan, args }: Extract<Expression, { kind: "method" }>): Value {
    const shape = this.value(target);
    if (shape.type !== "shape") throw new ScriptError(nameSpan, `${describe(shape)} has no method "${name}"`);
    const signature = methods.get(name);
    if (!signature)
      throw new ScriptError(nameSpan, `a shape has no method "${name}"${suggestion(name, methods.keys())}`);
    const binding = bind(name, nameSpan, signature.parameters, this.given(args));
    return this.guarded(nameSpan, () =>
      runAt(binding, nameSpan, () => signature.run(shape, binding.bound, this.sheet)),
    );
  }

  private given(args: readonly Argument[]): Given[] {
    return args.map((argument) => ({ argument, value: this.value(argument.value) }));
  }

  private setOperation(expression: Extract<Expression, { kind: "set" }>): Value {
    const operands = expression.operands.flatMap((operand) => {
      const value = this.value(operand);
      const parts = operand.kind === "tuple" && value.type === "list" ? operand.items : [operand];
      const values = value.type === "list" ? value.items : [value];
      return values.map((each, i) => {
        const place = parts[i] ?? operand;
        if (each.type !== "shape")
          throw new ScriptError(place, `"${expression.operation}" combines shapes, not ${describe(each)}`);
        return { label: this.text.slice(place.from, place.to), shape: each };
      });
    });
    return this.guarded(expression, () => combineShapes(expression.operation, operands, this.sheet.tolerance()));
  }

  /** Puts what the kernel complains about at a place in the text. */
  guarded(span: Span, run: () => Value): Value {
    try {
      return run();
    } catch (error) {
      if (error instanceof FlattenError) throw new ScriptError(span, error.message);
      if (error instanceof PathTextError) throw new ScriptError({ from: error.at, to: error.at + 1 }, error.message);
      throw error;
    }
  }
}

/** Where a coordinate is written as a number, with its sign; null where it is computed. */
function literalSpan(expression: Expression): Span | null {
  const literal = expression.kind === "negation" ? expression.operand : expression;
  return literal.kind === "number" ? { from: expression.from, to: expression.to } : null;
}

function number(value: number): Value {
  return { type: "number", value };
}

function calculated(operator: "+" | "-" | "*" | "/", left: Value, right: Value): Value | null {
  const sign = operator === "-" ? -1 : 1;
  if (operator === "+" || operator === "-") {
    if (left.type === "number" && right.type === "number") return number(left.value + sign * right.value);
    if (left.type === "angle" && right.type === "angle")
      return { type: "angle", radians: left.radians + sign * right.radians };
    if (left.type === "point" && right.type === "point")
      return { type: "point", x: left.x + sign * right.x, y: left.y + sign * right.y };
    return null;
  }
  if (right.type === "number") {
    const by = (x: number): number => (operator === "*" ? x * right.value : x / right.value);
    if (left.type === "number") return number(by(left.value));
    if (left.type === "angle") return { type: "angle", radians: by(left.radians) };
    if (left.type === "point") return { type: "point", x: by(left.x), y: by(left.y) };
  }
  if (operator === "*" && left.type === "number") return calculated("*", right, left);
  if (operator === "/" && left.type === "angle" && right.type === "angle") return number(left.radians / right.radians);
  return null;
}
