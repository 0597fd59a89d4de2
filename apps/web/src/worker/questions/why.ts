import { filled, hitIndex, type Operand } from "@vertexon/geometry";
import type { Shape } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

/** Why a place lies where it lies: the ray to the right of it, and what both fill rules make of that. */
export interface WhyView {
  winding: number;
  /** On an edge of the outline: no ray decides that. */
  isOnEdge: boolean;
  nonzero: boolean;
  evenodd: boolean;
  /** Where the ray crosses the outline, nearest first, and by how much the winding number is greater before than behind. */
  crossings: { x: number; y: number; turn: number }[];
}

/** What the ray from a place towards +x crosses of an outline as it was written; null for what is no shape. */
export function why(sheet: AskedSheet, { name, at }: { name: string; at: { x: number; y: number } }): WhyView | null {
  const shape = sheet.shape(name);
  if (!shape) return null;
  const { x, y } = at;
  const operand = writtenOperand(shape);
  const hits = hitIndex(operand).ray(x, y, x + 1 + Math.abs(x), y);
  const isOnEdge = hits[0]?.along === 0;
  const crossings = hits.flatMap(({ x: hx, ring, edge }) => {
    const turn = turnAt(operand, ring, edge, y);
    return turn === 0 ? [] : [{ x: hx, y, turn }];
  });
  const winding = crossings.reduce((sum, { turn }) => sum + turn, 0);
  return { winding, isOnEdge, nonzero: filled(winding, "nonzero"), evenodd: filled(winding, "evenodd"), crossings };
}

/** The outlines as they were written, crossing as they may. */
export function writtenOperand(shape: Shape): Operand {
  return { rings: shape.flat.subpaths.map(({ vertices }) => vertices), fillRule: shape.fillRule };
}

/** An edge counts +1 upwards (towards +y), −1 downwards, with its lower end and without its upper one. */
function turnAt({ rings }: Operand, ring: number, edge: number, y: number): number {
  const v = rings[ring];
  const from = v[2 * edge + 1];
  const to = v[(2 * edge + 3) % v.length];
  if (from <= y && to > y) return 1;
  return to <= y && from > y ? -1 : 0;
}
