import type { SyntaxNode, Tree } from "@lezer/common";
import { parser } from "../grammar";
import {
  type Argument,
  type ComparisonOperator,
  type Expression,
  type LengthUnit,
  ScriptError,
  type SetOperationName,
  type Span,
  type Statement,
} from "./ast";
import { DEEPEST_NESTING, nestedTooDeeply, syntaxError } from "./syntax-error";

/** Reads one statement. Throws {@link ScriptError} at the first place that does not fit the grammar. */
export function parseStatement(text: string): Statement {
  const tree = treeOf(text);
  const error = syntaxError(tree, text, treeOf);
  if (error) throw error;
  const node = tree.topNode.getChild("Statement");
  if (!node) throw new ScriptError({ from: 0, to: text.length }, "expected a statement, found nothing");
  return new Builder(text).statement(node);
}

function treeOf(text: string): Tree {
  try {
    return parser.parse(text);
  } catch (error) {
    // The parser puts its tree together by recursion.
    if (error instanceof RangeError) throw nestedTooDeeply({ from: 0, to: text.length });
    throw error;
  }
}

/** The units of angles, in radians. */
export const RADIANS: Record<string, number> = { deg: Math.PI / 180, rad: 1, turn: 2 * Math.PI };

/** Operators, or methods, one after the other. */
const MOST_IN_A_ROW = 1000;

class Builder {
  private depth = 0;

  constructor(private readonly text: string) {}

  private read(node: SyntaxNode): string {
    return this.text.slice(node.from, node.to);
  }

  statement(node: SyntaxNode): Statement {
    const span = { from: node.from, to: node.to };
    switch (node.name) {
      case "Plan": {
        const [x, y] = node.getChildren("Extent").map((extent) => {
          const ends = extent.getChildren("Expression").map((child) => this.expression(child));
          return { least: ends.length === 2 ? ends[0] : null, greatest: ends[ends.length - 1] };
        });
        const sense = node.getChild("AxisSense")?.lastChild;
        const unit = node.getChild("UnitName")?.getChild("Word");
        const yDown = sense ? this.read(sense) === "down" : null;
        const density = node.getChild("Density")?.getChild("Expression");
        return {
          kind: "plan",
          x,
          y,
          yDown,
          unit: unit ? this.read(unit) : null,
          density: density ? this.expression(density) : null,
          ...span,
        };
      }
      case "Tolerance":
        return { kind: "tolerance", value: this.expression(node.getChild("Expression")!), ...span };
      case "Picture": {
        const file = node.getChild("Text")!;
        const part = (name: string) => node.getChild(name)?.getChild("Expression");
        const [at, scale, fade] = ["PictureAt", "PictureScale", "PictureFade"].map((name) => {
          const child = part(name);
          return child ? this.expression(child) : null;
        });
        const clip = node.getChild("PictureClip")?.getChild("Name");
        return {
          kind: "picture",
          file: this.read(file).slice(1, -1),
          fileSpan: spanOf(file),
          at,
          scale,
          fade,
          clip: clip ? { name: this.read(clip), span: spanOf(clip) } : null,
          ...span,
        };
      }
      case "Definition": {
        const name = node.getChild("DefinedName")!;
        const range = node.getChild("Range")?.getChildren("Expression");
        return {
          kind: "definition",
          name: this.read(name),
          nameSpan: spanOf(name),
          value: this.expression(node.getChild("Expression")!),
          range: range ? { least: this.expression(range[0]), greatest: this.expression(range[1]) } : null,
          ...span,
        };
      }
      case "FunctionDefinition": {
        const name = node.getChild("DefinedName")!;
        const parameters = node.getChild("Parameters")!.getChildren("Parameter");
        return {
          kind: "function",
          name: this.read(name),
          nameSpan: spanOf(name),
          parameters: parameters.map((parameter) => {
            const given = parameter.getChild("Expression");
            return {
              name: this.read(parameter.getChild("ParameterName")!),
              default: given ? this.expression(given) : null,
            };
          }),
          body: this.expression(node.getChild("Expression")!),
          ...span,
        };
      }
      default: {
        const format = node.getChild("Format")!;
        return {
          kind: "emit",
          targets: node.getChildren("ShapeName").map((target) => {
            const name = target.getChild("Name")!;
            const items = target.getChildren("Item").map((item) => this.itemIndex(item));
            return { name: this.read(name), nameSpan: spanOf(name), items };
          }),
          format: this.read(format).replace(/\s/g, ""),
          formatSpan: spanOf(format),
          options: node.getChildren("Option").map((option) => {
            const name = option.getChild("OptionName")!;
            const value = option.getChild("Expression");
            return { name: this.read(name), nameSpan: spanOf(name), value: value ? this.expression(value) : null };
          }),
          ...span,
        };
      }
    }
  }

  /** `.at(2)`, of what is emitted. */
  private itemIndex(node: SyntaxNode): { index: number; span: Span } {
    const method = node.getChild("PropertyName")!;
    const number = node.getChild("Number")!;
    if (this.read(method) !== "at")
      throw new ScriptError(spanOf(method), "emit takes a name, or an item of a list, such as posts.at(2)");
    return { index: Number(this.read(number)), span: spanOf(number) };
  }

  private expression(node: SyntaxNode): Expression {
    if (++this.depth > DEEPEST_NESTING) throw nestedTooDeeply(spanOf(node));
    const expression = this.expressionAt(node);
    this.depth--;
    return expression;
  }

  private expressionAt(node: SyntaxNode): Expression {
    const span = { from: node.from, to: node.to };
    switch (node.name) {
      case "Number":
        return { kind: "number", value: Number(this.read(node)), ...span };
      case "Quantity": {
        const [, digits, unit] = /^(.*?)([A-Za-z]+)$/.exec(this.read(node))!;
        if (Object.hasOwn(RADIANS, unit)) return { kind: "angle", radians: Number(digits) * RADIANS[unit], ...span };
        return { kind: "length", value: Number(digits), unit: unit as LengthUnit, ...span };
      }
      case "Share":
        return { kind: "share", fraction: Number(this.read(node).slice(0, -1)) / 100, ...span };
      case "Comparison":
        return this.run(node, (operator, sides) => {
          return { kind: "comparison", operator: this.read(operator) as ComparisonOperator, ...sides };
        });
      case "And":
        return this.run(node, (_, sides) => ({ kind: "logic", operator: "and", ...sides }));
      case "Or":
        return this.run(node, (_, sides) => ({ kind: "logic", operator: "or", ...sides }));
      case "Not":
        return { kind: "not", operand: this.expression(node.lastChild!), ...span };
      case "Condition": {
        const [condition, yes, no] = node.getChildren("Expression").map((child) => this.expression(child));
        return { kind: "if", condition, whenTrue: yes, whenFalse: no, ...span };
      }
      case "Each": {
        const parts = node.getChildren("Expression").map((child) => this.expression(child));
        const name = this.read(node.getChild("DefinedName")!);
        const step = parts.length === 4 ? parts[2] : null;
        return { kind: "each", name, first: parts[0], last: parts[1], step, body: parts[parts.length - 1], ...span };
      }
      case "SetOfList": {
        const operation = this.read(node.getChild("SetWord")!) as SetOperationName;
        return { kind: "set", operation, operands: [this.expression(node.getChild("Tuple")!)], ...span };
      }
      case "Text":
        return { kind: "text", value: this.read(node).slice(1, -1), ...span };
      case "Name":
        return { kind: "name", name: this.read(node), ...span };
      case "Tuple": {
        const items = this.args(node);
        if (items.some(({ name }) => name !== null)) return { kind: "leg", items, ...span };
        return { kind: "tuple", items: items.map(({ value }) => value), ...span };
      }
      case "Repeat": {
        const [count, item] = node.getChildren("Expression").map((child) => this.expression(child));
        return { kind: "repeat", count, item, ...span };
      }
      case "Call": {
        const name = node.getChild("Name")!;
        const args = this.args(node.getChild("Arguments")!);
        return { kind: "call", name: this.read(name), nameSpan: spanOf(name), args, ...span };
      }
      case "Chain":
        return this.chain(node);
      case "Negation":
        return { kind: "negation", operand: this.expression(node.lastChild!), ...span };
      case "Sum":
      case "Product":
        return this.run(node, (operator, sides) => {
          return { kind: "arithmetic", operator: this.read(operator) as "+" | "-" | "*" | "/", ...sides };
        });
      default:
        return this.setOperation(node);
    }
  }

  /** Operands with operators between them, put together from the left. */
  private run(
    node: SyntaxNode,
    joined: (operator: SyntaxNode, sides: { left: Expression; right: Expression } & Span) => Expression,
  ): Expression {
    const parts = childrenOf(node);
    if (parts.length > 2 * MOST_IN_A_ROW + 1) throw tooManyInARow(parts[2 * MOST_IN_A_ROW + 1], "operators");
    let left = this.expression(parts[0]);
    for (let i = 1; i + 1 < parts.length; i += 2) {
      const right = this.expression(parts[i + 1]);
      left = joined(parts[i], { left, right, from: left.from, to: right.to });
    }
    return left;
  }

  /** A value with properties and methods behind it. */
  private chain(node: SyntaxNode): Expression {
    const [first, ...links] = childrenOf(node);
    if (links.length > MOST_IN_A_ROW) throw tooManyInARow(links[MOST_IN_A_ROW], "methods");
    let target = this.expression(first);
    for (const link of links) {
      const property = link.getChild("PropertyName")!;
      const name = this.read(property);
      const more = { target, name, nameSpan: spanOf(property), from: node.from, to: link.to };
      const args = link.getChild("Arguments");
      target = args ? { kind: "method", ...more, args: this.args(args) } : { kind: "property", ...more };
    }
    return target;
  }

  /** `a union b union c` is one operation on three operands; different words need brackets. */
  private setOperation(node: SyntaxNode): Expression {
    const words = node.getChildren("SetWord");
    const operation = this.read(words[0]) as SetOperationName;
    const other = words.find((word) => this.read(word) !== operation);
    if (other)
      throw new ScriptError(
        spanOf(other),
        `"${operation}" and "${this.read(other)}" in one line can be read in two ways: put brackets around the one that comes first`,
      );
    const operands = node.getChildren("Expression").map((child) => this.expression(child));
    return { kind: "set", operation, operands, from: node.from, to: node.to };
  }

  private args(node: SyntaxNode): Argument[] {
    return node.getChildren("Argument").map((argument) => {
      const name = argument.getChild("ArgumentName");
      return {
        name: name ? this.read(name) : null,
        nameSpan: name ? spanOf(name) : null,
        value: this.expression(argument.lastChild!),
        from: argument.from,
        to: argument.to,
      };
    });
  }
}

function spanOf(node: SyntaxNode): Span {
  return { from: node.from, to: node.to };
}

function childrenOf(node: SyntaxNode): SyntaxNode[] {
  const children: SyntaxNode[] = [];
  for (let child = node.firstChild; child; child = child.nextSibling)
    if (child.name !== "Comment") children.push(child);
  return children;
}

function tooManyInARow(node: SyntaxNode, what: string): ScriptError {
  return new ScriptError(
    spanOf(node),
    `more than ${MOST_IN_A_ROW} ${what} in a row: split this into several definitions`,
  );
}
