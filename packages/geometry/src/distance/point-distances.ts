import type { BoxTree } from "./box-tree";
import { NearEdges } from "./near-edges";

/** So few points are not parted further; so few look at boxes by their edges. */
const TOGETHER = 8;
const SMALL = 64;
/** Points times edges up to which more are not, either. */
const WORTH = 400;

/**
 * The nearest edge of each of many points, anywhere: they are parted in halves of their boxes, each with the edges that may be nearest in it
 * (see {@link NearEdges}).
 */
export function nearestEdges(tree: BoxTree, x: Float64Array, y: Float64Array): Int32Array {
  const found = new Int32Array(x.length).fill(-1);
  if (tree.count > 0 && x.length > 0) new Parting(new NearEdges(tree), x, y, found).all();
  return found;
}

class Parting {
  private readonly order: Uint32Array;

  constructor(
    private readonly near: NearEdges,
    private readonly x: Float64Array,
    private readonly y: Float64Array,
    private readonly found: Int32Array,
  ) {
    this.order = Uint32Array.from(x, (_, i) => i);
  }

  all(): void {
    this.near.begin();
    this.part(0, this.order.length, 0, this.near.top, 0);
  }

  /** Some points, next to each other in the order; `hint` is an edge that is near. */
  private part(first: number, last: number, from: number, to: number, hint: number): void {
    const { order, x, y, near } = this;
    let minX = Number.POSITIVE_INFINITY;
    let minY = Number.POSITIVE_INFINITY;
    let maxX = Number.NEGATIVE_INFINITY;
    let maxY = Number.NEGATIVE_INFINITY;
    for (let k = first; k < last; k++) {
      const i = order[k];
      if (x[i] < minX) minX = x[i];
      if (x[i] > maxX) maxX = x[i];
      if (y[i] < minY) minY = y[i];
      if (y[i] > maxY) maxY = y[i];
    }
    const cx = minX / 2 + maxX / 2;
    const cy = minY / 2 + maxY / 2;
    const [hx, hy] = [Math.max(maxX - cx, cx - minX), Math.max(maxY - cy, cy - minY)];
    const points = last - first;
    const begin = near.top;
    const isSmall = points <= SMALL || (hx === 0 && hy === 0);
    near.narrow(from, to, cx, cy, hx, hy, isSmall, hint);
    const end = near.top;
    const nearest = near.edge;
    const isWorth = points <= TOGETHER || points * (end - begin) <= WORTH || (hx === 0 && hy === 0);
    if (isWorth && (isSmall || near.areEdges(begin, end))) this.fill(first, last, begin, end);
    else {
      const middle = this.divide(first, last, hx >= hy ? x : y, hx >= hy ? cx : cy);
      // Where the middle of two neighbouring doubles is one of them, all may lie on its one side.
      if (middle === first || middle === last) {
        near.narrow(from, to, cx, cy, hx, hy, true, hint);
        this.fill(first, last, end, near.top);
      } else {
        this.part(first, middle, begin, end, nearest);
        this.part(middle, last, begin, end, nearest);
      }
    }
    near.top = begin;
  }

  /** Points up to a value first; where the others begin. */
  private divide(first: number, last: number, values: Float64Array, value: number): number {
    const { order } = this;
    let low = first;
    let high = last;
    while (low < high) {
      const i = order[low];
      if (values[i] <= value) low++;
      else {
        order[low] = order[--high];
        order[high] = i;
      }
    }
    return low;
  }

  private fill(first: number, last: number, begin: number, end: number): void {
    const { order, x, y, near, found } = this;
    const edges = near.gather(begin, end);
    const count = 5 * (end - begin);
    for (let k = first; k < last; k++) {
      const i = order[k];
      let best = 0;
      let least = Number.POSITIVE_INFINITY;
      for (let e = 0; e < count; e += 5) {
        const wx = x[i] - edges[e];
        const wy = y[i] - edges[e + 1];
        const dx = edges[e + 2];
        const dy = edges[e + 3];
        let share = (wx * dx + wy * dy) * edges[e + 4];
        if (share < 0) share = 0;
        else if (share > 1) share = 1;
        const px = wx - share * dx;
        const py = wy - share * dy;
        const squared = px * px + py * py;
        if (squared < least) {
          least = squared;
          best = e;
        }
      }
      found[i] = near.stack[begin + best / 5];
    }
  }
}
