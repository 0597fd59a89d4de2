import { type Bounds, bounds } from "@vertexon/geometry";
import { shapesIn } from "../functions";
import { planSizeEdits } from "../plan-edits";
import { shortNumber } from "../short-number";
import type { Expression, Mend, TextEdit } from "../syntax";
import { type SheetFacts, type SheetFinding, shownDefinitions } from "./facts";

/** What reaches outside the plan's box, seen by its vertices. */
export function checkOutside({ script, plan, definitions, statementOf }: SheetFacts): SheetFinding[] {
  const { width, height } = plan;
  return shownDefinitions(definitions).flatMap(({ name, value }) => {
    const shapes = value ? shapesIn(value) : [];
    const box = bounds(shapes.flatMap(({ operand }) => operand.rings));
    if (!box) return [];
    const slack = 1e-9 * Math.max(width, height);
    const isIn = box.minX >= -slack && box.minY >= -slack && box.maxX <= width + slack && box.maxY <= height + slack;
    if (isIn) return [];
    const isOut = box.maxX <= 0 || box.maxY <= 0 || box.minX >= width || box.minY >= height;
    const range = (from: number, to: number): string => `${shortNumber(from)} to ${shortNumber(to)}`;
    const message = `${isOut ? "it lies outside the plan" : "it reaches outside the plan"}: x ${range(box.minX, box.maxX)} of ${range(0, width)}, y ${range(box.minY, box.maxY)} of ${range(0, height)}`;
    const { statement, from } = statementOf(name);
    const mends: Mend[] = [];
    if (box.minX >= -slack && box.minY >= -slack) {
      const [w, h] = [Math.max(width, Math.ceil(box.maxX)), Math.max(height, Math.ceil(box.maxY))];
      mends.push({ label: `Enlarge the plan to ${w} by ${h}`, edits: planSizeEdits(script, w, h) });
    }
    const step = moveIn(box, width, height);
    if (step && value?.type === "shape")
      mends.push({ label: "Move it in", edits: movedEdits(statement.value, from, step) });
    return [{ from, span: statement.nameSpan, message, mends, marks: [] }];
  });
}

/** The least step that brings a box into the plan, rounded inwards; null where it is too large for that. */
function moveIn(box: Bounds, width: number, height: number): [number, number] | null {
  if (box.maxX - box.minX > width || box.maxY - box.minY > height) return null;
  const along = (min: number, max: number, size: number): number => {
    const digits = 100;
    if (min < 0) return Math.ceil(-min * digits) / digits;
    return max > size ? -Math.ceil((max - size) * digits) / digits : 0;
  };
  return [along(box.minX, box.maxX, width), along(box.minY, box.maxY, height)];
}

function movedEdits(expression: Expression, offset: number, [dx, dy]: [number, number]): TextEdit[] {
  const move = `.move(${dx}, ${dy})`;
  const [from, to] = [offset + expression.from, offset + expression.to];
  if (["call", "method", "name", "tuple"].includes(expression.kind)) return [{ from: to, to, insert: move }];
  return [
    { from, to: from, insert: "(" },
    { from: to, to, insert: `)${move}` },
  ];
}
