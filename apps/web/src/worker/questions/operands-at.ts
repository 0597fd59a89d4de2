import type { AskedSheet } from "../asked-sheet";

/** The operands of a combined shape, by their place among them, that a place lies inside; null on one's boundary. */
export function operandsAt(sheet: AskedSheet, { name, x, y }: { name: string; x: number; y: number }): number[] | null {
  const sides = (sheet.shape(name)?.combination?.operands ?? []).map(
    ({ shape }) => sheet.indexOf(shape).location.locate(x, y).side,
  );
  return sides.includes("boundary") ? null : sides.flatMap((side, i) => (side === "inside" ? [i] : []));
}
