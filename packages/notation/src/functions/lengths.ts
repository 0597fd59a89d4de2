import type { LengthUnit } from "../syntax";

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
