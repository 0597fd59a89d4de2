import { pointOrder } from "../numeric";
import { crossingPixel, type Pixel } from "./crossing-pixel";
import { EdgeTree } from "./edge-tree";
import { GrowingDoubles, GrowingInts } from "./growing";
import { comesNear } from "./near-edge";
import type { Outlines } from "./outlines";
import { type NearPoints, withoutTwins } from "./twin-edges";

/**
 * Where outlines come near each other. Points are numbered: vertices first, then the pixels of crossings, each once and
 * in lexicographic order.
 */
export interface Meetings extends NearPoints {
  tree: EdgeTree;
  /** On the grid. */
  x: Float64Array;
  y: Float64Array;
  /** Proper crossings of two edges between their ends' pixels, without those of edges that fall together. */
  intersections: number;
  /** Marks pixels of crossings, by their numbers among those, that nothing is bent to because edges fall together there. */
  isGone: Uint8Array | null;
  /** Vertices that lie in one pixel with something else. */
  touched: Uint8Array;
}

/**
 * All crossings, and all points within `margin` steps of an edge that they are no end of. Pairs of edges come from a tree
 * of boxes; for each pixel of a crossing the edges near it from the same tree, or, where edges are so long that their
 * boxes hold most crossings, from walking along each edge through buckets of crossings.
 */
export function meetingsOf(outlines: Outlines, margin: number): Meetings {
  const { x, y, next } = outlines;
  const n = next.length;
  const tree = new EdgeTree(outlines);
  const touched = new Uint8Array(n);
  const nearEdges = new GrowingInts();
  const nearPoints = new GrowingInts();
  const xs = new GrowingDoubles();
  const ys = new GrowingDoubles();
  const pixel: Pixel = { x: 0, y: 0 };
  const twins = new GrowingInts();
  const twinsAt = new GrowingInts();
  const note = (e: number, point: number): void => {
    nearEdges.push(e);
    nearPoints.push(point);
  };
  /** A vertex and an edge that it may lie near. */
  const vertexNear = (p: number, e: number): void => {
    const q = next[e];
    if (p === e || p === q) return;
    const px = x[p];
    const py = y[p];
    const ax = x[e];
    const ay = y[e];
    const bx = x[q];
    const by = y[q];
    if ((px < ax - margin && px < bx - margin) || (px > ax + margin && px > bx + margin)) return;
    if ((py < ay - margin && py < by - margin) || (py > ay + margin && py > by + margin)) return;
    if (px === ax && py === ay) {
      touched[p] = touched[e] = 1;
    } else if (px === bx && py === by) {
      touched[p] = touched[q] = 1;
    } else if (comesNear(ax, ay, bx, by, px, py, margin)) note(e, p);
  };
  tree.forEachPair(margin, (e, f) => {
    const ax = x[e];
    const ay = y[e];
    const i = next[e];
    const cx = x[f];
    const cy = y[f];
    const j = next[f];
    const bx = x[i];
    const by = y[i];
    const dx = x[j];
    const dy = y[j];
    if ((i === f && isOneEnd(outlines, f)) || (j === e && isOneEnd(outlines, e))) {
      // Neighbours that turn by less than a right angle come near each other in their common end only.
      if ((bx - ax) * (dx - cx) + (by - ay) * (dy - cy) >= 0) {
        const p = Math.abs(bx - ax) + Math.abs(by - ay);
        const q = Math.abs(dx - cx) + Math.abs(dy - cy);
        if (p > 4 * margin && q > 4 * margin) return;
      }
    }
    vertexNear(e, f);
    vertexNear(f, e);
    if (!crossingPixel(outlines, e, f, pixel)) return;
    // In the pixel of an end it is met as a vertex.
    const px = pixel.x;
    const py = pixel.y;
    if ((px === ax && py === ay) || (px === bx && py === by)) return;
    if ((px === cx && py === cy) || (px === dx && py === dy)) return;
    xs.push(px);
    ys.push(py);
    const isForth = ax === cx && ay === cy && bx === dx && by === dy;
    const isBack = ax === dx && ay === dy && bx === cx && by === cy;
    if (!isForth && !isBack) return;
    twins.push(e);
    twins.push(f);
    twinsAt.push(xs.length - 1);
  });
  const crossings = distinct(xs.values.subarray(0, xs.length), ys.values.subarray(0, ys.length));
  const crossingNear = (c: number, e: number): void => {
    const px = crossings.x[c];
    const py = crossings.y[c];
    const ax = x[e];
    const ay = y[e];
    const bx = x[next[e]];
    const by = y[next[e]];
    if ((px < ax - margin && px < bx - margin) || (px > ax + margin && px > bx + margin)) return;
    if ((py < ay - margin && py < by - margin) || (py > ay + margin && py > by + margin)) return;
    if (px === ax && py === ay) touched[e] = 1;
    else if (px === bx && py === by) touched[next[e]] = 1;
    else if (comesNear(ax, ay, bx, by, px, py, margin)) note(e, n + c);
  };
  eachCrossing(tree, outlines, crossings, margin, crossingNear);
  const near = byEdge(n, nearEdges, nearPoints);
  let isGone: Uint8Array | null = null;
  let intersections = xs.length;
  if (twins.length > 0) {
    const pixels = twinsAt.values.slice(0, twinsAt.length).map((k) => placeOf(crossings, xs.values[k], ys.values[k]));
    isGone = withoutTwins(near, n, crossings.x.length, twins, pixels);
    for (const c of pixels) intersections -= isGone[c];
  }
  return {
    tree,
    x: joined(x, crossings.x),
    y: joined(y, crossings.y),
    intersections,
    isGone,
    touched,
    ...near,
  };
}

/** Whether the edge that leads to a vertex ends where the one from there starts. */
function isOneEnd({ startX, startY, endX, endY }: Outlines, i: number): boolean {
  return startX[i] === endX[i] && startY[i] === endY[i];
}

function joined(a: Float64Array, b: Float64Array): Float64Array {
  const all = new Float64Array(a.length + b.length);
  all.set(a);
  all.set(b, a.length);
  return all;
}

interface Crossings {
  x: Float64Array;
  y: Float64Array;
  /** The crossings as they were found: neighbours in this order lie close together, so that the tree is warm. */
  asFound: Int32Array;
}

/** Points, each once and in lexicographic order. */
function distinct(xs: Float64Array, ys: Float64Array): Crossings {
  const x = new Float64Array(xs.length);
  const y = new Float64Array(xs.length);
  const asFound = new Int32Array(xs.length).fill(-1);
  let n = 0;
  const order = pointOrder(xs, ys);
  for (let k = 0; k < order.length; k++) {
    const i = order[k];
    if (n > 0 && x[n - 1] === xs[i] && y[n - 1] === ys[i]) continue;
    x[n] = xs[i];
    y[n] = ys[i];
    asFound[i] = n++;
  }
  let count = 0;
  for (let i = 0; i < asFound.length; i++) if (asFound[i] >= 0) asFound[count++] = asFound[i];
  return { x: x.subarray(0, n), y: y.subarray(0, n), asFound: asFound.subarray(0, n) };
}

/** The number of the crossing in a pixel. */
function placeOf({ x, y }: Crossings, px: number, py: number): number {
  let low = 0;
  let high = x.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (x[middle] < px || (x[middle] === px && y[middle] < py)) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** So many crossings and edges are tried out, to see which way costs less. */
const SAMPLES = 64;
/** What it costs to find a bucket, and to descend the tree, in candidates looked at. */
const BUCKET_COST = 2;
const DESCENT_COST = 60;

function eachCrossing(
  tree: EdgeTree,
  outlines: Outlines,
  crossings: Crossings,
  margin: number,
  visit: (c: number, e: number) => void,
): void {
  const buckets = cheaperBuckets(tree, outlines, crossings, margin);
  if (buckets) {
    let e = 0;
    const visitCrossing = (c: number): void => visit(c, e);
    for (; e < outlines.next.length; e++) buckets.walk(e, visitCrossing);
    return;
  }
  const { x, y, asFound } = crossings;
  const leaves = new GrowingInts();
  const side = tree.leafExtent();
  let c = 0;
  const visitEdge = (e: number): void => visit(c, e);
  for (let begin = 0, end = 0; begin < asFound.length; begin = end) {
    // Crossings that follow each other closely look into the same leaves.
    let left = x[asFound[begin]];
    let right = left;
    let low = y[asFound[begin]];
    let high = low;
    for (end = begin + 1; end < asFound.length && end < begin + GROUP; end++) {
      c = asFound[end];
      if (Math.max(right, x[c]) - Math.min(left, x[c]) > side) break;
      if (Math.max(high, y[c]) - Math.min(low, y[c]) > side) break;
      left = Math.min(left, x[c]);
      right = Math.max(right, x[c]);
      low = Math.min(low, y[c]);
      high = Math.max(high, y[c]);
    }
    tree.leavesIn(left - margin, low - margin, right + margin, high + margin, leaves);
    for (let k = begin; k < end; k++) {
      c = asFound[k];
      tree.forEachNear(leaves, x[c], y[c], margin, visitEdge);
    }
  }
}

/** So many crossings at most are asked for together. */
const GROUP = 16;

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
  for (let c = 0; c < n; c += few) {
    const x = crossings.x[c];
    const y = crossings.y[c];
    tree.leavesIn(x - margin, y - margin, x + margin, y + margin, leaves);
    tree.forEachNear(leaves, x, y, margin, () => {
      offered++;
    });
  }
  const buckets = new CrossingBuckets(outlines, crossings, margin);
  const some = Math.max(1, Math.floor(edges / SAMPLES));
  let looked = 0;
  let cost = 0;
  for (let e = 0; e < edges; e += some)
    cost += buckets.walk(e, () => {
      looked++;
    });
  return some * (looked + cost) < n * DESCENT_COST + few * offered ? buckets : null;
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
  private readonly left: number;
  private readonly low: number;
  private readonly width: number;
  private readonly columns: number;
  private readonly rows: number;
  private readonly first: Int32Array;
  private readonly sorted: Int32Array;

  constructor(
    private readonly outlines: Outlines,
    crossings: Crossings,
    private readonly margin: number,
  ) {
    const { x, y } = crossings;
    const n = x.length;
    let low = y[0];
    let high = y[0];
    for (let c = 0; c < n; c++) {
      if (y[c] < low) low = y[c];
      if (y[c] > high) high = y[c];
    }
    const side = Math.max(1, Math.ceil(Math.sqrt(n / IN_BUCKET)));
    const width = Math.max((x[n - 1] - x[0]) / side, (high - low) / side, 4 * margin);
    const columns = Math.floor((x[n - 1] - x[0]) / width) + 1;
    const rows = Math.floor((high - low) / width) + 1;
    const bucket = new Int32Array(n);
    for (let c = 0; c < n; c++) bucket[c] = Math.floor((x[c] - x[0]) / width) * rows + Math.floor((y[c] - low) / width);
    const first = new Int32Array(columns * rows + 1);
    for (let c = 0; c < n; c++) first[bucket[c] + 1]++;
    for (let k = 0; k < columns * rows; k++) first[k + 1] += first[k];
    const fill = first.slice();
    this.sorted = new Int32Array(n);
    for (let c = 0; c < n; c++) this.sorted[fill[bucket[c]]++] = c;
    [this.left, this.low, this.width, this.columns, this.rows, this.first] = [x[0], low, width, columns, rows, first];
  }

  /** Visits the crossings that edge e may come near; what it cost to find the buckets. */
  walk(e: number, visit: (c: number) => void): number {
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
      for (let k = first[column * rows + bottom]; k < first[column * rows + top + 1]; k++) visit(sorted[k]);
    }
    return BUCKET_COST * (to - from + 2);
  }
}

/** The points near each edge, by counting. */
function byEdge(n: number, edges: GrowingInts, found: GrowingInts): NearPoints {
  const first = new Int32Array(n + 1);
  for (let k = 0; k < edges.length; k++) first[edges.values[k] + 1]++;
  for (let e = 0; e < n; e++) first[e + 1] += first[e];
  const fill = first.slice();
  const points = new Int32Array(edges.length);
  for (let k = 0; k < edges.length; k++) points[fill[edges.values[k]]++] = found.values[k];
  return { first, points };
}
