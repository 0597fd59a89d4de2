import { GrowingInts } from "../../memory";
import { crossSign } from "../../numeric";
import type { Outlines } from "../grid/outlines";
import type { Pieces } from "../topology/pieces";
import { aheadOf, type Stars, startOf } from "../topology/stars";

/**
 * Simple rings as the half-edges that they run along, the selected side on their left: those of ring r are
 * halfEdges[first[r]] to halfEdges[first[r + 1]]. There may be as many rings as crossings: none is an object of its own.
 */
export interface HalfEdgeRings {
  halfEdges: Int32Array;
  first: Int32Array;
}

/**
 * Joins selected half-edges (those with a selected face on their left) into simple rings.
 *
 * At each node the ring goes on along the first selected half-edge clockwise from the way back: it stays on the boundary of
 * one face. Where a face's boundary comes back to a node, the loop in between is cut off as a ring of its own, so rings
 * touch themselves nowhere. Loops of one boundary never interleave, so where the walk starts does not matter.
 */
export function joinRings(pieces: Pieces, { first, star, place }: Stars, selected: Uint8Array): HalfEdgeRings {
  const used = new Uint8Array(selected.length);
  const seen = new Int32Array(first.length - 1).fill(-1);
  const found = new GrowingInts();
  const begins = new GrowingInts();
  begins.push(0);
  const walk = new GrowingInts();
  for (let start = 0; start < selected.length; start++) {
    if (!selected[start] || used[start]) continue;
    let h = start;
    do {
      used[h] = 1;
      seen[startOf(pieces, h)] = walk.length;
      walk.push(h);
      const end = startOf(pieces, h ^ 1);
      if (seen[end] >= 0) {
        const from = seen[end];
        const to = walk.length;
        walk.length = from;
        const { values } = walk;
        for (let i = from; i < to; i++) seen[startOf(pieces, values[i])] = -1;
        // Both sides of one piece: a cut that ends inside a face, or joins two of its outlines.
        if (to - from !== 2 || values[from] !== (values[from + 1] ^ 1)) {
          for (let i = from; i < to; i++) found.push(values[i]);
          begins.push(found.length);
        }
      }
      let i = place[h ^ 1];
      do {
        i = i === first[end] ? first[end + 1] - 1 : i - 1;
        h = star[i];
      } while (!selected[h]);
    } while (!used[h]);
  }
  return { halfEdges: found.values.slice(0, found.length), first: begins.values.slice(0, begins.length) };
}

/** How many edges of rings meet at each node; past three it only matters that more than one ring does. */
export function degreesOf(pieces: Pieces, { halfEdges }: HalfEdgeRings): Uint8Array {
  const degree = new Uint8Array(pieces.x.length);
  for (let i = 0; i < halfEdges.length; i++) {
    const h = halfEdges[i];
    const u = startOf(pieces, h);
    const v = startOf(pieces, h ^ 1);
    if (degree[u] < 3) degree[u]++;
    if (degree[v] < 3) degree[v]++;
  }
  return degree;
}

/**
 * Which nodes along rings stay corners: place by place 1 for the start of each half-edge. Where a ring runs straight on
 * a node is left out when nothing else touches it and no layer has a vertex there in both of the pieces that meet: such a
 * node is a trace of something that is gone. `vertices[u * layers + k]` tells whether layer k has a vertex at node u.
 */
export function cornersOf(
  pieces: Pieces,
  outlines: Outlines,
  { halfEdges, first }: HalfEdgeRings,
  degree: Uint8Array,
  vertices: Uint8Array,
): Uint8Array {
  const corners = new Uint8Array(halfEdges.length);
  for (let r = 0; r + 1 < first.length; r++)
    for (let i = first[r], before = first[r + 1] - 1; i < first[r + 1]; before = i++)
      corners[i] = staysCorner(pieces, outlines, halfEdges[before], halfEdges[i], degree, vertices) ? 1 : 0;
  return corners;
}

function staysCorner(
  pieces: Pieces,
  outlines: Outlines,
  g: number,
  h: number,
  degree: Uint8Array,
  vertices: Uint8Array,
): boolean {
  const { x, y, turn, layers } = pieces;
  const b = startOf(pieces, h);
  if (degree[b] !== 2) return true;
  const v = aheadOf(pieces, g ^ 1);
  const w = aheadOf(pieces, h);
  const inX = x[b] - (v < 0 ? outlines.x[~v] : x[v]);
  const inY = y[b] - (v < 0 ? outlines.y[~v] : y[v]);
  const outX = (w < 0 ? outlines.x[~w] : x[w]) - x[b];
  const outY = (w < 0 ? outlines.y[~w] : y[w]) - y[b];
  if (crossSign(inX, inY, outX, outY) !== 0) return true;
  for (let k = 0; k < layers; k++)
    if (turn[(g >> 1) * layers + k] !== 0 && turn[(h >> 1) * layers + k] !== 0 && vertices[b * layers + k]) return true;
  return false;
}
