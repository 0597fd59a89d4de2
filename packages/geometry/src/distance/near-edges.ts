import { type BoxTree, FAN } from "./box-tree";

/** Squares below this have lost digits. */
const TINY = 1e-280;
/** More than rounding can lose of squares. */
const ROUNDED = 1e-14;

/**
 * Which edges may be nearest to some place of a tile, from those that may be for a larger one:
 *
 *     +-------+  e      c: the tile's centre, b: the point of the boundary nearest to it, D = |c - b|
 *     |   c   |         p = c + d, with |dx| <= hx and |dy| <= hy, anywhere in the tile
 *     |    .  | b       For a point a of edge e: |p - a|^2 - |p - b|^2 is linear in p, and at least
 *     +-------+           |c - a|^2 - D^2 - 2 (hx |ax - bx| + hy |ay - by|).
 *
 * Where that is above 0 for all points of an edge (its distance from c, and whichever end is further from b), or of a box of edges,
 * nothing of it is nearest anywhere in the tile. The test stays sharp far away, where all distances are nearly the same.
 */
export class NearEdges {
  /** What may be nearest (edges by their numbers, boxes behind those), for the tile at hand and behind it for its parts. */
  stack = new Int32Array(1024);
  top = 0;
  /** The edge nearest to the centre of the tile that was narrowed last. */
  edge = 0;
  /** Boxes of edges, level by level. */
  private readonly boxes: Float64Array;
  private readonly firstChild: Int32Array;
  private readonly endChild: Int32Array;
  private bx = 0;
  private by = 0;
  private squared = 0;
  private gathered = new Float64Array(5 * 64);

  constructor(readonly tree: BoxTree) {
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

  /** Begins with all edges: they lie in the stack from 0 to the top. */
  begin(): void {
    const { count, levels } = this.tree;
    const end = count + this.firstChild.length;
    this.top = 0;
    for (let id = end - levels[levels.length - 1].length / 4; id < end; id++) this.push(id);
  }

  /** Puts those that may be nearest within a tile on top of the stack, by single edges if it `isSmall`; `hint` is an edge that is near. */
  narrow(
    from: number,
    to: number,
    cx: number,
    cy: number,
    hx: number,
    hy: number,
    isSmall: boolean,
    hint: number,
  ): void {
    this.squared = Number.POSITIVE_INFINITY;
    this.offer(cx, cy, hint);
    // Edges are looked at below, anyway.
    for (let k = from; k < to; k++) if (this.stack[k] >= this.tree.count) this.search(cx, cy, this.stack[k]);
    const begin = this.top;
    for (let k = from; k < to; k++) this.sift(this.stack[k], cx, cy, hx, hy, isSmall);
    // Beside the boundary, where squares are small, rounding may have parted the nearest edge from itself.
    if (isSmall || this.top === begin) this.keepNearest(begin);
  }

  private keepNearest(begin: number): void {
    for (let k = begin; k < this.top; k++) if (this.stack[k] === this.edge) return;
    this.push(this.edge);
  }

  /** How far the centre of the tile that was narrowed last is from the nearest edge. */
  get centreGap(): number {
    return Math.sqrt(this.squared);
  }

  areEdges(begin: number, end: number): boolean {
    for (let k = begin; k < end; k++) if (this.stack[k] >= this.tree.count) return false;
    return true;
  }

  /** Of edges in the stack, five numbers each: where they start, the way to their ends, and one over its squared length. */
  gather(begin: number, end: number): Float64Array {
    const { stack } = this;
    const { edges } = this.tree;
    if (5 * (end - begin) > this.gathered.length) this.gathered = new Float64Array(10 * (end - begin));
    const { gathered } = this;
    for (let k = begin, i = 0; k < end; k++, i += 5) {
      const e = 4 * stack[k];
      const dx = edges[e + 2] - edges[e];
      const dy = edges[e + 3] - edges[e + 1];
      const length = dx * dx + dy * dy;
      gathered[i] = edges[e];
      gathered[i + 1] = edges[e + 1];
      gathered[i + 2] = dx;
      gathered[i + 3] = dy;
      gathered[i + 4] = length > TINY ? 1 / length : 0;
    }
    return gathered;
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

  private push(id: number): void {
    if (this.top === this.stack.length) {
      const larger = new Int32Array(2 * this.top);
      larger.set(this.stack);
      this.stack = larger;
    }
    this.stack[this.top++] = id;
  }
}
