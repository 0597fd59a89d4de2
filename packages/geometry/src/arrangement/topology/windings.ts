import type { EdgeTree } from "../../edge-tree";
import { GrowingInts, WorkObjects } from "../../memory";
import { crossSign } from "../../numeric";
import { isLess, type Outlines } from "../grid/outlines";
import type { Bends } from "../snapping/bend";
import type { Pieces } from "./pieces";
import type { Stars } from "./stars";

/**
 * The winding number of every layer to the left of every piece: result[e * layers + k]; to its right it is less by the
 * piece's turn.
 *
 * In each connected part they follow from one another by turning around nodes, but for one number a layer. That is asked
 * at the part's lexicographically least node, where nothing leads to the left: the edges that lie below it (half-open in x)
 * give the winding numbers just right of straight down.
 */
export function windingsOf(pieces: Pieces, stars: Stars, outlines: Outlines, bends: Bends, tree: EdgeTree): Int32Array {
  const { x, y, layers } = pieces;
  const { first } = stars;
  const below = windingsBelow.take(pieces.from.length);
  below.begin(pieces, outlines, bends, tree);
  const part = parts.take(pieces.from.length);
  part.begin(pieces, stars);
  for (let start = 0; start + 1 < first.length; start++) {
    if (part.isVisited[start] || first[start] === first[start + 1]) continue;
    part.visit(start);
    const least = part.leastNode();
    const right = below.at(x[least], y[least]);
    let isShort = false;
    for (let k = 0; k < layers; k++) {
      right[k] -= part.rightOf(least, k);
      isShort ||= right[k] !== 0;
    }
    if (isShort) part.add(right);
  }
  const { left } = part;
  windingsBelow.giveBack(below);
  parts.giveBack(part);
  return left;
}

const windingsBelow = new WorkObjects(() => new WindingsBelow());
const parts = new WorkObjects(() => new Part());

/** The winding number of layer k to the left of a half-edge. */
export function windingLeftOf(windings: Int32Array, { turn, layers }: Pieces, h: number, k: number): number {
  const at = (h >> 1) * layers + k;
  return h & 1 ? windings[at] - turn[at] : windings[at];
}

/** One connected part after the other, its winding numbers told from 0 at the node that it was first visited at. */
class Part {
  left!: Int32Array;
  isVisited!: Uint8Array;
  private right!: Int32Array;
  private readonly nodes = new GrowingInts();
  private readonly waiting = new GrowingInts();

  private pieces!: Pieces;
  private stars!: Stars;

  begin(pieces: Pieces, stars: Stars): void {
    this.pieces = pieces;
    this.stars = stars;
    this.left = new Int32Array(pieces.from.length * pieces.layers);
    this.isVisited = new Uint8Array(stars.first.length - 1);
    this.right = new Int32Array(pieces.layers);
  }

  visit(start: number): void {
    const { left, right, waiting, isVisited } = this;
    const { from, to, turn, layers } = this.pieces;
    const { first, place } = this.stars;
    this.nodes.length = 0;
    right.fill(0);
    this.turnAround(start, first[start]);
    while (waiting.length > 0) {
      const h = waiting.values[--waiting.length];
      const e = h >> 1;
      const v = h & 1 ? from[e] : to[e];
      if (isVisited[v]) continue;
      // What lies right of the way back is what lies left of the way there.
      for (let i = e * layers, k = 0; k < layers; k++, i++) right[k] = h & 1 ? left[i] - turn[i] : left[i];
      this.turnAround(v, place[h ^ 1]);
    }
  }

  /** Passes the windings to the right of the half-edge at a place in the star on to all others around the node. */
  private turnAround(u: number, start: number): void {
    const { left, right, waiting, isVisited } = this;
    const { from, to, turn, layers } = this.pieces;
    const { first, star } = this.stars;
    isVisited[u] = 1;
    this.nodes.push(u);
    const begin = first[u];
    const end = first[u + 1];
    for (let n = begin, at = start; n < end; n++, at = at + 1 === end ? begin : at + 1) {
      const h = star[at];
      const e = h >> 1;
      for (let i = e * layers, k = 0; k < layers; k++, i++) {
        if (h & 1) {
          left[i] = right[k];
          right[k] -= turn[i];
        } else {
          right[k] += turn[i];
          left[i] = right[k];
        }
      }
      if (!isVisited[h & 1 ? from[e] : to[e]]) waiting.push(h);
    }
  }

  leastNode(): number {
    const { x, y } = this.pieces;
    const { values, length } = this.nodes;
    let least = values[0];
    for (let i = 1; i < length; i++) {
      const u = values[i];
      if (isLess(x[u], y[u], x[least], y[least])) least = u;
    }
    return least;
  }

  /** The winding number to the right of the first half-edge around a node. */
  rightOf(u: number, k: number): number {
    const { first, star } = this.stars;
    return windingLeftOf(this.left, this.pieces, star[first[u]] ^ 1, k);
  }

  add(windings: Int32Array): void {
    const { left, nodes } = this;
    const { layers } = this.pieces;
    const { first, star } = this.stars;
    for (let i = 0; i < nodes.length; i++) {
      const u = nodes.values[i];
      for (let at = first[u]; at < first[u + 1]; at++) {
        const h = star[at];
        // Each piece starts at one node.
        if ((h & 1) === 0) for (let k = 0; k < layers; k++) left[(h >> 1) * layers + k] += windings[k];
      }
    }
  }
}

/** More than what the ends of edges were moved to the centres of their pixels, in steps. */
const BESIDE = 1;

/**
 * Winding numbers just right of straight down from a point. Of a run of edges that lies below altogether the ends are
 * enough: it passes over the point once more in one direction than in the other, or as often.
 */
class WindingsBelow {
  private windings!: Int32Array;
  private px = 0;
  private py = 0;

  private pieces!: Pieces;
  private outlines!: Outlines;
  private bends!: Bends;
  private tree!: EdgeTree;

  begin(pieces: Pieces, outlines: Outlines, bends: Bends, tree: EdgeTree): void {
    this.pieces = pieces;
    this.outlines = outlines;
    this.bends = bends;
    this.tree = tree;
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
