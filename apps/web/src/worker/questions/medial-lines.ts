import { bounds, type Circle, inscribedCircle, medialAxis, operandOf } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";

/** Less than a right angle: the corners of a contour are square within its tolerance only. */
const ANGLE = (80 * Math.PI) / 180;
/** Squares over the longer side of the shape. */
const SQUARES = 250;

/**
 * The medial axis of the outline that a field stands for, and a widest circle inside, to a hundredth of the tolerance or as near as
 * `inscribedCircle` comes; null for what has none.
 */
export function medialLines(
  sheet: AskedSheet,
  { name }: { name: string },
): { lines: Float64Array[]; widest: Circle | null } | null {
  const shape = sheet.outlineOf(name);
  const operand = shape && operandOf(shape.polygons);
  const box = operand && bounds(operand.rings);
  if (!operand || !box) return null;
  const cell = Math.max(box.maxX - box.minX, box.maxY - box.minY) / SQUARES;
  const { lines } = medialAxis(operand, cell, ANGLE);
  return { lines, widest: inscribedCircle(operand, shape.tolerance / 100) };
}
