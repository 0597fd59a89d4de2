import { area, combine, type MultiPolygon, operandOf, regions as regionsOf } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";

/** The regions that the operands of a combined shape make of each other. */
export interface RegionsView {
  labels: string[];
  regions: { polygons: MultiPolygon; inside: number[]; area: number; isTaken: boolean }[];
}

/** All regions of a combined shape's operands, largest first among those in as many shapes; null for any other shape. */
export function regions(sheet: AskedSheet, { name }: { name: string }): RegionsView | null {
  const shape = sheet.shape(name);
  if (!shape?.combination) return null;
  const { combination } = shape;
  const found = regionsOf(combination.operands.map(({ shape: operand }) => operand.operand));
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
