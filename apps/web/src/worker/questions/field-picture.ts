import { type Contour, contours, sharpContours, steepness } from "@vertexon/geometry";
import type { AskedSheet, NamedField } from "../asked-sheet";
import { extremes } from "./extremes";
import { type FieldRequest, shadeField } from "./shade-field";
import { shadeOff } from "./shade-off";

export type { FieldRequest };

/** What of a field is looked at: its values, those of the exact one, by how much they differ, how far its steepness is from 1. */
export type FieldAspect = "values" | "exact" | "difference" | "steepness";

export interface FieldPicture {
  request: FieldRequest;
  pixels: Uint8ClampedArray;
  width: number;
  height: number;
  contours: Contour[];
}

/** More contours than this would be a grey. */
const MOST_LEVELS = 200;

/** Lengths of gradients are known to this. */
const SAME = 1e-6;

/** The tolerances of the outline that the deepest shade stands for at least: what its vertices explain stays pale. */
const PALE = 4;

/** A signed distance, shaded, with its contours; null for what has none. What has no outline is shown as composed, not against one. */
export function fieldPicture(
  sheet: AskedSheet,
  { name, aspect = "values", request }: { name: string; aspect?: FieldAspect; request: FieldRequest },
): FieldPicture | null {
  const found = sheet.fieldOf(name);
  if (!found) return null;
  const exact = aspect === "exact" || aspect === "difference" ? found.exact() : null;
  if (aspect === "steepness") {
    const off = steepness(found.field, request).map((length) => (Math.abs(length - 1) > SAME ? length - 1 : 0));
    return offPicture(found, request, off);
  }
  if (aspect === "difference" && exact) {
    const off = differences(found.field.sample(request), exact.sample(request));
    return offPicture(found, request, off, PALE * found.tolerance());
  }
  const field = exact ?? found.field;
  const values = field.sample(request);
  const { least, greatest } = extremes(values);
  const { interval, reach } = request;
  const from = Math.max(Math.ceil(least / interval), Math.ceil(-reach / interval));
  const to = Math.min(Math.floor(greatest / interval), Math.floor(reach / interval));
  const levels: number[] = [];
  // The outline of a shape is drawn from its vertices; what is composed has none.
  for (let k = from; k <= to && levels.length < MOST_LEVELS; k++)
    if (k !== 0 || found.isComposed) levels.push(k * interval);
  const lines = sharpContours(field, contours(request, values, levels), request.cell);
  return { request, ...shadeField(request, values), contours: lines };
}

/** How far values are from what they might be, as shades, with the outline of what the field encloses. */
function offPicture({ field }: NamedField, request: FieldRequest, off: Float64Array, least = 0): FieldPicture {
  return {
    request,
    ...shadeOff(request, off, least),
    contours: sharpContours(field, contours(request, field.sample(request), [0]), request.cell),
  };
}

function differences(values: Float64Array, others: Float64Array): Float64Array {
  return values.map((value, i) => value - others[i]);
}
