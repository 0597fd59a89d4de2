import { crossRounded } from "../numeric";
import type { Pieces } from "./pieces";
import type { Stars } from "./windings";

/** A simple ring as the half-edges that it runs along, the selected side on its left. */
export type HalfEdgeRing = Int32Array;

export function startOf(pieces: Pieces, h: number): number {
  return h & 1 ? pieces.to[h >> 1] : pieces.from[h >> 1];
}

/**
 * Joins selected half-edges (those with a selected face on their left) into simple rings.
 *
 * At each node the ring goes on along the first selected half-edge clockwise from the way back: it stays on the boundary of
 * one face. Where a face's boundary comes back to a node, the loop in between is cut off as a ring of its own, so rings
 * touch themselves nowhere. Loops of one boundary never interleave, so where the walk starts does not matter.
 */
export function joinRings(pieces: Pieces, { first, star, place }: Stars, selected: Uint8Array): HalfEdgeRing[] {
  const { from, to } = pieces;
  const used = new Uint8Array(selected.length);
  const seen = new Int32Array(first.length - 1).fill(-1);
  const rings: HalfEdgeRing[] = [];
  const walk: number[] = [];
  const following = (h: number): number => {
    const v = h & 1 ? from[h >> 1] : to[h >> 1];
    let i = place[h ^ 1];
    do {
      i = i === first[v] ? first[v + 1] - 1 : i - 1;
    } while (!selected[star[i]]);
    return star[i];
  };
  for (let start = 0; start < selected.length; start++) {
    if (!selected[start] || used[start]) continue;
    let h = start;
    do {
      used[h] = 1;
      seen[startOf(pieces, h)] = walk.length;
      walk.push(h);
      const end = startOf(pieces, h ^ 1);
      if (seen[end] >= 0) {
        const loop = walk.splice(seen[end]);
        for (const g of loop) seen[startOf(pieces, g)] = -1;
        // Two half-edges: a cut that ends inside a face, or joins two of its outlines, and was run along on both sides.
        if (loop.length > 2) rings.push(Int32Array.from(loop));
      }
      h = following(h);
    } while (!used[h]);
  }
  return rings;
}

/**
 * A ring's corners as nodes. A node where the ring runs straight on is left out when nothing else touches it and no
 * operand has a vertex there in both of the edges that meet: such a node is a trace of something that is gone.
 */
export function cornersOf(
  pieces: Pieces,
  ring: HalfEdgeRing,
  degree: Uint8Array,
  isVertex: (node: number, operand: number) => boolean,
): number[] {
  const { x, y, turn, operands } = pieces;
  const corners: number[] = [];
  for (let i = 0; i < ring.length; i++) {
    const h = ring[i];
    const g = ring[i === 0 ? ring.length - 1 : i - 1];
    const a = startOf(pieces, g);
    const b = startOf(pieces, h);
    const c = startOf(pieces, h ^ 1);
    const straight = degree[b] === 2 && crossRounded(x[b] - x[a], y[b] - y[a], x[c] - x[b], y[c] - y[b]) === 0;
    let owned = false;
    for (let k = 0; straight && !owned && k < operands; k++)
      owned = turn[(g >> 1) * operands + k] !== 0 && turn[(h >> 1) * operands + k] !== 0 && isVertex(b, k);
    if (!straight || owned) corners.push(b);
  }
  return corners;
}
