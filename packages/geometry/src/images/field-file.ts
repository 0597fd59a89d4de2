import type { Grid } from "../distance";
import { arrayFile } from "./npy";
import { floatMap } from "./pfm";
import { greyPng } from "./png";

export const FIELD_FORMATS = ["png", "png16", "pfm", "npy"] as const;
export type FieldFormat = (typeof FIELD_FORMATS)[number];

/** From samples to plan units: sample (column, row) lies at (x + column · cell, y + row · cell), its value is scale · sample + offset. */
export interface FieldMapping {
  columns: number;
  rows: number;
  /** The place of the first sample, a cell's centre. */
  x: number;
  y: number;
  cell: number;
  scale: number;
  offset: number;
  /** Which row comes first in the file. */
  firstRow: "least y";
  unit: string;
}

/** Samples of a field as a file, with the mapping from it to plan units. */
export function fieldFile(
  values: Float64Array,
  grid: Grid,
  format: FieldFormat,
  reach: number,
  unit: string,
): { content: Uint8Array; mapping: FieldMapping } {
  const { columns, rows } = grid;
  const mapping = fieldMapping(values, grid, format, reach, unit);
  if (format === "pfm") return { content: floatMap(values, columns, rows), mapping };
  if (format === "npy") return { content: arrayFile(values, columns, rows), mapping };
  const { scale, offset } = mapping;
  const most = greatestOf(format);
  const samples = new (format === "png16" ? Uint16Array : Uint8Array)(columns * rows);
  if (scale > 0)
    for (let i = 0; i < samples.length; i++)
      samples[i] = Math.min(most, Math.max(0, Math.round((values[i] - offset) / scale)));
  return { content: greyPng(samples, columns, rows, JSON.stringify(mapping)), mapping };
}

/**
 * From a field's file to plan units. Pictures hold values from −`reach` to `reach`, 0 in the middle, what is beyond at the ends; where the
 * reach is not finite, it is the greatest magnitude. Others hold the values themselves.
 */
export function fieldMapping(
  values: Float64Array,
  { x, y, cell, columns, rows }: Grid,
  format: FieldFormat,
  reach: number,
  unit: string,
): FieldMapping {
  const place = { columns, rows, x: x + cell / 2, y: y + cell / 2, cell };
  const plain: FieldMapping = { ...place, scale: 1, offset: 0, firstRow: "least y", unit };
  if (format === "pfm" || format === "npy") return plain;
  let range = reach;
  if (!Number.isFinite(range)) {
    range = 0;
    for (let i = 0; i < values.length; i++) range = Math.max(range, Math.abs(values[i]));
  }
  return { ...plain, scale: (2 * range) / greatestOf(format), offset: -range };
}

function greatestOf(format: FieldFormat): number {
  return format === "png16" ? 65535 : 255;
}
