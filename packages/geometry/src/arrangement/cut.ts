import type { Operand, Ring } from "../polygon";
import { arrange } from "./arrange";
import { assemble, type CombineResult } from "./output/select";

/**
 * A shape cut along open polylines (x0 y0 x1 y1 …) into pieces: one polygon each, in canonical order. What a polyline
 * leaves in one piece, because it ends inside, stays whole and gets no vertex from it. Pieces that lie side by side
 * share the vertices along their seam bit for bit; each is valid, and together they are the shape, moved by no more than
 * the report says. O((n + k) log n) for n edges in all and k crossings; see index.ts for the method. Throws `OperandError`
 * for coordinates that are not finite.
 */
export function cut(shape: Operand, polylines: readonly Ring[]): CombineResult {
  const arrangement = arrange([shape], polylines);
  const { pieces, inside } = arrangement;
  const cuts = (e: number): boolean => polylines.length > 0 && pieces.turn[e * pieces.layers + 1] !== 0;
  const selected = new Uint8Array(2 * pieces.from.length);
  for (let h = 0; h < selected.length; h++) {
    const here = inside(h)[0];
    selected[h] = here && (!inside(h ^ 1)[0] || cuts(h >> 1)) ? 1 : 0;
  }
  return assemble(arrangement, selected);
}
