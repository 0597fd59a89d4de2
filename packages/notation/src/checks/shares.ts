import { bounds } from "@vertexon/geometry";
import { shapesIn } from "../values";
import { type SheetFacts, type SheetFound, shownDefinitions } from "./facts";

/** A plan of more units than this is no unit square. */
const LARGE = 20;

/** Shapes within one unit of the origin on a large plan: shares of it, written as plain numbers. */
export function checkShares({ plan, definitions, statementOf }: SheetFacts): SheetFound[] {
  if (Math.min(plan.width, plan.height) < LARGE) return [];
  return shownDefinitions(definitions).flatMap(({ name, value }) => {
    const box = value && bounds(shapesIn(value).flatMap(({ operand }) => operand.rings));
    if (!box || box.minX < 0 || box.minY < 0 || box.maxX > 1 || box.maxY > 1) return [];
    const { statement, from } = statementOf(name);
    const message = `all of it lies within one ${plan.unit} of the origin. Shares of the plan are written in %: (50%, 25%)`;
    return [{ from, span: statement.nameSpan, message, mends: [], marks: [] }];
  });
}
