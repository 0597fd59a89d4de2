/** Edges as pairs of vertices: edge i runs from vertex i to vertex next[i]. */
export interface EdgeList {
  x: Float64Array;
  y: Float64Array;
  next: Int32Array;
}

/** So many edges make a leaf, and so many nodes another one. */
export const LEAF = 8;
export const FAN = 4;
/** Bounds of a node: x, y, x + y and x − y, least and greatest of each; diagonals keep slanting edges apart. */
export const STRIDE = 8;

/** Boxes of nodes level by level, leaves first: those of level k are the nodes levels[k] to levels[k] + counts[k]. */
export interface BoxTree {
  list: EdgeList;
  bounds: Float64Array;
  levels: readonly number[];
  counts: readonly number[];
  edges: number;
}

/** An object, not a function: where one class alone implements it, what it does is compiled into the search. */
export interface PairVisitor {
  pair(e: number, f: number): void;
}

/** All pairs of edges whose boxes come near each other, by pairs of nodes from the root down. */
export class EdgePairs {
  private readonly leaves = new LeafPairs();
  private tree!: BoxTree;
  private margin = 0;

  all(tree: BoxTree, margin: number, visitor: PairVisitor): void {
    this.tree = tree;
    this.margin = margin;
    this.leaves.begin(tree, margin, visitor);
    this.within(tree.levels.length - 1, 0);
  }

  private within(level: number, node: number): void {
    if (level === 0) {
      this.leaves.within(node);
      return;
    }
    const { levels, counts } = this.tree;
    const end = Math.min(counts[level - 1], (node + 1) * FAN);
    const base = levels[level - 1];
    for (let p = node * FAN; p < end; p++) {
      this.within(level - 1, p);
      for (let q = p + 1; q < end; q++) if (this.isNear(base + p, base + q)) this.between(level - 1, p, q);
    }
  }

  private between(level: number, p: number, q: number): void {
    if (level === 0) {
      this.leaves.between(p, q);
      return;
    }
    const { levels, counts } = this.tree;
    const base = levels[level - 1];
    const endP = Math.min(counts[level - 1], (p + 1) * FAN);
    const endQ = Math.min(counts[level - 1], (q + 1) * FAN);
    for (let i = p * FAN; i < endP; i++)
      if (this.isNear(base + i, levels[level] + q))
        for (let j = q * FAN; j < endQ; j++) if (this.isNear(base + i, base + j)) this.between(level - 1, i, j);
  }

  private isNear(p: number, q: number): boolean {
    const { margin } = this;
    const b = this.tree.bounds;
    const i = p * STRIDE;
    const j = q * STRIDE;
    return (
      b[i] - margin <= b[j + 1] &&
      b[j] - margin <= b[i + 1] &&
      b[i + 2] - margin <= b[j + 3] &&
      b[j + 2] - margin <= b[i + 3] &&
      b[i + 4] - 2 * margin <= b[j + 5] &&
      b[j + 4] - 2 * margin <= b[i + 5] &&
      b[i + 6] - 2 * margin <= b[j + 7] &&
      b[j + 6] - 2 * margin <= b[i + 7]
    );
  }
}

/** Pairs of edges in leaves: boxes are made of the coordinates as they are needed, which is cheaper than keeping them. */
class LeafPairs {
  private readonly mine = new Int32Array(LEAF);
  private readonly box = new Float64Array(4 * LEAF);
  private x!: Float64Array;
  private y!: Float64Array;
  private next!: Int32Array;
  private tree!: BoxTree;
  private margin = 0;
  private visitor!: PairVisitor;

  begin(tree: BoxTree, margin: number, visitor: PairVisitor): void {
    this.tree = tree;
    this.margin = margin;
    this.visitor = visitor;
    this.x = tree.list.x;
    this.y = tree.list.y;
    this.next = tree.list.next;
  }

  within(node: number): void {
    const begin = node * LEAF;
    const end = Math.min(this.tree.edges, begin + LEAF);
    let count = 0;
    for (let f = begin; f < end; f++) {
      this.pairWith(f, count);
      this.keep(f, count++);
    }
  }

  between(p: number, q: number): void {
    const { margin, x, y, next } = this;
    const { bounds: b, edges } = this.tree;
    const endQ = Math.min(edges, (q + 1) * LEAF);
    const i = p * STRIDE;
    const j = q * STRIDE;
    // Two edges that come near each other both reach into what the boxes of the leaves, widened, have in common.
    const left = Math.max(b[i], b[j]) - margin;
    const right = Math.min(b[i + 1], b[j + 1]) + margin;
    const low = Math.max(b[i + 2], b[j + 2]) - margin;
    const high = Math.min(b[i + 3], b[j + 3]) + margin;
    let count = 0;
    for (let e = p * LEAF; e < p * LEAF + LEAF; e++) {
      const v = next[e];
      if ((x[e] > right && x[v] > right) || (x[e] < left && x[v] < left)) continue;
      if ((y[e] > high && y[v] > high) || (y[e] < low && y[v] < low)) continue;
      this.keep(e, count++);
    }
    if (count === 0) return;
    for (let f = q * LEAF; f < endQ; f++) {
      const v = next[f];
      if ((x[f] > right && x[v] > right) || (x[f] < left && x[v] < left)) continue;
      if ((y[f] > high && y[v] > high) || (y[f] < low && y[v] < low)) continue;
      this.pairWith(f, count);
    }
  }

  /** Remembers an edge with its box, widened. */
  private keep(e: number, at: number): void {
    const { x, y, next, margin, box } = this;
    const i = next[e];
    const ax = x[e];
    const bx = x[i];
    const ay = y[e];
    const by = y[i];
    this.mine[at] = e;
    box[4 * at] = Math.min(ax, bx) - margin;
    box[4 * at + 1] = Math.max(ax, bx) + margin;
    box[4 * at + 2] = Math.min(ay, by) - margin;
    box[4 * at + 3] = Math.max(ay, by) + margin;
  }

  private pairWith(f: number, count: number): void {
    const { x, y, next, box, mine, visitor } = this;
    const i = next[f];
    const ax = x[f];
    const bx = x[i];
    const ay = y[f];
    const by = y[i];
    const left = Math.min(ax, bx);
    const right = Math.max(ax, bx);
    const low = Math.min(ay, by);
    const high = Math.max(ay, by);
    for (let k = 0; k < count; k++) {
      const at = 4 * k;
      if (left <= box[at + 1] && right >= box[at] && low <= box[at + 3] && high >= box[at + 2])
        visitor.pair(mine[k], f);
    }
  }
}
