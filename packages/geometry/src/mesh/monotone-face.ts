import { orientation } from "../numeric";
import type { IndexSink } from "./index-sink";

/** Triangles of faces that are monotone in the order of their points: both chains from the least to the greatest rise. */
export class MonotoneFace {
  // Places in the merged order: the points, and what has not been cut off yet.
  private order = new Int32Array(64);
  private isLower = new Uint8Array(64);
  private stack = new Int32Array(64);

  constructor(
    private readonly x: Float64Array,
    private readonly y: Float64Array,
    private readonly indices: Pick<IndexSink, "add">,
  ) {}

  triangulate(face: Int32Array, n: number): void {
    if (n === 3) {
      this.indices.add(face[0], face[1], face[2]);
      return;
    }
    if (n > this.order.length) {
      this.order = new Int32Array(2 * n);
      this.isLower = new Uint8Array(2 * n);
      this.stack = new Int32Array(2 * n);
    }
    this.mergeChains(face, n);
    const { x, y, order, isLower, stack, indices } = this;
    let size = 2;
    stack[0] = 0;
    stack[1] = 1;
    for (let k = 2; k < n; k++) {
      const p = order[k];
      const top = stack[size - 1];
      if (k === n - 1 || isLower[k] !== isLower[top]) {
        // All of the stack is seen from the other chain.
        for (let s = 1; s < size; s++)
          if (isLower[top]) indices.add(order[stack[s - 1]], order[stack[s]], p);
          else indices.add(order[stack[s]], order[stack[s - 1]], p);
        stack[0] = top;
        stack[1] = k;
        size = 2;
        continue;
      }
      for (; size > 1; size--) {
        const a = order[stack[size - 2]];
        const b = order[stack[size - 1]];
        const turn = orientation(x[a], y[a], x[b], y[b], x[p], y[p]);
        if (isLower[k] ? turn <= 0 : turn >= 0) break;
        if (isLower[k]) indices.add(a, b, p);
        else indices.add(b, a, p);
      }
      stack[size++] = k;
    }
  }

  /** The points of a face in rising order, with the chain that each is on; both ends count as lower. */
  private mergeChains(face: Int32Array, n: number): void {
    let least = 0;
    for (let i = 1; i < n; i++) if (face[i] < face[least]) least = i;
    // Counter-clockwise from the least point: the lower chain first, then the upper one backwards.
    let low = least;
    let high = least === 0 ? n - 1 : least - 1;
    for (let k = 0; k < n; k++) {
      const takesLow = k === n - 1 || face[low] < face[high];
      this.order[k] = face[takesLow ? low : high];
      this.isLower[k] = takesLow ? 1 : 0;
      if (takesLow) low = low + 1 === n ? 0 : low + 1;
      else high = high === 0 ? n - 1 : high - 1;
    }
  }
}
