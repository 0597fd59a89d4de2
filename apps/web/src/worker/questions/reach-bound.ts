import { formOf } from "@vertexon/geometry";
import { type Asked as AskedFile, buildFile, total, writeNumber } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

/** How a wanted bound is reached, or why it cannot be. */
export type Reached = { tolerance: number | null; decimals: number } | { problem: string };

/** The digits get a tenth of the bound; what they leave is the flattening's. */
const DIGITS = 0.1;
/** So often a tolerance is tried. */
const TRIES = 8;

/**
 * The sheet's tolerance and the decimals with which a file stays within a bound (plan units): as few decimals as a tenth of the
 * bound allows, and the largest tolerance, to two digits, that was tried and leaves the rest. A tolerance of null is the one there is.
 */
export function reachBound(sheet: AskedSheet, { asked, bound }: { asked: AskedFile; bound: number }): Reached {
  if (!sheet.evaluated) return { problem: "the sheet is not computed yet" };
  const { bound: now, figures } = buildFile(sheet.evaluated, asked).report;
  const { factor } = asked.options;
  const rounding = (decimals: number): number => (Math.SQRT1_2 * 10 ** -decimals) / factor;
  let decimals = 0;
  while (decimals < 17 && rounding(decimals) > DIGITS * bound) decimals++;
  if (formOf(asked.format).keepsCurves || now.flattening === 0) {
    const rest = total(now) + rounding(decimals);
    return rest <= bound
      ? { tolerance: null, decimals }
      : { problem: `what was derived and snapped leaves ${total(now)} already` };
  }
  const fixed = now.snapping + now.derived;
  const budget = bound - rounding(decimals) - fixed;
  if (budget <= 0) return { problem: `what was derived and snapped leaves ${writeNumber(fixed, 6)} already` };
  let tolerance = down((sheet.evaluated.tolerance * budget) / now.flattening);
  const isHeld = (): boolean => {
    const found = tried(sheet, asked, tolerance, figures.length);
    return found !== null && found + rounding(decimals) <= bound;
  };
  for (let i = 0; i < TRIES; i++) {
    if (isHeld()) return { tolerance, decimals };
    tolerance = down(tolerance * 0.7);
  }
  return {
    problem: "no tolerance of the sheet brings it there: a shape says itself how it is flattened, or digits end",
  };
}

/** To two digits, not rounded up. */
function down(value: number): number {
  const power = 10 ** (Math.floor(Math.log10(value)) - 1);
  return Number((Math.floor(value / power + 1e-9) * power).toPrecision(2));
}

/** The bound of a file under another tolerance of the sheet; null where one of its figures cannot be computed then. */
function tried(sheet: AskedSheet, asked: AskedFile, tolerance: number, count: number): number | null {
  const { toleranceSpan } = sheet.evaluated!;
  const insert = toleranceSpan ? String(tolerance) : `tolerance ${tolerance}\n`;
  const evaluated = sheet.triedWhole([{ ...(toleranceSpan ?? { from: 0, to: 0 }), insert }]);
  const { bound, figures } = buildFile(evaluated, asked).report;
  return figures.length === count ? total(bound) : null;
}
