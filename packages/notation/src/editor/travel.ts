import { pathSegmentPlaces } from "@vertexon/geometry";
import { argumentOf, writtenCall } from "../checks";
import { type Expression, parseStatement, type Span } from "../syntax";

/**
 * The text that each segment of a definition's outline comes from, subpath by subpath, in the order of travel; a closed
 * subpath has one more place, for its join. What is not told piece by piece comes from its whole call. `counts` are the
 * numbers of segments. Places count from the beginning of the statement.
 */
export function travelPlaces(statement: string, counts: readonly number[]): Span[][] {
  const parsed = parseStatement(statement);
  if (parsed.kind !== "definition") return counts.map(() => []);
  const call = writtenCall(parsed.value);
  const told = call && toldPlaces(call);
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

function toldPlaces(call: Extract<Expression, { kind: "call" }>): Span[][] | null {
  if (call.name === "path") {
    const data = argumentOf(call, "data", 0);
    if (data?.kind !== "text") return null;
    const start = data.from + 1;
    return pathSegmentPlaces(data.value).map((places) =>
      places.map(([from, to]) => ({ from: start + from, to: start + to })),
    );
  }
  if (call.name === "trail") return [legsIn(call)];
  if (!["polygon", "polyline", "smooth"].includes(call.name)) return null;
  const given = call.args.filter(({ name }) => name === null || name === "points").map(({ value }) => value);
  const points = given.length === 1 && given[0].kind === "tuple" ? given[0].items : given;
  // An edge comes from the point that it leads to.
  return [[...points.slice(1), points[0]]];
}

/** Every leg in the order in which it is walked; those of a repetition come again and again from one place. */
function legsIn(call: Extract<Expression, { kind: "call" }>): Span[] {
  const [from, facing] = ["from", "facing"].map((name, i) => argumentOf(call, name, i));
  const given = call.args.filter(
    ({ name, value }) => name === "legs" || (name === null && value !== from && value !== facing),
  );
  return given.flatMap(({ value }) => legPlaces(value));
}

function legPlaces(expression: Expression): Span[] {
  if (expression.kind === "repeat") {
    const count = expression.count.kind === "number" ? expression.count.value : 1;
    const item = legPlaces(expression.item);
    return Array.from({ length: Math.min(count, 100_000) }, () => item).flat();
  }
  return expression.kind === "tuple" ? expression.items.flatMap(legPlaces) : [expression];
}
