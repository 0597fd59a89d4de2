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
    const message = `${isOut ? "outside the plan" : "partly outside the plan"}: ${beyond(box, plan)}`;
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

/** The axes on which a box leaves the plan: from where to where, and what there is. */
function beyond(box: Bounds, { width, height }: { width: number; height: number }): string {
  const digits = Math.max(0, 4 - Math.floor(Math.log10(Math.max(width, height))));
  const short = (value: number): string =>
    Math.abs(value) < 1e15 ? String(Number(value.toFixed(digits)) + 0).replace("-", "−") : shortNumber(value);
  const slack = 1e-9 * Math.max(width, height);
  return (
    [
      ["x", box.minX, box.maxX, width],
      ["y", box.minY, box.maxY, height],
    ] as const
  )
    .filter(([, min, max, size]) => min < -slack || max > size + slack)
    .map(
      ([axis, min, max, size]) => `${axis} from ${short(min)} to ${short(max)}, and the plan from 0 to ${short(size)}`,
    )
    .join("; ");
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
