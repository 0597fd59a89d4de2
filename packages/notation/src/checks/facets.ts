import { shortNumber } from "../messages/short-number";
import type { PlanSettings } from "../sheet/evaluated";
import { toPlanUnits } from "../values/lengths";
import type { SheetFacts, SheetFound } from "./facts";

/** An error of more than this many px is seen without magnification. */
const SEEN = 0.5;
/** How large a plan is on a screen, in px, where its unit says nothing about that. */
const SCREEN = 720;

/** Curves whose chords are so long that their facets are seen at scale 1. */
export function checkFacets({ plan, definitions, statementOf }: SheetFacts): SheetFound[] {
  const seen = SEEN * pixelOf(plan);
  return definitions.flatMap(({ name, value }) => {
    if (value?.type !== "shape" || value.combination || !(value.flat.error > seen) || !(value.deviation > seen))
      return [];
    const message = `facets show at scale 1: chords lie up to ${shortNumber(value.deviation)} ${plan.unit} from the curve. A tolerance of ${shortNumber(seen)} hides them`;
    const { statement, from } = statementOf(name);
    return [{ from, span: statement.nameSpan, message, mends: [], marks: [] }];
  });
}

/** A pixel in plan units: by the plan's density, or by its size on the screen. */
function pixelOf({ unit, density, width, height }: PlanSettings): number {
  return toPlanUnits(1, "px", unit, density) ?? Math.max(width, height) / SCREEN;
}
