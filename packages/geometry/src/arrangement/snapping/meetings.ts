import type { PairVisitor } from "../../edge-tree";
import { EdgeTree } from "../../edge-tree";
import { GrowingDoubles, GrowingInts, WorkObjects } from "../../memory";
import { crossingPixel, type Pixel } from "../grid/crossing-pixel";
import { comesNear, isBeside, isNearLine } from "../grid/near-edge";
import type { Outlines } from "../grid/outlines";
import { type Crossings, type CrossingVisitor, distinct, forEachCrossing } from "./crossings";
import { JoinedSets } from "./joined-sets";
import { type NearPoints, withoutTwins } from "./twin-edges";

/**
 * Where outlines come near each other. Points are numbered: vertices first, then the pixels of crossings, each once and
 * as they were found: what follows each other lies close together.
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
  /** Vertices that lie in one pixel. */
  united: JoinedSets;
  /** One more than a vertex in the pixel of a crossing, by the numbers among those; 0 where there is none. */
  vertexAt: Int32Array;
}

/** There are more crossings than an operation was to look at. */
export class TooManyCrossings extends Error {
  override readonly name = "TooManyCrossings";
}

/**
 * All crossings, and all points within `margin` steps of an edge that they are no end of. Pairs of edges come from a tree
 * of boxes; for each pixel of a crossing the edges near it from the same tree, or, where edges are so long that their
 * boxes hold most crossings, from walking along each edge through buckets of crossings. Throws {@link TooManyCrossings} when
 * more than `most` edges cross.
 */
export function meetingsOf(outlines: Outlines, margin: number, most: number): Meetings {
  const { x, y, next } = outlines;
  const n = next.length;
  const tree = new EdgeTree(outlines);
  const found = finds.take(n);
  found.begin(n);
  const pairs = pairMeetings.take(n);
  pairs.begin(outlines, margin, found, most);
  tree.forEachPair(margin, pairs);
  const crossings = pairs.crossings();
  const around = crossingMeetings.take(crossings.x.length);
  around.begin(outlines, margin, crossings, found);
  forEachCrossing(tree, outlines, crossings, margin, around);
  const near = found.byEdge();
  const twins = pairs.twinPixels(crossings);
  const isGone = twins.length > 0 ? withoutTwins(near, n, around.nearby, pairs.twins, twins) : null;
  let { intersections } = pairs;
  if (isGone) for (const c of twins) intersections -= isGone[c];
  const { touched, united } = found;
  const { vertexAt } = around;
  finds.giveBack(found);
  pairMeetings.giveBack(pairs);
  crossingMeetings.giveBack(around);
  return {
    tree,
    x: joined(x, crossings.x),
    y: joined(y, crossings.y),
    intersections,
    isGone,
    touched,
    united,
    vertexAt,
    ...near,
  };
}

const finds = new WorkObjects(() => new Found());
const pairMeetings = new WorkObjects(() => new PairMeetings());
const crossingMeetings = new WorkObjects(() => new CrossingMeetings());

/** Which points come near which edges, and which vertices lie in one pixel with something else. */
class Found {
  touched!: Uint8Array;
  united!: JoinedSets;
  /** Edges and the points near them, by turns. */
  private readonly pairs = new GrowingInts();

  private vertices = 0;

  begin(vertices: number): void {
    this.vertices = vertices;
    this.touched = new Uint8Array(vertices);
    this.united = new JoinedSets(vertices);
    this.pairs.clear();
  }

  near(edge: number, point: number): void {
    this.pairs.pushTwo(edge, point);
  }

  unite(p: number, q: number): void {
    this.touched[p] = 1;
    this.touched[q] = 1;
    this.united.join(p, q);
  }

  /** The points near each edge, by counting. */
  byEdge(): NearPoints {
    const { values, length } = this.pairs;
    const first = new Int32Array(this.vertices + 1);
    for (let k = 0; k < length; k += 2) first[values[k] + 1]++;
    for (let e = 0; e < this.vertices; e++) first[e + 1] += first[e];
    const fill = first.slice();
    const points = new Int32Array(length / 2);
    for (let k = 0; k < length; k += 2) points[fill[values[k]]++] = values[k + 1];
    return { first, points };
  }
}

/** What comes of pairs of edges: vertices near the other edge, and crossings. */
class PairMeetings implements PairVisitor {
  /** Edges whose ends lie in the same two pixels, and that cross: two by two. */
  readonly twins = new GrowingInts();
  private readonly twinsAt = new GrowingInts();
  private readonly xs = new GrowingDoubles();
  private readonly ys = new GrowingDoubles();
  private readonly pixel: Pixel = { x: 0, y: 0 };
  private x!: Float64Array;
  private y!: Float64Array;
  private next!: Int32Array;
  private outlines!: Outlines;
  private margin = 0;
  private found!: Found;
  private most = 0;

  begin(outlines: Outlines, margin: number, found: Found, most: number): void {
    for (const list of [this.twins, this.twinsAt, this.xs, this.ys]) list.clear();
    this.outlines = outlines;
    this.margin = margin;
    this.found = found;
    this.most = most;
    this.x = outlines.x;
    this.y = outlines.y;
    this.next = outlines.next;
  }

  get intersections(): number {
    return this.xs.length;
  }

  crossings(): Crossings {
    return distinct(this.xs.values, this.ys.values, this.xs.length);
  }

  /** The numbers of the pixels where twins cross. */
  twinPixels({ numberOf }: Crossings): Int32Array {
    return this.twinsAt.values.slice(0, this.twinsAt.length).map((k) => numberOf[k]);
  }

  pair(e: number, f: number): void {
    const { x, y, next, margin, found } = this;
    const i = next[e];
    const j = next[f];
    const ax = x[e];
    const ay = y[e];
    const cx = x[f];
    const cy = y[f];
    const bx = x[i];
    const by = y[i];
    const dx = x[j];
    const dy = y[j];
    const ux = bx - ax;
    const uy = by - ay;
    const vx = dx - cx;
    const vy = dy - cy;
    const wx = cx - ax;
    const wy = cy - ay;
    const u = Math.abs(ux) + Math.abs(uy);
    const v = Math.abs(vx) + Math.abs(vy);
    const areNeighbours = (i === f && isOneEnd(this.outlines, f)) || (j === e && isOneEnd(this.outlines, e));
    // Neighbours that turn by less than a right angle come near each other in their common end only.
    if (areNeighbours && ux * vx + uy * vy >= 0 && u > 4 * margin && v > 4 * margin) return;
    // Twice the areas between an edge and the start of the other one.
    const below = ux * wy - uy * wx;
    const behind = vy * wx - vx * wy;
    if (e !== j) {
      if (ax === cx && ay === cy) found.unite(e, f);
      else if (ax === dx && ay === dy) found.unite(e, j);
      else if (isNearLine(behind, v, margin) && isBeside(cx, cy, dx, dy, ax, ay, margin)) found.near(f, e);
    }
    if (f !== i) {
      if (cx === ax && cy === ay) found.unite(f, e);
      else if (cx === bx && cy === by) found.unite(f, i);
      else if (isNearLine(below, u, margin) && isBeside(ax, ay, bx, by, cx, cy, margin)) found.near(e, f);
    }
    // Edges with a common end cross nowhere else.
    if (areNeighbours || !crossingPixel(this.outlines, e, f, this.pixel)) return;
    // In the pixel of an end it is met as a vertex.
    const { x: px, y: py } = this.pixel;
    if ((px === ax && py === ay) || (px === bx && py === by)) return;
    if ((px === cx && py === cy) || (px === dx && py === dy)) return;
    this.xs.push(px);
    this.ys.push(py);
    if (this.xs.length > this.most) throw new TooManyCrossings();
    const isForth = ax === cx && ay === cy && bx === dx && by === dy;
    const isBack = ax === dx && ay === dy && bx === cx && by === cy;
    if (!isForth && !isBack) return;
    this.twins.pushTwo(e, f);
    this.twinsAt.push(this.xs.length - 1);
  }
}

/** Whether the edge that leads to a vertex ends where the one from there starts. */
function isOneEnd({ startX, startY, endX, endY }: Outlines, i: number): boolean {
  return startX[i] === endX[i] && startY[i] === endY[i];
}

/** Edges near the pixels of crossings. */
class CrossingMeetings implements CrossingVisitor {
  vertexAt!: Int32Array;
  /** How many edges come near each. */
  nearby!: Int32Array;
  private outlines!: Outlines;
  private margin = 0;
  private crossings!: Crossings;
  private found!: Found;

  begin(outlines: Outlines, margin: number, crossings: Crossings, found: Found): void {
    this.outlines = outlines;
    this.margin = margin;
    this.crossings = crossings;
    this.found = found;
    this.vertexAt = new Int32Array(crossings.x.length);
    this.nearby = new Int32Array(crossings.x.length);
  }

  crossing(c: number, e: number): void {
    const { x, y, next } = this.outlines;
    const px = this.crossings.x[c];
    const py = this.crossings.y[c];
    const q = next[e];
    const ax = x[e];
    const ay = y[e];
    const bx = x[q];
    const by = y[q];
    if (px === ax && py === ay) this.meet(c, e);
    else if (px === bx && py === by) this.meet(c, q);
    else if (comesNear(ax, ay, bx, by, px, py, this.margin)) {
      this.found.near(e, next.length + c);
      this.nearby[c]++;
    }
  }

  private meet(c: number, vertex: number): void {
    this.found.touched[vertex] = 1;
    this.vertexAt[c] = vertex + 1;
  }
}

function joined(a: Float64Array, b: Float64Array): Float64Array {
  const all = new Float64Array(a.length + b.length);
  all.set(a);
  all.set(b, a.length);
  return all;
}
