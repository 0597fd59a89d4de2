import { axisSenseEdits } from "../edits/plan";
import { argumentOf, within } from "../syntax";
import type { SheetFacts, SheetFound } from "./facts";

/** Outlines from formats whose y grows upwards, on a plan whose y goes down. */
export function checkUpsideDown({ script, plan, definitions, statementOf, sourceOf }: SheetFacts): SheetFound[] {
  if (!plan.yDown) return [];
  return definitions.flatMap(({ name }) => {
    const { statement, from } = statementOf(name);
    const parts = [...within(statement.value)];
    if (parts.some((part) => part.kind === "method" && part.name === "mirror")) return [];
    return parts.flatMap((part) => {
      if (part.kind !== "call" || part.name !== "outline") return [];
      const file = argumentOf(part, "file", 0);
      const source = file?.kind === "text" ? sourceOf(file.value) : null;
      if (source !== "GeoJSON" && source !== "WKT") return [];
      const end = from + part.to;
      return [
        {
          from,
          span: part,
          message: `upside down: y usually grows upwards in ${source}, and downwards on this plan`,
          mends: [
            { label: "Let the plan's y grow upwards", edits: axisSenseEdits(script, false) },
            { label: "Mirror it", edits: [{ from: end, to: end, insert: ".mirror(0deg)" }] },
          ],
          marks: [],
        },
      ];
    });
  });
}
