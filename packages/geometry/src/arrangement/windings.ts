import { crossSign } from "../numeric";
import type { Bends } from "./bend";
import type { EdgeTree } from "./edge-tree";
import { GrowingInts } from "./growing";
import type { Outlines } from "./outlines";
import type { Pieces } from "./pieces";
import type { Stars } from "./stars";

/**
 * The winding number of every layer to the left of every half-edge: result[h * layers + k].
 *
 * In each connected part the least node is asked which edges lie below it (half-open in x): they give the winding numbers
 * just right of straight down. Of a run of edges that lies below altogether the ends are enough: it passes over the node
 * once more in one direction than in the other, or as often. The rest follows by turning around nodes.
 */
export function windingsOf(pieces: Pieces, stars: Stars, outlines: Outlines, bends: Bends, tree: EdgeTree): Int32Array {
  const { first, star, place } = stars;
  const { x, y, from, to, turn, layers, nodeOfBend } = pieces;
  const left = new Int32Array(2 * from.length * layers);
  const visited = new Uint8Array(first.length - 1);
  const queue = new GrowingInts();
  const right = new Int32Array(layers);
  const outlineOf = outlineOfEdges(outlines);
  /** Passes the windings to the right of the half-edge at place i on to all others around the node. */
  const turnAround = (u: number, i: number): void => {
    visited[u] = 1;
    const begin = first[u];
    const end = first[u + 1];
    for (let n = begin, at = i; n < end; n++, at = at + 1 === end ? begin : at + 1) {
      const h = star[at];
      const e = h >> 1;
      const base = e * layers;
      for (let k = 0; k < layers; k++) {
        right[k] += h & 1 ? -turn[base + k] : turn[base + k];
        left[h * layers + k] = right[k];
      }
      if (!visited[h & 1 ? from[e] : to[e]]) queue.push(h);
    }
  };
  for (let u = 0; u < visited.length; u++) {
    if (visited[u] || first[u] === first[u + 1]) continue;
    right.fill(0);
    const edgeBelow = (e: number): void => {
      const q = outlines.next[e];
      let ax = outlines.x[e];
      let ay = outlines.y[e];
      const end = bends.first[e + 1];
      // The one piece of the edge that reaches over the node.
      for (let k = bends.first[e]; k <= end; k++) {
        const [bx, by] = k < end ? [x[nodeOfBend[k]], y[nodeOfBend[k]]] : [outlines.x[q], outlines.y[q]];
        if (ax < bx ? ax <= x[u] && x[u] < bx : bx <= x[u] && x[u] < ax) {
          const cross = crossSign(bx - ax, by - ay, x[u] - ax, y[u] - ay);
          if (ax < bx ? cross > 0 : cross < 0) right[outlines.layerOf[outlineOf(e)]] += ax < bx ? 1 : -1;
          return;
        }
        [ax, ay] = [bx, by];
      }
    };
    const chainBelow = (begin: number, end: number): void => {
      const r = outlineOf(begin);
      const s = outlineOf(end - 1);
      const isLeft = (i: number): number => (outlines.x[i] <= x[u] ? 1 : 0);
      // The last one's end is the next one's begin, except where its outline closes; whole outlines in between count nothing.
      const last = outlines.next[end - 1];
      if (r === s) right[outlines.layerOf[r]] += isLeft(begin) - isLeft(last);
      else {
        right[outlines.layerOf[r]] += isLeft(begin) - isLeft(outlines.next[outlines.first[r + 1] - 1]);
        right[outlines.layerOf[s]] += isLeft(outlines.first[s]) - isLeft(last);
      }
    };
    // Bent edges run beside the straight ones that the tree knows.
    tree.forEachBelow(x[u], y[u], bends.movedFirst + bends.movedLater + BESIDE, edgeBelow, chainBelow);
    turnAround(u, first[u]);
    while (queue.length > 0) {
      const h = queue.values[--queue.length];
      const v = h & 1 ? from[h >> 1] : to[h >> 1];
      if (visited[v]) continue;
      // What lies right of the way back is what lies left of the way there.
      for (let k = 0; k < layers; k++) right[k] = left[h * layers + k];
      turnAround(v, place[h ^ 1]);
    }
  }
  return left;
}

/** More than what the ends of edges were moved to the centres of their pixels, in steps. */
const BESIDE = 1;

/** The outline of an edge. */
function outlineOfEdges({ first, layerOf }: Outlines): (e: number) => number {
  return (e) => {
    let low = 0;
    let high = layerOf.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (first[middle] <= e) low = middle;
      else high = middle - 1;
    }
    return low;
  };
}
