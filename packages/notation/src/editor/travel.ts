import { functions } from "../library";
import { parseStatement, type Span, writtenCall } from "../syntax";

/**
 * The text that each segment of a definition's outline comes from, subpath by subpath, in the order of travel; a closed
 * subpath has one more place, for its join. What is not told piece by piece comes from its whole call. `counts` are the
 * numbers of segments. Places count from the beginning of the statement.
 */
export function travelPlaces(statement: string, counts: readonly number[]): Span[][] {
  const parsed = parseStatement(statement);
  if (parsed.kind !== "definition") return counts.map(() => []);
  const call = writtenCall(parsed.value);
  const told = call && functions.get(call.name)?.outline?.places(call);
  return counts.map((count, i) => {
    const places = told?.[i];
    // One place more than segments: that of the join.
    if (places && (places.length === count || places.length === count + 1)) return places;
    // A rounded corner is an arc of its own, before the edge to the next one.
    if (places && 2 * places.length === count + 1)
      return places.flatMap((next, k) => [places[(k + places.length - 1) % places.length], next]);
    return Array.from({ length: count + 1 }, () => call ?? parsed.value);
  });
}
