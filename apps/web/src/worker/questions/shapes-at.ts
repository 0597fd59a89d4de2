import type { AskedSheet } from "../asked-sheet";

/** The shapes that a place lies in, or on the boundary of, by the expressions that stand for them: the smallest first. */
export function shapesAt(sheet: AskedSheet, { x, y }: { x: number; y: number }): string[] {
  return sheet
    .shapes()
    .filter(({ shape }) => sheet.indexOf(shape).location.locate(x, y).side !== "outside")
    .sort((a, b) => a.shape.area - b.shape.area)
    .map(({ name }) => name);
}
