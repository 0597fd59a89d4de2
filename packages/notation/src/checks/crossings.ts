import { properCrossings } from "@vertexon/geometry";
import { functions } from "../library";
import { shortNumber } from "../messages/short-number";
import { type Expression, writtenCall } from "../syntax";
import type { Checked, Found } from "./finding";

/** Longer outlines are not looked through at every change. */
const MOST_VERTICES = 20_000;
const MOST_CROSSINGS = 40;

/** An outline that crosses itself without a fill rule that was chosen for it, and outlines of one shape that cross. */
export function checkCrossings({ statement, value }: Checked): Found[] {
  const call = writtenCall(statement.value);
  const known = call && functions.get(call.name);
  if (value.type !== "shape" || value.combination || !call || !known?.mayCross) return [];
  const isStated = call.args.some(({ name }) => name === "fill") || isFilled(statement.value);
  if (isStated || value.vertexCount > MOST_VERTICES) return [];
  const crossings = properCrossings(value.flat.subpaths, MOST_CROSSINGS);
  const own = crossings.filter(({ first, second }) => first.outline === second.outline);
  const shared = crossings.filter(({ first, second }) => first.outline !== second.outline);
  const findings: Found[] = [];
  const at = ({ x, y }: { x: number; y: number }): string => `(${shortNumber(x)}, ${shortNumber(y)})`;
  const times = (n: number): string => (n === 1 ? "once" : n === MOST_CROSSINGS ? `${n} times and more` : `${n} times`);
  if (own.length) {
    const [{ first, second }] = own;
    const { corners, closing } = known.outline ?? {};
    const isPolygon = corners?.by === "points" && closing?.by === "itself";
    const edges = isPolygon ? `: edges ${first.edge} and ${second.edge}` : "";
    findings.push({
      span: statement.nameSpan,
      message: `the outline crosses itself ${times(own.length)}, at ${at(own[0])}${edges}. Check the order of its vertices, or state its fill rule to keep it`,
      mends: [],
      marks: own.map(({ x, y }) => ({ x, y })),
    });
  }
  if (shared.length) {
    const [{ first, second }] = shared;
    findings.push({
      span: statement.nameSpan,
      message: `outlines ${first.outline + 1} and ${second.outline + 1} of this one shape cross at ${at(shared[0])}. Define two shapes if two were meant, or state the fill rule to keep it`,
      mends: [],
      marks: shared.map(({ x, y }) => ({ x, y })),
    });
  }
  return findings;
}

/** Whether a fill rule is chained to a value somewhere. */
function isFilled(expression: Expression): boolean {
  return expression.kind === "method" && (expression.name === "fill" || isFilled(expression.target));
}
