import type { Affine } from "../../path";
import { type FormNumbers, numbersOfKind } from "./form-numbers";

/** Of a form that is moved, turned, mirrored or scaled evenly; null where that has none, or too many. */
export function placedNumbers(form: FormNumbers | null | undefined, { a, b, c, d, e, f }: Affine): FormNumbers | null {
  return form ? numbersOfKind(12, [a, b, c, d, e, f, ...form]) : null;
}

/** Of a form that is grown by a distance. */
export function grownNumbers(form: FormNumbers | null | undefined, by: number): FormNumbers | null {
  return form ? numbersOfKind(13, [by, ...form]) : null;
}

/** Of what lies within half a width of a form's boundary. */
export function strokedNumbers(form: FormNumbers | null | undefined, width: number): FormNumbers | null {
  return form ? numbersOfKind(14, [width / 2, ...form]) : null;
}

/** Of a form with inside and outside exchanged. */
export function turnedOverNumbers(form: FormNumbers | null | undefined): FormNumbers | null {
  return form ? numbersOfKind(15, form) : null;
}
