import type { Meetings } from "./meetings";

/**
 * An edge as a chain of points, from its start to its end, monotone in x and in y. Points are those of the meetings.
 */
export class BentEdge {
  length = 0;
  point = new Int32Array(8);
  x = new Float64Array(8);
  y = new Float64Array(8);
  /** Whether the chain is searched by y, its longer axis. */
  private isSteep = false;
  private rises = true;
  private xs!: Float64Array;
  private ys!: Float64Array;

  begin({ x, y }: Meetings): void {
    this.xs = x;
    this.ys = y;
  }

  xOf(point: number): number {
    return this.xs[point];
  }

  yOf(point: number): number {
    return this.ys[point];
  }

  clear(): void {
    this.length = 0;
  }

  /** Adds the next point of the way, unless it lies where the last one does. */
  add(point: number): void {
    const n = this.length;
    const px = this.xOf(point);
    const py = this.yOf(point);
    if (n > 0 && this.x[n - 1] === px && this.y[n - 1] === py) return;
    if (n === this.point.length) this.grow();
    this.point[n] = point;
    this.x[n] = px;
    this.y[n] = py;
    this.length = n + 1;
  }

  /** Puts a point into the finished chain, unless one lies in its place. */
  insert(point: number): void {
    const px = this.xOf(point);
    const py = this.yOf(point);
    const n = this.length;
    const { x, y } = this;
    const across = x[n - 1] >= x[0] ? 1 : -1;
    const up = y[n - 1] >= y[0] ? 1 : -1;
    let at = n;
    while (at > 0) {
      const dx = across * (x[at - 1] - px);
      const dy = up * (y[at - 1] - py);
      if (dx === 0 && dy === 0) return;
      if (dx < 0 || (dx === 0 && dy < 0)) break;
      at--;
    }
    if (n === this.point.length) this.grow();
    for (let k = n; k > at; k--) {
      this.point[k] = this.point[k - 1];
      this.x[k] = this.x[k - 1];
      this.y[k] = this.y[k - 1];
    }
    this.point[at] = point;
    this.x[at] = px;
    this.y[at] = py;
    this.length = n + 1;
  }

  private grow(): void {
    const n = this.length;
    this.point = grown(this.point, new Int32Array(2 * n));
    this.x = grown(this.x, new Float64Array(2 * n));
    this.y = grown(this.y, new Float64Array(2 * n));
  }

  /** Once all points are there, and before it is searched. */
  finish(): void {
    const { x, y, length } = this;
    this.isSteep = Math.abs(y[length - 1] - y[0]) > Math.abs(x[length - 1] - x[0]);
    const along = this.isSteep ? y : x;
    this.rises = along[length - 1] >= along[0];
  }

  /** The first piece that comes within `margin` of a place along the longer axis, or the last one. */
  firstNear(px: number, py: number, margin: number): number {
    const along = this.isSteep ? this.y : this.x;
    const place = this.isSteep ? py : px;
    let low = 0;
    let high = this.length - 1;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (this.rises ? along[middle] < place - margin : along[middle] > place + margin) low = middle;
      else high = middle;
    }
    return low;
  }

  /** Whether piece k, and all that follow, lie beyond a place along the longer axis by more than `margin`. */
  isBeyond(k: number, px: number, py: number, margin: number): boolean {
    const along = this.isSteep ? this.y[k] : this.x[k];
    const place = this.isSteep ? py : px;
    return this.rises ? along > place + margin : along < place - margin;
  }
}

function grown<T extends Int32Array | Float64Array>(values: T, larger: T): T {
  larger.set(values);
  return larger;
}
