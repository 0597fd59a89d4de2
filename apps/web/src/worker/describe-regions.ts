import { area, combine, operandOf, regions } from "@vertexon/geometry";
import type { Shape } from "@vertexon/notation";
import type { RegionsView } from "./views";

/** All regions of a combined shape's operands, largest first among those in as many shapes; null for any other shape. */
export function describeRegions(shape: Shape): RegionsView | null {
  const { combination } = shape;
  if (!combination) return null;
  const found = regions(combination.operands.map(({ shape: operand }) => operand.operand));
  const taken = operandOf(shape.polygons);
  return {
    labels: combination.operands.map(({ label }) => label),
    regions: found.map(({ polygons, inside }) => {
      const size = area(polygons);
      // A region lies in the result as a whole or not at all.
      const common = area(combine("intersection", operandOf(polygons), taken).polygons);
      return { polygons, inside, area: size, isTaken: common > size / 2 };
    }),
  };
}
