import { filled, type Operand, type RayCrossings, rayCrossings } from "@vertexon/geometry";
import type { Shape } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

/** Why a place lies where it lies: the ray to the right of it, and what both fill rules make of that. */
export interface WhyView extends RayCrossings {
  winding: number;
  nonzero: boolean;
  evenodd: boolean;
}

/** What the ray from a place towards +x crosses of an outline as it was written; null for what is no shape. */
export function why(sheet: AskedSheet, { name, at }: { name: string; at: { x: number; y: number } }): WhyView | null {
  const shape = sheet.shape(name);
  return shape && whyAt(shape, at.x, at.y);
}

export function whyAt(shape: Shape, x: number, y: number): WhyView {
  const found = rayCrossings(x, y, writtenOperand(shape).rings);
  const winding = found.crossings.reduce((sum, { turn }) => sum + turn, 0);
  return { ...found, winding, nonzero: filled(winding, "nonzero"), evenodd: filled(winding, "evenodd") };
}

/** The outlines as they were written, crossing as they may. */
export function writtenOperand(shape: Shape): Operand {
  return { rings: shape.flat.subpaths.map(({ vertices }) => vertices), fillRule: shape.fillRule };
}
