import { bounds, medialAxis, operandOf } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";

/** Less than a right angle: the corners of a contour are square within its tolerance only. */
const ANGLE = (80 * Math.PI) / 180;
/** Squares over the longer side of the shape. */
const SQUARES = 250;

/** The medial axis of the outline that a field stands for: lines, and the widest place on them; null for what has none. */
export function medialLines(
  sheet: AskedSheet,
  { name }: { name: string },
): { lines: Float64Array[]; widest: { x: number; y: number; radius: number } | null } | null {
  const shape = sheet.outlineOf(name);
  const operand = shape && operandOf(shape.polygons);
  const box = operand && bounds(operand.rings);
  if (!operand || !box) return null;
  const cell = Math.max(box.maxX - box.minX, box.maxY - box.minY) / SQUARES;
  const { lines, clearance } = medialAxis(operand, cell, ANGLE);
  let widest: { x: number; y: number; radius: number } | null = null;
  clearance.forEach((radii, k) => {
    radii.forEach((radius, i) => {
      if (radius > (widest?.radius ?? 0)) widest = { x: lines[k][2 * i], y: lines[k][2 * i + 1], radius };
    });
  });
  return { lines, widest };
}
