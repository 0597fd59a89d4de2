import { type Bounds, bounds } from "@vertexon/geometry";
import { planBoxEdits } from "../edits/plan";
import { shortNumber } from "../messages/short-number";
import type { Definition, PlanSettings } from "../sheet/evaluated";
import { isMeant } from "../sheet/meant";
import type { Expression, Mend, TextEdit } from "../syntax";
import { shapesIn } from "../values";
import { type SheetFacts, type SheetFound, shownDefinitions } from "./facts";
import { MOST_SINGLE } from "./gather";

/** What reaches outside the plan's box, seen by its vertices. */
export function checkOutside({ script, plan, definitions, statementOf }: SheetFacts): SheetFound[] {
  const outside = shownDefinitions(definitions).flatMap((definition): Outside[] => {
    // What is meant to lie outside does not ask for a larger plan.
    if (isMeant(statementOf(definition.name).text)) return [];
    const box = definition.value && bounds(shapesIn(definition.value).flatMap(({ operand }) => operand.rings));
    return box && !isWithin(box, plan) ? [{ ...definition, box }] : [];
  });
  if (outside.length <= MOST_SINGLE) return outside.map((each) => finding([each]));
  return [finding(outside)];

  /** One for a definition, or one for all, where they are many: it is the plan that does not fit then. */
  function finding(found: readonly Outside[]): SheetFound {
    const [{ name, value }] = found;
    const box = around(found.map((each) => each.box));
    const { statement, from } = statementOf(name);
    const larger = enlarged(box, plan);
    const along = (min: number, max: number): string => (min === 0 ? `${max}` : `${min} to ${max}`);
    const mends: Mend[] = [
      {
        label: `Enlarge the plan to ${along(larger.minX, larger.maxX)} by ${along(larger.minY, larger.maxY)}`,
        edits: planBoxEdits(script, larger),
      },
    ];
    const step = moveIn(box, plan);
    if (step && found.length === 1 && value?.type === "shape")
      mends.push({ label: "Move it in", edits: movedEdits(statement.value, from, step) });
    const what = found.length > 1 ? `${found.length} shapes ` : "";
    const part = isApart(box, plan) ? "outside the plan" : "partly outside the plan";
    return {
      from,
      span: statement.nameSpan,
      message: `${what}${part}: ${beyond(box, plan)}`,
      mends,
      marks: [],
      alike: found.map((each) => statementOf(each.name).from),
    };
  }
}

interface Outside extends Pick<Definition, "name" | "value"> {
  box: Bounds;
}

function isWithin(box: Bounds, { x, y, width, height }: PlanSettings): boolean {
  const slack = 1e-9 * Math.max(width, height);
  const inX = box.minX >= x - slack && box.maxX <= x + width + slack;
  return inX && box.minY >= y - slack && box.maxY <= y + height + slack;
}

function isApart(box: Bounds, { x, y, width, height }: PlanSettings): boolean {
  return box.maxX <= x || box.maxY <= y || box.minX >= x + width || box.minY >= y + height;
}

function around(boxes: readonly Bounds[]): Bounds {
  return boxes.reduce((all, box) => ({
    minX: Math.min(all.minX, box.minX),
    minY: Math.min(all.minY, box.minY),
    maxX: Math.max(all.maxX, box.maxX),
    maxY: Math.max(all.maxY, box.maxY),
  }));
}

/** The plan's box and another one, in whole numbers. */
function enlarged(box: Bounds, { x, y, width, height }: PlanSettings): Bounds {
  const slack = 1e-9 * Math.max(width, height);
  return {
    minX: Math.min(x, Math.floor(box.minX + slack)),
    minY: Math.min(y, Math.floor(box.minY + slack)),
    maxX: Math.max(x + width, Math.ceil(box.maxX - slack)),
    maxY: Math.max(y + height, Math.ceil(box.maxY - slack)),
  };
}

/** The axes on which a box leaves the plan: from where to where, and what there is. */
function beyond(box: Bounds, { x, y, width, height }: PlanSettings): string {
  const digits = Math.max(0, 4 - Math.floor(Math.log10(Math.max(width, height))));
  const short = (value: number): string =>
    Math.abs(value) < 1e15 ? String(Number(value.toFixed(digits)) + 0).replace("-", "−") : shortNumber(value);
  const slack = 1e-9 * Math.max(width, height);
  return (
    [
      ["x", box.minX, box.maxX, x, x + width],
      ["y", box.minY, box.maxY, y, y + height],
    ] as const
  )
    .filter(([, min, max, least, greatest]) => min < least - slack || max > greatest + slack)
    .map(
      ([axis, min, max, least, greatest]) =>
        `${axis} from ${short(min)} to ${short(max)}, and the plan from ${short(least)} to ${short(greatest)}`,
    )
    .join("; ");
}

/** The least step that brings a box into the plan, rounded inwards; null where it is too large for that. */
function moveIn(box: Bounds, { x, y, width, height }: PlanSettings): [number, number] | null {
  if (box.maxX - box.minX > width || box.maxY - box.minY > height) return null;
  const along = (min: number, max: number, least: number, greatest: number): number => {
    const digits = 100;
    if (min < least) return Math.ceil((least - min) * digits) / digits;
    return max > greatest ? -Math.ceil((max - greatest) * digits) / digits : 0;
  };
  return [along(box.minX, box.maxX, x, x + width), along(box.minY, box.maxY, y, y + height)];
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
