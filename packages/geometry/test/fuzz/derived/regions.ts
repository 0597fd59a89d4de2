import { area, locatePoint, type Operand, operandOf, pickRegions, regions } from "../../../src";
import { exactAreas } from "../../oracles/exact-areas";
import { flawsOf } from "../../oracles/validity";
import { sizeOf, textOf } from "./cut";
import { pointsNear, type Random, randomOperand, whole } from "./outlines";
import { type Run, timed } from "./run";

/** Regions of two to four shapes: each place in the one that its memberships tell; areas of pairs exactly; any choice as one. */
export function regional(r: Random): Run {
  const operands = Array.from({ length: 2 + whole(r, 3) }, () => randomOperand(r));
  const { result, milliseconds } = timed(() => regions(operands));
  const faults = result.flatMap(({ polygons }) => flawsOf(polygons));
  const [a, b] = operands;
  const want = exactAreas(a, b);
  const both = result.filter(({ inside }) => inside.includes(0) && inside.includes(1));
  const found = both.reduce((sum, { polygons }) => sum + area(polygons), 0);
  if (!(Math.abs(found - want.intersection) <= 1e-9))
    faults.push(`an intersection of ${found}, not ${want.intersection}`);
  const chosen = result.filter(() => r() < 0.5);
  const picked: Operand | null = chosen.length
    ? operandOf(
        pickRegions(
          operands,
          chosen.map(({ inside }) => inside),
        ).polygons,
      )
    : null;
  for (const [x, y] of pointsNear(
    r,
    [
      [4, 4],
      [1, 1],
      [7, 7],
    ],
    5,
    12,
  )) {
    const sides = operands.map((operand) => locatePoint(x, y, operand).side);
    if (sides.includes("boundary")) continue;
    const inside = sides.flatMap((side, k) => (side === "inside" ? [k] : [])).join();
    const here = result.filter(({ polygons }) => locatePoint(x, y, operandOf(polygons)).side === "inside");
    if (here.map((each) => each.inside.join()).join(" | ") !== inside)
      faults.push(`(${x}, ${y}) lies in the wrong region`);
    if (!picked) continue;
    const wanted = chosen.some((each) => each.inside.join() === inside);
    if ((locatePoint(x, y, picked).side === "inside") !== (wanted && inside !== ""))
      faults.push(`(${x}, ${y}) is picked wrongly`);
  }
  return {
    input: operands.map(textOf).join(" | "),
    size: operands.reduce((sum, each) => sum + sizeOf(each), 0),
    milliseconds,
    faults,
  };
}
