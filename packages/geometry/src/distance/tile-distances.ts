import { type BoxTree, FAN } from "./box-tree";
import { distanceTo, type Foot, nearestOnEdge } from "./nearest-on-edge";

/** Tiles of no more samples look at boxes by their edges. */
const SMALL = 64;
/** Tiles of no more samples are not divided further. */
const TILE = 16;
/** Samples times edges up to which a larger one is not, either; nor is a large one with so few edges. */
const WORTH = 200;
const FEW = 2;
/** Squares below this have lost digits. */
const TINY = 1e-280;
/** More than rounding can lose of squares. */
const ROUNDED = 1e-14;

/**
 * Distances from samples on a grid to the nearest of many edges: exact, by dividing the grid into tiles, each with the edges that may be
 * nearest to one of its samples.
 *
 *     +-------+  e      c: the tile's centre, b: the point of the boundary nearest to it, D = |c - b|
 *     |   c   |         p = c + d, with |dx| <= hx and |dy| <= hy, anywhere in the tile
 *     |    .  | b       For a point a of edge e: |p - a|^2 - |p - b|^2 is linear in p, and at least
 *     +-------+           |c - a|^2 - D^2 - 2 (hx |ax - bx| + hy |ay - by|).
 *
 * Where that is above 0 for all points of an edge (its distance from c, and whichever end is further from b), or of a box of edges,
 * nothing of it is nearest anywhere in the tile. The test stays sharp far away, where all distances are nearly the same.
 */
export class TileDistances {
  /** Edges first, then boxes of edges, level by level. */
  private readonly boxes: Float64Array;
  private readonly firstChild: Int32Array;
  private readonly endChild: Int32Array;
  /** What may be nearest, for the tile at hand and behind it for its parts. */
  private stack = new Int32Array(1024);
  private top = 0;
  private bx = 0;
  private by = 0;
  private squared = 0;
  private edge = 0;
  private readonly foot: Foot = { x: 0, y: 0, squared: 0 };
  /** The candidates of a tile: where they start, the way to their ends, and one over its squared length. */
  private near = new Float64Array(5 * 64);

  constructor(
    private readonly tree: BoxTree,
    private readonly xs: Float64Array,
    private readonly ys: Float64Array,
    private readonly values: Float64Array,
  ) {
    const { count, levels } = tree;
    const total = levels.reduce((sum, level) => sum + level.length / 4, 0);
    this.boxes = new Float64Array(4 * total);
    this.firstChild = new Int32Array(total);
    this.endChild = new Int32Array(total);
    let at = 0;
    let below = 0;
    let belowCount = count;
    for (const level of levels) {
      const n = level.length / 4;
      this.boxes.set(level, 4 * at);
      for (let k = 0; k < n; k++) {
        this.firstChild[at + k] = below + FAN * k;
        this.endChild[at + k] = below + Math.min(belowCount, FAN * (k + 1));
      }
      below = count + at;
      belowCount = n;
      at += n;
    }
  }

  measure(): void {
    const { count, levels } = this.tree;
    const end = count + this.firstChild.length;
    for (let id = end - levels[levels.length - 1].length / 4; id < end; id++) this.push(id);
    this.tile(0, this.xs.length, 0, this.ys.length, 0, this.top, 0);
  }

  /** The samples of some columns and rows; `hint` is an edge that is near. */
  private tile(c0: number, c1: number, r0: number, r1: number, from: number, to: number, hint: number): void {
    const { xs, ys } = this;
    const cx = (xs[c0] + xs[c1 - 1]) / 2;
    const cy = (ys[r0] + ys[r1 - 1]) / 2;
    const hx = (xs[c1 - 1] - xs[c0]) / 2;
    const hy = (ys[r1 - 1] - ys[r0]) / 2;
    this.squared = Number.POSITIVE_INFINITY;
    this.offer(cx, cy, hint);
    // Edges are looked at below, anyway.
    for (let k = from; k < to; k++) if (this.stack[k] >= this.tree.count) this.search(cx, cy, this.stack[k]);
    const begin = this.top;
    const samples = (c1 - c0) * (r1 - r0);
    const isSmall = samples <= SMALL;
    for (let k = from; k < to; k++) this.sift(this.stack[k], cx, cy, hx, hy, isSmall);
    const end = this.top;
    const nearest = this.edge;
    const count = end - begin;
    const isWorth = samples <= TILE || count <= FEW || samples * count <= WORTH;
    if (isWorth && (isSmall || this.areEdges(begin, end))) this.fill(c0, c1, r0, r1, begin, end);
    else {
      const c = c1 - c0 >= 2 ? (c0 + c1) >> 1 : c1;
      const r = r1 - r0 >= 2 ? (r0 + r1) >> 1 : r1;
      this.tile(c0, c, r0, r, begin, end, nearest);
      if (c < c1) this.tile(c, c1, r0, r, begin, end, nearest);
      if (r < r1) this.tile(c0, c, r, r1, begin, end, nearest);
      if (c < c1 && r < r1) this.tile(c, c1, r, r1, begin, end, nearest);
    }
    this.top = begin;
  }

  /** Takes an edge as the nearest to a point, if it is. */
  private offer(x: number, y: number, e: number): void {
    const { edges } = this.tree;
    const ax = edges[4 * e];
    const ay = edges[4 * e + 1];
    const dx = edges[4 * e + 2] - ax;
    const dy = edges[4 * e + 3] - ay;
    const length = dx * dx + dy * dy;
    let share = length > 0 ? ((x - ax) * dx + (y - ay) * dy) / length : 0;
    if (share < 0) share = 0;
    else if (share > 1) share = 1;
    const px = ax + share * dx;
    const py = ay + share * dy;
    const squared = (px - x) * (px - x) + (py - y) * (py - y);
    if (!(squared < this.squared)) return;
    this.squared = squared;
    this.bx = px;
    this.by = py;
    this.edge = e;
  }

  /** Looks among the edges of a box for one that is nearer. */
  private search(x: number, y: number, id: number): void {
    if (this.gap(id, x, y) >= this.squared) return;
    const { count } = this.tree;
    const node = id - count;
    const begin = this.firstChild[node];
    const end = this.endChild[node];
    if (begin < count) {
      for (let e = begin; e < end; e++) this.offer(x, y, e);
      return;
    }
    let first = begin;
    let least = Number.POSITIVE_INFINITY;
    for (let child = begin; child < end; child++) {
      const gap = this.gap(child, x, y);
      if (gap >= least) continue;
      least = gap;
      first = child;
    }
    this.search(x, y, first);
    for (let child = begin; child < end; child++) if (child !== first) this.search(x, y, child);
  }

  /** Keeps what may be nearest somewhere in the tile; boxes that are large beside it by their parts. */
  private sift(id: number, cx: number, cy: number, hx: number, hy: number, isSmall: boolean): void {
    const { count, edges } = this.tree;
    if (id < count) {
      const ax = edges[4 * id];
      const ay = edges[4 * id + 1];
      const ex = edges[4 * id + 2];
      const ey = edges[4 * id + 3];
      const dx = ex - ax;
      const dy = ey - ay;
      const wx = cx - ax;
      const wy = cy - ay;
      const length = dx * dx + dy * dy;
      let share = length > 0 ? (wx * dx + wy * dy) / length : 0;
      if (share < 0) share = 0;
      else if (share > 1) share = 1;
      const px = wx - share * dx;
      const py = wy - share * dy;
      const distance = px * px + py * py;
      // Any point of the boundary serves as b: the nearest one so far.
      if (distance < this.squared) {
        this.squared = distance;
        this.bx = cx - px;
        this.by = cy - py;
        this.edge = id;
        this.push(id);
        return;
      }
      const { bx, by, squared } = this;
      const atStart = hx * Math.abs(ax - bx) + hy * Math.abs(ay - by);
      const atEnd = hx * Math.abs(ex - bx) + hy * Math.abs(ey - by);
      const reach = 2 * Math.max(atStart, atEnd);
      if (distance - squared <= reach + ROUNDED * (distance + squared + reach)) this.push(id);
      return;
    }
    const { boxes, bx, by, squared } = this;
    const node = id - count;
    const minX = boxes[4 * node];
    const minY = boxes[4 * node + 1];
    const maxX = boxes[4 * node + 2];
    const maxY = boxes[4 * node + 3];
    const reach = 2 * (hx * Math.max(maxX - bx, bx - minX) + hy * Math.max(maxY - by, by - minY));
    const gap = this.gap(id, cx, cy);
    if (gap - squared > reach + ROUNDED * (gap + squared + reach)) return;
    if (!isSmall && maxX - minX + maxY - minY <= hx + hy) {
      this.push(id);
      return;
    }
    const end = this.endChild[node];
    for (let child = this.firstChild[node]; child < end; child++) this.sift(child, cx, cy, hx, hy, isSmall);
  }

  /** The squared distance of a point from a box. */
  private gap(id: number, x: number, y: number): number {
    const { boxes } = this;
    const k = 4 * (id - this.tree.count);
    const left = boxes[k] - x;
    const right = x - boxes[k + 2];
    const dx = Math.max(left, right, 0);
    const below = boxes[k + 1] - y;
    const above = y - boxes[k + 3];
    const dy = Math.max(below, above, 0);
    return dx * dx + dy * dy;
  }

  private areEdges(begin: number, end: number): boolean {
    for (let k = begin; k < end; k++) if (this.stack[k] >= this.tree.count) return false;
    return true;
  }

  /** Every sample of a tile against the edges that are left: the rounded distances are off by some 1e-16 of the lengths. */
  private fill(c0: number, c1: number, r0: number, r1: number, begin: number, end: number): void {
    const { stack, xs, ys, values } = this;
    const { edges } = this.tree;
    const m = end - begin;
    if (5 * m > this.near.length) this.near = new Float64Array(10 * m);
    const { near } = this;
    for (let k = 0; k < m; k++) {
      const e = 4 * stack[begin + k];
      const dx = edges[e + 2] - edges[e];
      const dy = edges[e + 3] - edges[e + 1];
      const length = dx * dx + dy * dy;
      near[5 * k] = edges[e];
      near[5 * k + 1] = edges[e + 1];
      near[5 * k + 2] = dx;
      near[5 * k + 3] = dy;
      near[5 * k + 4] = length > TINY ? 1 / length : 0;
    }
    const last = 5 * m;
    const width = xs.length;
    for (let r = r0; r < r1; r++) {
      const y = ys[r];
      const at = r * width;
      for (let c = c0; c < c1; c++) {
        const x = xs[c];
        let best = 0;
        let least = Number.POSITIVE_INFINITY;
        for (let i = 0; i < last; i += 5) {
          const wx = x - near[i];
          const wy = y - near[i + 1];
          const dx = near[i + 2];
          const dy = near[i + 3];
          let share = (wx * dx + wy * dy) * near[i + 4];
          if (share < 0) share = 0;
          else if (share > 1) share = 1;
          const px = wx - share * dx;
          const py = wy - share * dy;
          const squared = px * px + py * py;
          if (squared < least) {
            least = squared;
            best = i;
          }
        }
        values[at + c] = least > TINY ? Math.sqrt(least) : this.closely(stack[begin + best / 5], x, y);
      }
    }
  }

  private closely(e: number, x: number, y: number): number {
    const { edges } = this.tree;
    nearestOnEdge(x, y, edges[4 * e], edges[4 * e + 1], edges[4 * e + 2], edges[4 * e + 3], this.foot);
    return distanceTo(this.foot, x, y);
  }

  private push(id: number): void {
    if (this.top === this.stack.length) {
      const larger = new Int32Array(2 * this.top);
      larger.set(this.stack);
      this.stack = larger;
    }
    this.stack[this.top++] = id;
  }
}
