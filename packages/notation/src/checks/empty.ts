import type { Expression } from "../syntax";
import type { Shape } from "../values";
import type { Checked, Found } from "./finding";

/** What computes to nothing: operands that do not meet, cuts that leave nothing, outlines without an area. */
export function checkEmpty({ statement, value }: Checked): Found[] {
  const found = (message: string): Found[] => [{ span: statement.nameSpan, message, mends: [], marks: [] }];
  if (value.type === "list") return value.items.length === 0 ? found("an empty list: nothing is left") : [];
  if (value.type !== "shape" || value.polygons.length > 0) return [];
  const { combination } = value;
  if (combination) {
    const given = combination.operands.filter(({ shape }) => shape.polygons.length > 0);
    if (given.length < combination.operands.length) return found(`empty: ${emptyOperands(combination.operands)}`);
    const names = combination.operands.map(({ label }) => label.replace(/\s+/g, " "));
    return found(
      combination.operation === "intersection"
        ? `empty: ${names.join(" and ")} do not overlap`
        : `empty: nothing of ${names[0]} is left`,
    );
  }
  if (value.outline.subpaths.length === 0)
    return found(isContour(statement.value) ? "empty: the level is nowhere met" : "empty: nothing is left");
  return isAreaWithout(value) ? found("no area: all vertices lie on one line") : [];
}

function isContour(expression: Expression): boolean {
  return expression.kind === "call" && expression.name === "contour";
}

function emptyOperands(operands: readonly { label: string; shape: Shape }[]): string {
  const names = operands.flatMap(({ label, shape }) => (shape.polygons.length > 0 ? [] : [label]));
  return `${names.join(" and ")} ${names.length === 1 ? "is" : "are"} empty`;
}

/** A closed outline of three vertices or more that encloses nothing; open ones may well. */
function isAreaWithout(shape: Shape): boolean {
  const { subpaths } = shape.flat;
  return subpaths.length > 0 && subpaths.every(({ closed, vertices }) => closed && vertices.length >= 6);
}
