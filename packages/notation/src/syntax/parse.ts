import type { SyntaxNode } from "@lezer/common";
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
import { syntaxError } from "./syntax-error";

/** Reads one statement. Throws {@link ScriptError} at the first place that does not fit the grammar. */
export function parseStatement(text: string): Statement {
  const tree = parser.parse(text);
  const error = syntaxError(tree, text);
  if (error) throw error;
  const node = tree.topNode.getChild("Statement");
  if (!node) throw new ScriptError({ from: 0, to: text.length }, "expected a statement, found nothing");
  return new Builder(text).statement(node);
}

/** The units of angles, in radians. */
export const RADIANS: Record<string, number> = { deg: Math.PI / 180, rad: 1, turn: 2 * Math.PI };

class Builder {
  constructor(private readonly text: string) {}

  private read(node: SyntaxNode): string {
    return this.text.slice(node.from, node.to);
  }

  statement(node: SyntaxNode): Statement {
    const span = { from: node.from, to: node.to };
    switch (node.name) {
      case "Plan": {
        const [width, height] = node.getChildren("Expression").map((child) => this.expression(child));
        const sense = node.getChild("AxisSense")?.lastChild;
        const unit = node.getChild("UnitName")?.getChild("Word");
        const yDown = sense ? this.read(sense) === "down" : null;
        const density = node.getChild("Density")?.getChild("Expression");
        return {
          kind: "plan",
          width,
          height,
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
        const name = node.getChild("Name")!;
        const format = node.getChild("Format")!;
        const decimals = node.getChild("Decimals")?.getChild("Expression");
        const file = node.getChild("FileName")?.getChild("Text");
        return {
          kind: "emit",
          name: this.read(name),
          nameSpan: spanOf(name),
          format: this.read(format).replace(/\s/g, ""),
          formatSpan: spanOf(format),
          decimals: decimals ? this.expression(decimals) : null,
          file: file ? this.read(file).slice(1, -1) : null,
          ...span,
        };
      }
    }
  }

  private expression(node: SyntaxNode): Expression {
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
      case "Comparison": {
        const operator = this.read(node.getChild("Compare")!) as ComparisonOperator;
        return { kind: "comparison", operator, ...this.sides(node), ...span };
      }
      case "And":
        return { kind: "logic", operator: "and", ...this.sides(node), ...span };
      case "Or":
        return { kind: "logic", operator: "or", ...this.sides(node), ...span };
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
        const { left, right } = this.sides(node);
        return { kind: "repeat", count: left, item: right, ...span };
      }
      case "Call": {
        const name = node.getChild("Name")!;
        const args = this.args(node.getChild("Arguments")!);
        return { kind: "call", name: this.read(name), nameSpan: spanOf(name), args, ...span };
      }
      case "Method": {
        const name = node.getChild("PropertyName")!;
        const args = this.args(node.getChild("Arguments")!);
        const target = this.expression(node.firstChild!);
        return { kind: "method", target, name: this.read(name), nameSpan: spanOf(name), args, ...span };
      }
      case "Property": {
        const name = node.getChild("PropertyName")!;
        return {
          kind: "property",
          target: this.expression(node.firstChild!),
          name: this.read(name),
          nameSpan: spanOf(name),
          ...span,
        };
      }
      case "Negation":
        return { kind: "negation", operand: this.expression(node.lastChild!), ...span };
      case "Sum":
      case "Product": {
        const operator = this.read(node.firstChild!.nextSibling!) as "+" | "-" | "*" | "/";
        return { kind: "arithmetic", operator, ...this.sides(node), ...span };
      }
      default:
        return this.setOperation(node);
    }
  }

  private sides(node: SyntaxNode): { left: Expression; right: Expression } {
    return { left: this.expression(node.firstChild!), right: this.expression(node.lastChild!) };
  }

  /** `a union b union c` becomes one operation on three operands; different words need brackets. */
  private setOperation(node: SyntaxNode): Expression {
    const word = node.getChild("SetWord")!;
    const operation = this.read(word) as SetOperationName;
    const left = this.expression(node.firstChild!);
    const right = this.expression(node.lastChild!);
    if (node.firstChild!.name !== "SetOperation" || left.kind !== "set")
      return { kind: "set", operation, operands: [left, right], from: node.from, to: node.to };
    if (left.operation !== operation)
      throw new ScriptError(
        spanOf(word),
        `"${left.operation}" and "${operation}" in one line can be read in two ways: put brackets around the one that comes first`,
      );
    return { kind: "set", operation, operands: [...left.operands, right], from: node.from, to: node.to };
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
