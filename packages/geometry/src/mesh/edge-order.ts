/**
 * The edges that a sweep crosses, from bottom to top: a treap (R. Seidel and C. R. Aragon, "Randomized search trees",
 * 1996) whose places are also linked in order. An edge has a place of its own; another edge can take that place over
 * without a search. Places are numbers from 1; 0 is none.
 */
export class EdgeOrder {
  /** The edge at each place, and the places beside it. */
  readonly edge: Int32Array;
  readonly below: Int32Array;
  readonly above: Int32Array;
  private readonly parent: Int32Array;
  private readonly left: Int32Array;
  private readonly right: Int32Array;
  private readonly priority: Int32Array;
  private root = 0;
  private used = 0;
  private free = 0;
  private seed = 0x2545f491;

  /** Room for so many edges at a time. */
  constructor(edges: number) {
    const room = edges + 1;
    this.edge = new Int32Array(room);
    this.below = new Int32Array(room);
    this.above = new Int32Array(room);
    this.parent = new Int32Array(room);
    this.left = new Int32Array(room);
    this.right = new Int32Array(room);
    this.priority = new Int32Array(room);
  }

  /** The greatest place whose edge lies below, as the caller says. */
  lastBelow(isBelow: (edge: number) => boolean): number {
    let found = 0;
    for (let place = this.root; place !== 0; )
      if (isBelow(this.edge[place])) {
        found = place;
        place = this.right[place];
      } else place = this.left[place];
    return found;
  }

  /** Puts an edge just above a place, or below all for 0; its place. */
  insertAbove(place: number, edge: number): number {
    const { below, above, parent, left, right, priority } = this;
    const added = this.newPlace(edge);
    const next = place === 0 ? this.lowest() : above[place];
    below[added] = place;
    above[added] = next;
    if (place !== 0) above[place] = added;
    if (next !== 0) below[next] = added;
    // Of two neighbours, one has no child between them.
    if (this.root === 0) this.root = added;
    else if (place !== 0 && right[place] === 0) {
      right[place] = added;
      parent[added] = place;
    } else {
      left[next] = added;
      parent[added] = next;
    }
    while (parent[added] !== 0 && priority[parent[added]] < priority[added]) this.rotateUp(added);
    return added;
  }

  remove(place: number): void {
    const { below, above, parent, left, right, priority } = this;
    if (below[place] !== 0) above[below[place]] = above[place];
    if (above[place] !== 0) below[above[place]] = below[place];
    while (left[place] !== 0 && right[place] !== 0)
      this.rotateUp(priority[left[place]] > priority[right[place]] ? left[place] : right[place]);
    const child = left[place] || right[place];
    this.replaceChild(parent[place], place, child);
    parent[place] = this.free;
    this.free = place;
  }

  private lowest(): number {
    let place = this.root;
    while (place !== 0 && this.left[place] !== 0) place = this.left[place];
    return place;
  }

  private newPlace(edge: number): number {
    let place = this.free;
    if (place !== 0) this.free = this.parent[place];
    else place = ++this.used;
    this.edge[place] = edge;
    this.parent[place] = 0;
    this.left[place] = 0;
    this.right[place] = 0;
    // Marsaglia's xorshift: priorities that no input can know and every run repeats.
    let s = this.seed;
    s ^= s << 13;
    s ^= s >>> 17;
    s ^= s << 5;
    this.seed = s;
    this.priority[place] = s;
    return place;
  }

  private rotateUp(place: number): void {
    const { parent, left, right } = this;
    const old = parent[place];
    const above = parent[old];
    const goesRight = left[old] === place;
    const moved = goesRight ? right[place] : left[place];
    if (goesRight) {
      left[old] = moved;
      right[place] = old;
    } else {
      right[old] = moved;
      left[place] = old;
    }
    if (moved !== 0) parent[moved] = old;
    parent[old] = place;
    this.replaceChild(above, old, place);
  }

  private replaceChild(parent: number, old: number, place: number): void {
    if (parent === 0) this.root = place;
    else if (this.left[parent] === old) this.left[parent] = place;
    else this.right[parent] = place;
    if (place !== 0) this.parent[place] = parent;
  }
}
