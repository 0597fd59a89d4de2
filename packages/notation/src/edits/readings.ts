import { functions, type Reading } from "../library";
import { type Call, parseStatement, ScriptError, within } from "../syntax";

/**
 * All readings of the first arc in a definition's statement: the one that is taken first, then those that are mistaken
 * for it. Empty where there is no arc that could be read in several ways.
 */
export function arcReadings(statement: string): Reading[] {
  const call = arcIn(statement);
  const readings = call && functions.get(call.name)?.readings;
  return readings ? readings(call, ({ from, to }) => statement.slice(from, to)) : [];
}

function arcIn(statement: string): Call | null {
  try {
    const parsed = parseStatement(statement);
    if (parsed.kind !== "definition") return null;
    for (const part of within(parsed.value))
      if (part.kind === "call" && functions.get(part.name)?.readings) return part;
  } catch (error) {
    if (!(error instanceof ScriptError)) throw error;
  }
  return null;
}
