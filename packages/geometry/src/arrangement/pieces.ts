/**
 * Straight pieces between nodes. Nodes are grid points in lexicographic order, so `from < to` for every piece: pieces
 * run rightwards, vertical ones upwards. No two pieces join the same nodes.
 */
export interface Pieces {
  x: Float64Array;
  y: Float64Array;
  from: Int32Array;
  to: Int32Array;
  /** What the winding number of operand k rises by when piece e is crossed from right to left: turn[e * operands + k]. */
  turn: Int32Array;
  operands: number;
}

/** Collects directed edges between nodes and merges those that coincide; what cancels out in all operands is dropped. */
export class PieceCollector {
  private readonly ids = new Map<number, number>();
  private readonly from: number[] = [];
  private readonly to: number[] = [];
  private readonly turn: number[] = [];
  constructor(
    private readonly x: Float64Array,
    private readonly y: Float64Array,
    private readonly operands: number,
  ) {}

  /** Adds `turns[offset + k] * sign` edges of each operand k from node u to node v. */
  add(u: number, v: number, turns: ArrayLike<number>, offset: number, sign: number): void {
    const key = u < v ? u * this.x.length + v : v * this.x.length + u;
    let id = this.ids.get(key);
    if (id === undefined) {
      id = this.from.length;
      this.ids.set(key, id);
      this.from.push(Math.min(u, v));
      this.to.push(Math.max(u, v));
      for (let k = 0; k < this.operands; k++) this.turn.push(0);
    }
    const direction = u < v ? sign : -sign;
    for (let k = 0; k < this.operands; k++) this.turn[id * this.operands + k] += direction * turns[offset + k];
  }

  collect(): Pieces {
    const { operands } = this;
    const kept: number[] = [];
    for (let e = 0; e < this.from.length; e++)
      for (let k = 0; k < operands; k++)
        if (this.turn[e * operands + k] !== 0) {
          kept.push(e);
          break;
        }
    const turn = new Int32Array(kept.length * operands);
    kept.forEach((e, i) => {
      for (let k = 0; k < operands; k++) turn[i * operands + k] = this.turn[e * operands + k];
    });
    return {
      x: this.x,
      y: this.y,
      from: Int32Array.from(kept, (e) => this.from[e]),
      to: Int32Array.from(kept, (e) => this.to[e]),
      turn,
      operands,
    };
  }
}

/** Grid points in lexicographic order without repetition. */
export function sortedNodes(xs: readonly number[], ys: readonly number[]): { x: Float64Array; y: Float64Array } {
  const order = Uint32Array.from(xs, (_, i) => i).sort((i, j) => xs[i] - xs[j] || ys[i] - ys[j]);
  const x: number[] = [];
  const y: number[] = [];
  for (const i of order) {
    const last = x.length - 1;
    if (last >= 0 && x[last] === xs[i] && y[last] === ys[i]) continue;
    x.push(xs[i]);
    y.push(ys[i]);
  }
  return { x: Float64Array.from(x), y: Float64Array.from(y) };
}

/** The node at (px, py), which must exist. */
export function nodeAt(x: Float64Array, y: Float64Array, px: number, py: number): number {
  let low = 0;
  let high = x.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (x[middle] < px || (x[middle] === px && y[middle] < py)) low = middle + 1;
    else high = middle;
  }
  return low;
}
