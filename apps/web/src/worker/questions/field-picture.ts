import { type Contour, contours } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";
import { extremes } from "./extremes";
import { type FieldRequest, shadeField } from "./shade-field";

export type { FieldRequest };

export interface FieldPicture {
  request: FieldRequest;
  pixels: Uint8ClampedArray;
  width: number;
  height: number;
  contours: Contour[];
}

/** More contours than this would be a grey. */
const MOST_LEVELS = 200;

/** A shape's signed distance, shaded, with its contours; null for what is no shape, and for an empty one. */
export function fieldPicture(
  sheet: AskedSheet,
  { name, request }: { name: string; request: FieldRequest },
): FieldPicture | null {
  const shape = sheet.shape(name);
  if (!shape || shape.vertexCount === 0) return null;
  const values = sheet.indexOf(shape).distance.field(request);
  const { least, greatest } = extremes(values);
  const { interval, reach } = request;
  const from = Math.max(Math.ceil(least / interval), Math.ceil(-reach / interval));
  const to = Math.min(Math.floor(greatest / interval), Math.floor(reach / interval));
  const levels: number[] = [];
  for (let k = from; k <= to && levels.length < MOST_LEVELS; k++) if (k !== 0) levels.push(k * interval);
  return { request, ...shadeField(request, values), contours: contours(request, values, levels) };
}
