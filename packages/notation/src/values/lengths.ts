import type { LengthUnit } from "../syntax";
import { scaled, shifted } from "./origin";
import type { NumberValue, ShareValue } from "./values";

/**
 * What a share of a number parameter is of: the plan's width or height; both, as CSS has it for radii, its diagonal over
 * the root of two; or 1, for factors.
 */
export type ShareOf = "width" | "height" | "diagonal" | "part";

/** How many of each unit make an inch, as CSS has it; px depends on the density stated on the sheet. */
const PER_INCH: Record<Exclude<LengthUnit, "px">, number> = { in: 1, cm: 2.54, mm: 25.4, pt: 72, pc: 6, Q: 101.6 };

/**
 * A length in plan units, or null when the plan's unit is none of CSS's. `density` is px to an inch (96 in CSS).
 * Source: CSS Values and Units 4, section 6.2.
 */
export function toPlanUnits(value: number, unit: LengthUnit, planUnit: string, density: number): number | null {
  const perInch = (name: string): number | undefined =>
    name === "px" ? density : PER_INCH[name as Exclude<LengthUnit, "px">];
  const [own, plan] = [perInch(unit), perInch(planUnit)];
  if (unit === planUnit) return value;
  return own === undefined || plan === undefined ? null : (value / own) * plan;
}

/** What a share is of, in plan units; 1 for factors. */
export function sizeOf(share: ShareOf, { width, height }: { width: number; height: number }): number {
  if (share === "width") return width;
  if (share === "height") return height;
  // CSS Values and Units 4: percentages that refer to both axes, such as a circle's radius.
  return share === "part" ? 1 : Math.hypot(width, height) / Math.SQRT2;
}

/** The number that a share stands for, counted from where the plan begins in places. Beside a share it is the fixed length that is changed by dragging. */
export function numberOf(share: ShareValue, size: number, from = 0): NumberValue {
  const { fraction, fixed, fractionOrigin, fixedOrigin } = share;
  const origin = fixedOrigin
    ? shifted(fixedOrigin, from + fraction * size)
    : shifted(scaled(fractionOrigin, size), from + fixed);
  return { type: "number", value: from + fraction * size + fixed, origin };
}
