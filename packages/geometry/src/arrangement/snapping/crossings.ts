import type { EdgeTree } from "../../edge-tree";
import { GrowingInts, headOf, WorkObjects } from "../../memory";
import type { Outlines } from "../grid/outlines";

/** Pixels of crossings. */
export interface Crossings {
  x: Float64Array;
  y: Float64Array;
  /** The numbers of the points, as they were found. */
  numberOf: Int32Array;
}

/**
 * The first `count` points of the grid, each once and in the order in which they come first; the arrays may be used for
 * them. By a table, as nothing needs them sorted.
 */
export function distinct(xs: Float64Array, ys: Float64Array, count = xs.length): Crossings {
  const numberOf = new Int32Array(count);
  const bits = 33 - Math.clz32(count | 1);
  // Numbers from 1 on; what finds its place taken goes to the next one.
  const table = new Int32Array(2 ** bits);
  let n = 0;
  for (let k = 0; k < count; k++) {
    const x = xs[k];
    const y = ys[k];
    let at = scattered(x, y) >>> (32 - bits);
    while (table[at] !== 0 && (xs[table[at] - 1] !== x || ys[table[at] - 1] !== y)) at = (at + 1) & (table.length - 1);
    if (table[at] === 0) {
      xs[n] = x;
      ys[n] = y;
      table[at] = ++n;
    }
    numberOf[k] = table[at] - 1;
  }
  return { x: headOf(xs, n), y: headOf(ys, n), numberOf };
}

/** 32 bits from all bits of a grid point (D. E. Knuth's multiplicative hashing, 1973). */
function scattered(x: number, y: number): number {
  const low = Math.imul(x | 0, 0x9e3779b1) ^ Math.imul(y | 0, 0x85ebca6b);
  const high = Math.imul((x * 2 ** -23) | 0, 0xc2b2ae35) ^ Math.imul((y * 2 ** -23) | 0, 0x27d4eb2f);
  return Math.imul(low ^ (low >>> 15) ^ high, 0x9e3779b1);
}

/** So many crossings and edges are tried out, to see which way costs less. */
const SAMPLES = 64;
/** What it costs to find a bucket, and to descend the tree, in candidates looked at. */
const BUCKET_COST = 2;
const DESCENT_COST = 60;

/** Visits crossings and edges that may come near each other; an object, as that for pairs of edges is one (edge-pairs.ts). */
export interface CrossingVisitor {
  crossing(c: number, e: number): void;
}

export function forEachCrossing(
  tree: EdgeTree,
  outlines: Outlines,
  crossings: Crossings,
  margin: number,
  visitor: CrossingVisitor,
): void {
  const buckets = cheaperBuckets(tree, outlines, crossings, margin);
  if (buckets) {
    for (let e = 0; e < outlines.next.length; e++) buckets.walk(e, visitor);
    bucketsOfCrossings.giveBack(buckets);
    return;
  }
  const { x, y } = crossings;
  const leaves = new GrowingInts();
  const edges = new GrowingInts();
  const side = GROUP_EXTENT * tree.leafExtent();
  for (let begin = 0, end = 0; begin < x.length; begin = end) {
    // Crossings that follow each other closely look into the same leaves.
    let left = x[begin];
    let right = left;
    let low = y[begin];
    let high = low;
    for (end = begin + 1; end < x.length && end < begin + GROUP; end++) {
      if (Math.max(right, x[end]) - Math.min(left, x[end]) > side) break;
      if (Math.max(high, y[end]) - Math.min(low, y[end]) > side) break;
      left = Math.min(left, x[end]);
      right = Math.max(right, x[end]);
      low = Math.min(low, y[end]);
      high = Math.max(high, y[end]);
    }
    tree.leavesIn(left - margin, low - margin, right + margin, high + margin, leaves);
    for (let c = begin; c < end; c++) {
      tree.edgesNear(leaves, x[c], y[c], margin, edges);
      for (let k = 0; k < edges.length; k++) visitor.crossing(c, edges.values[k]);
    }
  }
}

/** So many crossings at most are asked for together, as far apart as so many leaves reach. */
const GROUP = 16;
const GROUP_EXTENT = 3;

/** Buckets of crossings, where samples tell that walking through them costs less than asking the tree. */
function cheaperBuckets(
  tree: EdgeTree,
  outlines: Outlines,
  crossings: Crossings,
  margin: number,
): CrossingBuckets | null {
  const n = crossings.x.length;
  const edges = outlines.next.length;
  // Edges with less than one crossing on average are short.
  if (n <= Math.max(SAMPLES, edges)) return null;
  let offered = 0;
  const few = Math.floor(n / SAMPLES);
  const leaves = new GrowingInts();
  const found = new GrowingInts();
  for (let c = 0; c < n; c += few) {
    const x = crossings.x[c];
    const y = crossings.y[c];
    tree.leavesIn(x - margin, y - margin, x + margin, y + margin, leaves);
    tree.edgesNear(leaves, x, y, margin, found);
    offered += found.length;
  }
  const buckets = bucketsOfCrossings.take(n);
  buckets.begin(outlines, crossings, margin);
  const some = Math.max(1, Math.floor(edges / SAMPLES));
  const counter = counters.take(0);
  counter.count = 0;
  let cost = 0;
  for (let e = 0; e < edges; e += some) cost += buckets.walk(e, counter);
  counters.giveBack(counter);
  if (some * (counter.count + cost) < n * DESCENT_COST + few * offered) return buckets;
  bucketsOfCrossings.giveBack(buckets);
  return null;
}

const counters = new WorkObjects(() => new Counter());
const bucketsOfCrossings = new WorkObjects(() => new CrossingBuckets());

class Counter implements CrossingVisitor {
  count = 0;

  crossing(): void {
    this.count++;
  }
}

/** Places on an edge, and which bucket a crossing is put into, are off by less than this, in steps. */
const ROUNDED = 2;

/** About so many crossings a bucket. */
const IN_BUCKET = 2;

/**
 * Crossings in square buckets; an edge looks into those that it comes near: for each column of buckets the rows that it
 * runs through there, and beside by so much that rounding leaves none out.
 */
class CrossingBuckets {
  private left = 0;
  private low = 0;
  private width = 0;
  private columns = 0;
  private rows = 0;
  private first!: Int32Array;
  private sorted!: Int32Array;
  private outlines!: Outlines;
  private margin = 0;

  begin(outlines: Outlines, crossings: Crossings, margin: number): void {
    this.outlines = outlines;
    this.margin = margin;
    const { x, y } = crossings;
    const n = x.length;
    let left = x[0];
    let right = x[0];
    let low = y[0];
    let high = y[0];
    for (let c = 0; c < n; c++) {
      if (x[c] < left) left = x[c];
      if (x[c] > right) right = x[c];
      if (y[c] < low) low = y[c];
      if (y[c] > high) high = y[c];
    }
    const side = Math.max(1, Math.ceil(Math.sqrt(n / IN_BUCKET)));
    const width = Math.max((right - left) / side, (high - low) / side, 4 * margin);
    const columns = Math.floor((right - left) / width) + 1;
    const rows = Math.floor((high - low) / width) + 1;
    const bucket = new Int32Array(n);
    for (let c = 0; c < n; c++) bucket[c] = Math.floor((x[c] - left) / width) * rows + Math.floor((y[c] - low) / width);
    const first = new Int32Array(columns * rows + 1);
    for (let c = 0; c < n; c++) first[bucket[c] + 1]++;
    for (let k = 0; k < columns * rows; k++) first[k + 1] += first[k];
    const fill = first.slice();
    this.sorted = new Int32Array(n);
    for (let c = 0; c < n; c++) this.sorted[fill[bucket[c]]++] = c;
    [this.left, this.low, this.width, this.columns, this.rows, this.first] = [left, low, width, columns, rows, first];
  }

  /** Visits the crossings that edge e may come near; what it cost to find the buckets. */
  walk(e: number, visitor: CrossingVisitor): number {
    const { left, low, width, columns, rows, first, sorted, margin } = this;
    const { x, y, next } = this.outlines;
    const q = next[e];
    const [a, b] = x[e] < x[q] ? [e, q] : [q, e];
    const reach = margin + ROUNDED;
    const from = Math.max(0, Math.floor((x[a] - reach - left) / width));
    const to = Math.min(columns - 1, Math.floor((x[b] + reach - left) / width));
    const slope = x[b] > x[a] ? (y[b] - y[a]) / (x[b] - x[a]) : 0;
    for (let column = from; column <= to; column++) {
      const begin = Math.max(x[a], left + column * width - reach);
      const end = Math.min(x[b], left + (column + 1) * width + reach);
      const p = slope === 0 ? y[a] : y[a] + (begin - x[a]) * slope;
      const r = slope === 0 ? y[b] : y[a] + (end - x[a]) * slope;
      const bottom = Math.max(0, Math.floor((Math.min(p, r) - reach - low) / width));
      const top = Math.min(rows - 1, Math.floor((Math.max(p, r) + reach - low) / width));
      if (bottom > top) continue;
      for (let k = first[column * rows + bottom]; k < first[column * rows + top + 1]; k++)
        visitor.crossing(sorted[k], e);
    }
    return BUCKET_COST * (to - from + 2);
  }
}
