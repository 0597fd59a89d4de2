/**
 * Checks for the mistakes that people really make: things that compute but are hardly meant. Each says what, where in
 * the script and where on the plan, and mends it where there is one right way to.
 */

import { reasonOf } from "../messages/reason";
import { checkArgumentOrder } from "./argument-order";
import { checkAroundCentre } from "./around-centre";
import { checkClosing } from "./closing";
import { checkCovered } from "./covered";
import { checkCrossings } from "./crossings";
import { checkEmpty } from "./empty";
import { checkFacets } from "./facets";
import type { SheetFacts, SheetFinding, SheetFound } from "./facts";
import type { Checked, Finding, Found } from "./finding";
import { checkOutside } from "./outside";
import { checkRoundedAngle } from "./rounded-angle";
import { checkShares } from "./shares";
import { checkUpsideDown } from "./upside-down";
import { checkWithinBound } from "./within-bound";

export type { SheetFinding } from "./facts";
export type { Finding } from "./finding";
export { gathered, statementsOf } from "./gather";

const DEFINITION_CHECKS: Record<string, (definition: Checked) => Found[]> = {
  crossings: checkCrossings,
  "rounded angle": checkRoundedAngle,
  "around the centre": checkAroundCentre,
  empty: checkEmpty,
  "argument order": checkArgumentOrder,
  "within the bound": checkWithinBound,
};

const SHEET_CHECKS: Record<string, (facts: SheetFacts) => SheetFound[]> = {
  closing: checkClosing,
  "upside down": checkUpsideDown,
  outside: checkOutside,
  covered: checkCovered,
  facets: checkFacets,
  shares: checkShares,
};

/** What can be seen in one definition alone. */
export function checkDefinition(definition: Checked): Finding[] {
  return Object.entries(DEFINITION_CHECKS).flatMap(([kind, check]) => {
    try {
      return check(definition).map((found) => ({ ...found, kind }));
    } catch (error) {
      return [{ kind, span: definition.statement.nameSpan, message: failed(error), mends: [], marks: [] }];
    }
  });
}

/** What can only be seen with the sheet around a definition. */
export function checkSheet(facts: SheetFacts): SheetFinding[] {
  return Object.entries(SHEET_CHECKS).flatMap(([kind, check]) => {
    try {
      return check(facts).map((found) => ({ ...found, kind }));
    } catch (error) {
      return [{ kind, from: 0, span: { from: 0, to: 1 }, message: failed(error), mends: [], marks: [] }];
    }
  });
}

function failed(error: unknown): string {
  return `a check of this failed: ${reasonOf(error)}`;
}
