import { crossSign } from "../numeric";
import type { Bends } from "./bend";
import type { EdgeTree } from "./edge-tree";
import { GrowingInts } from "./growing";
import { isLess, type Outlines } from "./outlines";
import type { Pieces } from "./pieces";
import type { Stars } from "./stars";

/**
 * The winding number of every layer to the left of every half-edge: result[h * layers + k].
 *
 * In each connected part they follow from one another by turning around nodes, but for one number a layer. That is asked
 * at the part's lexicographically least node, where nothing leads to the left: the edges that lie below it (half-open in x)
 * give the winding numbers just right of straight down.
 */
export function windingsOf(pieces: Pieces, stars: Stars, outlines: Outlines, bends: Bends, tree: EdgeTree): Int32Array {
  const { first, star, place } = stars;
  const { x, y, from, to, turn, layers } = pieces;
  const left = new Int32Array(2 * from.length * layers);
  const visited = new Uint8Array(first.length - 1);
  const queue = new GrowingInts();
  const part = new GrowingInts();
  const right = new Int32Array(layers);
  const below = new WindingsBelow(pieces, outlines, bends, tree);
  /** Passes the windings to the right of the half-edge at place i on to all others around the node. */
  const turnAround = (u: number, i: number): void => {
    visited[u] = 1;
    part.push(u);
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
  /** What the winding numbers of a part are short of, by layers; whether anything. */
  const isShort = (): boolean => {
    let least = part.values[0];
    for (let i = 1; i < part.length; i++) {
      const u = part.values[i];
      if (isLess(x[u], y[u], x[least], y[least])) least = u;
    }
    right.set(below.at(x[least], y[least]));
    const h = star[first[least]];
    let is = false;
    for (let k = 0; k < layers; k++) {
      const rise = turn[(h >> 1) * layers + k];
      right[k] += (h & 1 ? -rise : rise) - left[h * layers + k];
      is ||= right[k] !== 0;
    }
    return is;
  };
  for (let start = 0; start < visited.length; start++) {
    if (visited[start] || first[start] === first[start + 1]) continue;
    right.fill(0);
    part.length = 0;
    turnAround(start, first[start]);
    while (queue.length > 0) {
      const h = queue.values[--queue.length];
      const v = h & 1 ? from[h >> 1] : to[h >> 1];
      if (visited[v]) continue;
      // What lies right of the way back is what lies left of the way there.
      for (let k = 0; k < layers; k++) right[k] = left[h * layers + k];
      turnAround(v, place[h ^ 1]);
    }
    if (!isShort()) continue;
    for (let i = 0; i < part.length; i++)
      for (let at = first[part.values[i]]; at < first[part.values[i] + 1]; at++)
        for (let k = 0; k < layers; k++) left[star[at] * layers + k] += right[k];
  }
  return left;
}

/** More than what the ends of edges were moved to the centres of their pixels, in steps. */
const BESIDE = 1;

/**
 * Winding numbers just right of straight down from a point. Of a run of edges that lies below altogether the ends are
 * enough: it passes over the point once more in one direction than in the other, or as often.
 */
class WindingsBelow {
  private readonly windings: Int32Array;
  private px = 0;
  private py = 0;

  constructor(
    private readonly pieces: Pieces,
    private readonly outlines: Outlines,
    private readonly bends: Bends,
    private readonly tree: EdgeTree,
  ) {
    this.windings = new Int32Array(pieces.layers);
  }

  /** By layers; the array is reused by the next call. */
  at(px: number, py: number): Int32Array {
    const { bends, tree, windings } = this;
    this.px = px;
    this.py = py;
    windings.fill(0);
    // Bent edges run beside the straight ones that the tree knows.
    const margin = bends.movedFirst + bends.movedLater + BESIDE;
    tree.forEachBelow(
      px,
      py,
      margin,
      (e) => this.addEdge(e),
      (begin, end) => this.addChain(begin, end),
    );
    return windings;
  }

  private addEdge(e: number): void {
    const { px, py, bends, outlines, windings } = this;
    const { x, y, nodeOf } = this.pieces;
    const q = outlines.next[e];
    let ax = outlines.x[e];
    let ay = outlines.y[e];
    const end = bends.first[e + 1];
    // The one piece of the edge that reaches over the point.
    for (let k = bends.first[e]; k <= end; k++) {
      const u = k < end ? nodeOf[bends.points[k]] : -1;
      const bx = u < 0 ? outlines.x[q] : x[u];
      const by = u < 0 ? outlines.y[q] : y[u];
      if (ax < bx ? ax <= px && px < bx : bx <= px && px < ax) {
        const cross = crossSign(bx - ax, by - ay, px - ax, py - ay);
        if (ax < bx ? cross > 0 : cross < 0) windings[outlines.layerOf[this.outlineOf(e)]] += ax < bx ? 1 : -1;
        return;
      }
      ax = bx;
      ay = by;
    }
  }

  private addChain(begin: number, end: number): void {
    const { windings } = this;
    const { next, first, layerOf } = this.outlines;
    const r = this.outlineOf(begin);
    const s = this.outlineOf(end - 1);
    // The last one's end is the next one's begin, except where its outline closes; whole outlines in between count nothing.
    const last = next[end - 1];
    if (r === s) windings[layerOf[r]] += this.isLeft(begin) - this.isLeft(last);
    else {
      windings[layerOf[r]] += this.isLeft(begin) - this.isLeft(next[first[r + 1] - 1]);
      windings[layerOf[s]] += this.isLeft(first[s]) - this.isLeft(last);
    }
  }

  private isLeft(vertex: number): number {
    return this.outlines.x[vertex] <= this.px ? 1 : 0;
  }

  /** The outline of an edge. */
  private outlineOf(e: number): number {
    const { first, layerOf } = this.outlines;
    let low = 0;
    let high = layerOf.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (first[middle] <= e) low = middle;
      else high = middle - 1;
    }
    return low;
  }
}
