import type { Form, HandedShape, Handoff, HandoffOptions } from "./form";
import { cArray } from "./forms/c-array";
import { edgeTable } from "./forms/edge-table";
import { json } from "./forms/json";
import { svgCurves } from "./forms/svg-curves";
import { svgPath } from "./forms/svg-path";
import { typescript } from "./forms/typescript";
import { wkt } from "./forms/wkt";

/** The forms by their names in the notation, in the order in which they are offered. */
export const handoffForms = {
  typescript,
  "c-array": cArray,
  json,
  "svg-path": svgPath,
  "svg-curves": svgCurves,
  wkt,
  "edge-table": edgeTable,
} satisfies Record<string, Form>;

export type HandoffFormat = keyof typeof handoffForms;

/** Writes a shape in a form. Throws RangeError for a count of decimals out of range. */
export function handOff(format: HandoffFormat, shape: HandedShape, options: HandoffOptions): Handoff {
  return handoffForms[format].write(shape, options);
}
