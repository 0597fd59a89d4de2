import { pathSegmentPlaces } from "@vertexon/geometry";
import { argumentOf, type Call, type Expression, type Span } from "../syntax";

/** How a function's outline stands in its call, piece by piece. What this does not say is told by the call as a whole. */
export interface OutlineText {
  /** The places of its segments, subpath by subpath in the order of travel; a closed one has one more, for its join. */
  places(call: Call): Span[][] | null;
  /** Its corners where they are written one by one: as points, of which there are so many at least, or in path data. */
  corners: { by: "points"; least: number } | { by: "data"; argument: string } | null;
  /** How it is closed: always, by an argument, by another function in its place, or in its path data. */
  closing: { by: "itself" } | { by: "argument"; name: string } | { by: "function"; name: string } | { by: "data" };
  /** It is told by steps: an edge that none of them states is worth a word. */
  bySteps?: boolean;
}

/** Points one after the other, or as one list, in a parameter called points. */
export function listedPoints(least: number, closing: OutlineText["closing"]): OutlineText {
  const places = ({ args }: Call): Span[][] => {
    const given = args.filter(({ name }) => name === null || name === "points").map(({ value }) => value);
    const points = given.length === 1 && given[0].kind === "tuple" ? given[0].items : given;
    // An edge comes from the point that it leads to.
    return [[...points.slice(1), points[0]]];
  };
  return { places, corners: { by: "points", least }, closing };
}

export const pathDataText: OutlineText = {
  corners: { by: "data", argument: "data" },
  closing: { by: "data" },
  places(call) {
    const data = argumentOf(call, "data", 0);
    if (data?.kind !== "text") return null;
    const start = data.from + 1;
    return pathSegmentPlaces(data.value).map((places) =>
      places.map(([from, to]) => ({ from: start + from, to: start + to })),
    );
  },
};

/** Every leg in the order in which it is walked; those of a repetition come again and again from one place. */
export const legsText: OutlineText = {
  corners: null,
  closing: { by: "argument", name: "close" },
  bySteps: true,
  places(call) {
    const [from, facing] = ["from", "facing"].map((name, i) => argumentOf(call, name, i));
    const given = call.args.filter(
      ({ name, value }) => name === "legs" || (name === null && value !== from && value !== facing),
    );
    return [given.flatMap(({ value }) => legPlaces(value))];
  },
};

function legPlaces(expression: Expression): Span[] {
  if (expression.kind === "repeat") {
    const count = expression.count.kind === "number" ? expression.count.value : 1;
    const item = legPlaces(expression.item);
    return Array.from({ length: Math.min(count, 100_000) }, () => item).flat();
  }
  return expression.kind === "tuple" ? expression.items.flatMap(legPlaces) : [expression];
}
