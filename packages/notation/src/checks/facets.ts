import { shortNumber } from "../short-number";
import type { SheetFacts, SheetFinding } from "./facts";

/** An error of more than this many px is seen without magnification. */
const SEEN = 0.5;

/** Curves with so few chords that their facets are seen at scale 1, on a plan in px. */
export function checkFacets({ plan, definitions, statementOf }: SheetFacts): SheetFinding[] {
  if (plan.unit !== "px") return [];
  return definitions.flatMap(({ name, value }) => {
    if (value?.type !== "shape" || value.combination || !(value.flat.error > SEEN)) return [];
    const message = `its chords lie up to ${shortNumber(value.flat.error)} px from the curve: facets show at scale 1, and ten times as much when magnified ten times; a tolerance of ${SEEN} or less hides them`;
    const { statement, from } = statementOf(name);
    return [{ from, span: statement.nameSpan, message, mends: [], marks: [] }];
  });
}
