/**
 * Checks for the mistakes that people really make: things that compute but are hardly meant. Each says what, where in
 * the script and where on the plan, and mends it where there is one right way to.
 */

import { reasonOf } from "../messages/reason";
import { checkAroundCentre } from "./around-centre";
import { checkClosing } from "./closing";
import { checkCovered } from "./covered";
import { checkCrossings } from "./crossings";
import { checkEmpty } from "./empty";
import { checkFacets } from "./facets";
import type { SheetFacts, SheetFinding } from "./facts";
import type { Checked, Finding } from "./finding";
import { checkOutside } from "./outside";
import { checkRoundedAngle } from "./rounded-angle";
import { checkShares } from "./shares";
import { checkUpsideDown } from "./upside-down";

export { argumentOf, type Finding, within, writtenCall } from "./finding";

/** What can be seen in one definition alone. */
export function checkDefinition(definition: Checked): Finding[] {
  return [checkCrossings, checkRoundedAngle, checkAroundCentre, checkEmpty].flatMap((check) => {
    try {
      return check(definition);
    } catch (error) {
      return [{ span: definition.statement.nameSpan, message: failed(error), mends: [], marks: [] }];
    }
  });
}

/** What can only be seen with the sheet around a definition. */
export function checkSheet(facts: SheetFacts): SheetFinding[] {
  return [checkClosing, checkUpsideDown, checkOutside, checkCovered, checkFacets, checkShares].flatMap((check) => {
    try {
      return check(facts);
    } catch (error) {
      return [{ from: 0, span: { from: 0, to: 1 }, message: failed(error), mends: [], marks: [] }];
    }
  });
}

function failed(error: unknown): string {
  return `a check of this failed: ${reasonOf(error)}`;
}
