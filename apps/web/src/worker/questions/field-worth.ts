import { steepness, type Worth } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";
import type { FieldRequest } from "./shade-field";

export interface FieldWorth {
  worth: { inside: Worth; outside: Worth };
  lipschitz: number;
  /** Against the exact distance of the outline that it encloses; null where it encloses nothing. */
  off: { greatest: { difference: number; x: number; y: number }; mean: number } | null;
  /** That outline's vertices lie within this of where the values are 0. */
  tolerance: number;
  /** Samples by the length of their gradient, in steps of 0.1 from 0 to 1.5. */
  steepness: number[];
  /** The greatest length of a gradient. */
  steepest: { length: number; x: number; y: number };
  samples: number;
}

/** Steps of the histogram. */
const STEP = 0.1;
const STEPS = 15;

/** What a field is worth: what is known of it, and what samples over a box tell. */
export function fieldWorth(
  sheet: AskedSheet,
  { name, request }: { name: string; request: FieldRequest },
): FieldWorth | null {
  const found = sheet.fieldOf(name);
  if (!found) return null;
  const { field } = found;
  const values = field.sample(request);
  const placeOf = (i: number) => ({
    x: request.x + ((i % request.columns) + 0.5) * request.cell,
    y: request.y + (Math.floor(i / request.columns) + 0.5) * request.cell,
  });
  const exact = found.exact()?.sample(request);
  let worst = 0;
  let sum = 0;
  for (let i = 0; exact && i < values.length; i++) {
    const difference = Math.abs(values[i] - exact[i]);
    sum += difference;
    if (difference > Math.abs(values[worst] - exact[worst])) worst = i;
  }
  const lengths = steepness(field, request);
  const byLength = new Array<number>(STEPS).fill(0);
  let steepest = 0;
  for (let i = 0; i < lengths.length; i++) {
    // A length of exactly 1 belongs to the step that it ends, whatever its last digits.
    byLength[Math.min(STEPS - 1, Math.max(0, Math.ceil(lengths[i] / STEP - 1e-6) - 1))]++;
    if (lengths[i] > lengths[steepest]) steepest = i;
  }
  return {
    worth: field.worth,
    lipschitz: field.lipschitz,
    off: exact
      ? { greatest: { difference: values[worst] - exact[worst], ...placeOf(worst) }, mean: sum / values.length }
      : null,
    tolerance: found.tolerance(),
    steepness: byLength,
    steepest: { length: lengths[steepest], ...placeOf(steepest) },
    samples: values.length,
  };
}
