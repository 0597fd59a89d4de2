import type { GrowingInts } from "../memory";
import { WorkObjects } from "../memory";
import { type EdgeList, EdgePairs, FAN, LEAF, type PairVisitor, STRIDE } from "./edge-pairs";

/**
 * A tree of boxes over edges in their order along the outlines, where neighbours lie close together. Answers which pairs
 * of edges come near each other, which edges come near a point, which lie below it, and which meet a box.
 */
export class EdgeTree {
  private readonly bounds: Float64Array;
  /** Where each level begins among the nodes, leaves first. */
  private readonly levels: number[] = [];
  private readonly counts: number[] = [];
  readonly edges: number;
  /** Levels and nodes still to be looked at: no more at a time than the children of a node on each level. */
  private readonly stack: Int32Array;

  constructor(private readonly list: EdgeList) {
    const { x, y, next } = list;
    this.edges = next.length;
    let nodes = 0;
    for (let count = Math.ceil(this.edges / LEAF); ; count = Math.ceil(count / FAN)) {
      this.levels.push(nodes);
      this.counts.push(count);
      nodes += count;
      if (count <= 1) break;
    }
    this.stack = new Int32Array(2 * (1 + (FAN - 1) * this.levels.length));
    const b = new Float64Array(nodes * STRIDE);
    for (let node = 0; node < this.counts[0]; node++) {
      let x0 = Number.POSITIVE_INFINITY;
      let x1 = Number.NEGATIVE_INFINITY;
      let y0 = Number.POSITIVE_INFINITY;
      let y1 = Number.NEGATIVE_INFINITY;
      let s0 = Number.POSITIVE_INFINITY;
      let s1 = Number.NEGATIVE_INFINITY;
      let d0 = Number.POSITIVE_INFINITY;
      let d1 = Number.NEGATIVE_INFINITY;
      const end = Math.min(this.edges, (node + 1) * LEAF);
      const begin = node * LEAF;
      for (let e = begin; e < end; e++)
        // Its end as well, unless an edge of this leaf starts there.
        for (let i = e; ; i = next[e]) {
          const px = x[i];
          const py = y[i];
          if (px < x0) x0 = px;
          if (px > x1) x1 = px;
          if (py < y0) y0 = py;
          if (py > y1) y1 = py;
          const s = px + py;
          const d = px - py;
          if (s < s0) s0 = s;
          if (s > s1) s1 = s;
          if (d < d0) d0 = d;
          if (d > d1) d1 = d;
          if (i !== e || (next[e] >= begin && next[e] < end)) break;
        }
      const at = node * STRIDE;
      b[at] = x0;
      b[at + 1] = x1;
      b[at + 2] = y0;
      b[at + 3] = y1;
      b[at + 4] = s0;
      b[at + 5] = s1;
      b[at + 6] = d0;
      b[at + 7] = d1;
    }
    for (let level = 1; level < this.levels.length; level++)
      for (let node = 0; node < this.counts[level]; node++) {
        const at = (this.levels[level] + node) * STRIDE;
        b.set(EMPTY, at);
        const end = Math.min(this.counts[level - 1], (node + 1) * FAN);
        for (let child = node * FAN; child < end; child++) {
          const from = (this.levels[level - 1] + child) * STRIDE;
          for (let k = 0; k < STRIDE; k += 2) {
            b[at + k] = Math.min(b[at + k], b[from + k]);
            b[at + k + 1] = Math.max(b[at + k + 1], b[from + k + 1]);
          }
        }
      }
    this.bounds = b;
  }

  /** Visits every pair of edges whose boxes come within `margin` of each other, each pair once. */
  forEachPair(margin: number, visitor: PairVisitor): void {
    if (this.edges === 0) return;
    const { list, bounds, levels, counts, edges } = this;
    const pairs = edgePairs.take(edges);
    pairs.all({ list, bounds, levels, counts, edges }, margin, visitor);
    edgePairs.giveBack(pairs);
  }

  /** How far the boxes of leaves reach on average, in x or in y. */
  leafExtent(): number {
    const { bounds: b, counts } = this;
    let sum = 0;
    for (let node = 0; node < counts[0]; node++) {
      const i = node * STRIDE;
      sum += Math.max(b[i + 1] - b[i], b[i + 3] - b[i + 2]);
    }
    return sum / counts[0];
  }

  /** Finds the leaves that meet a box: points in it need look into no others (see {@link edgesNear}). */
  leavesIn(x0: number, y0: number, x1: number, y1: number, leaves: GrowingInts): void {
    leaves.length = 0;
    if (this.edges === 0) return;
    const { bounds: b, levels, counts, stack } = this;
    let depth = 0;
    stack[depth++] = levels.length - 1;
    stack[depth++] = 0;
    while (depth > 0) {
      const node = stack[--depth];
      const level = stack[--depth];
      if (level === 0) {
        leaves.push(node);
        continue;
      }
      const end = Math.min(counts[level - 1], (node + 1) * FAN);
      let i = (levels[level - 1] + node * FAN) * STRIDE;
      for (let child = node * FAN; child < end; child++, i += STRIDE) {
        if (b[i] > x1 || b[i + 1] < x0 || b[i + 2] > y1 || b[i + 3] < y0) continue;
        if (b[i + 4] > x1 + y1 || b[i + 5] < x0 + y0 || b[i + 6] > x1 - y0 || b[i + 7] < x0 - y1) continue;
        stack[depth++] = level - 1;
        stack[depth++] = child;
      }
    }
  }

  /** Finds the edges in some leaves whose boxes come within `margin` of a point. */
  edgesNear(leaves: GrowingInts, px: number, py: number, margin: number, found: GrowingInts): void {
    found.length = 0;
    const { bounds: b } = this;
    const { x, y, next } = this.list;
    const left = px - margin;
    const right = px + margin;
    const low = py - margin;
    const high = py + margin;
    const s = px + py;
    const d = px - py;
    for (let k = 0; k < leaves.length; k++) {
      const leaf = leaves.values[k];
      const i = leaf * STRIDE;
      if (b[i] > right || b[i + 1] < left || b[i + 2] > high || b[i + 3] < low) continue;
      if (b[i + 4] - s > 2 * margin || s - b[i + 5] > 2 * margin) continue;
      if (b[i + 6] - d > 2 * margin || d - b[i + 7] > 2 * margin) continue;
      const end = Math.min(this.edges, (leaf + 1) * LEAF);
      for (let e = leaf * LEAF; e < end; e++) {
        const q = next[e];
        if ((right < x[e] && right < x[q]) || (left > x[e] && left > x[q])) continue;
        if ((high < y[e] && high < y[q]) || (low > y[e] && low > y[q])) continue;
        found.push(e);
      }
    }
  }

  /** Visits the edges whose boxes meet a box, in the order of the edges. */
  forEachIn(x0: number, y0: number, x1: number, y1: number, visit: (e: number) => void): void {
    if (this.edges === 0) return;
    const { bounds: b, levels, counts, stack } = this;
    const { x, y, next } = this.list;
    let depth = 0;
    stack[depth++] = levels.length - 1;
    stack[depth++] = 0;
    while (depth > 0) {
      const node = stack[--depth];
      const level = stack[--depth];
      const i = (levels[level] + node) * STRIDE;
      if (b[i] > x1 || b[i + 1] < x0 || b[i + 2] > y1 || b[i + 3] < y0) continue;
      if (level > 0) {
        const begin = node * FAN;
        for (let child = Math.min(counts[level - 1], begin + FAN) - 1; child >= begin; child--) {
          stack[depth++] = level - 1;
          stack[depth++] = child;
        }
        continue;
      }
      const end = Math.min(this.edges, (node + 1) * LEAF);
      for (let e = node * LEAF; e < end; e++) {
        const q = next[e];
        if ((x[e] > x1 && x[q] > x1) || (x[e] < x0 && x[q] < x0)) continue;
        if ((y[e] > y1 && y[q] > y1) || (y[e] < y0 && y[q] < y0)) continue;
        visit(e);
      }
    }
  }

  /**
   * Visits what may lie below a point: `chain` gets runs of edges whose boxes lie below it by more than `margin`, `edge` the
   * edges that reach over it in leaves which come nearer. What lies beside or above the point is left out.
   */
  forEachBelow(
    px: number,
    py: number,
    margin: number,
    edge: (e: number) => void,
    chain: (begin: number, end: number) => void,
  ): void {
    if (this.edges === 0) return;
    const { bounds: b, levels, counts, stack } = this;
    const { x, next } = this.list;
    let depth = 0;
    stack[depth++] = levels.length - 1;
    stack[depth++] = 0;
    while (depth > 0) {
      const node = stack[--depth];
      const level = stack[--depth];
      if (level > 0) {
        const end = Math.min(counts[level - 1], (node + 1) * FAN);
        let i = (levels[level - 1] + node * FAN) * STRIDE;
        for (let child = node * FAN; child < end; child++, i += STRIDE) {
          if (px < b[i] || px > b[i + 1] || py < b[i + 2] - margin) continue;
          if (py > b[i + 3] + margin) {
            const span = LEAF * FAN ** (level - 1);
            chain(child * span, Math.min(this.edges, (child + 1) * span));
            continue;
          }
          stack[depth++] = level - 1;
          stack[depth++] = child;
        }
        continue;
      }
      const end = Math.min(this.edges, (node + 1) * LEAF);
      for (let e = node * LEAF; e < end; e++) {
        const p = x[e];
        const q = x[next[e]];
        if (p < q ? p <= px && px < q : q <= px && px < p) edge(e);
      }
    }
  }

  /**
   * Visits edges that reach over a point and begin below it, high ones first. Each visit tells below which y no edge is of
   * interest any more.
   */
  fromAbove(px: number, py: number, visit: (e: number) => number): void {
    const { bounds: b, levels, counts } = this;
    const { x, next } = this.list;
    let floor = Number.NEGATIVE_INFINITY;
    const descend = (level: number, node: number): void => {
      if (level === 0) {
        const end = Math.min(this.edges, (node + 1) * LEAF);
        for (let e = node * LEAF; e < end; e++) {
          const p = x[e];
          const q = x[next[e]];
          if (p < q ? p <= px && px < q : q <= px && px < p) floor = visit(e);
        }
        return;
      }
      const begin = node * FAN;
      const end = Math.min(counts[level - 1], begin + FAN);
      for (let left = (1 << (end - begin)) - 1; left !== 0; ) {
        let highest = -1;
        let top = Number.NEGATIVE_INFINITY;
        for (let child = begin; child < end; child++) {
          const i = (levels[level - 1] + child) * STRIDE;
          if (!(left & (1 << (child - begin))) || b[i + 3] < top) continue;
          [highest, top] = [child, b[i + 3]];
        }
        left &= ~(1 << (highest - begin));
        const i = (levels[level - 1] + highest) * STRIDE;
        if (px >= b[i] && px <= b[i + 1] && py >= b[i + 2] && top >= floor) descend(level - 1, highest);
      }
    };
    if (this.edges > 0) descend(levels.length - 1, 0);
  }
}

const edgePairs = new WorkObjects(() => new EdgePairs());

const EMPTY = [
  Number.POSITIVE_INFINITY,
  Number.NEGATIVE_INFINITY,
  Number.POSITIVE_INFINITY,
  Number.NEGATIVE_INFINITY,
  Number.POSITIVE_INFINITY,
  Number.NEGATIVE_INFINITY,
  Number.POSITIVE_INFINITY,
  Number.NEGATIVE_INFINITY,
];
