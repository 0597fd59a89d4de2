import { pointOrder } from "../../numeric";
import type { BentEdge } from "./bent-edge";

/** Points of one edge, put in the order in which it travels through them: by x, and by y where that is one. */
export class TravelOrder {
  private point = new Int32Array(8);
  /** Places along the way, rising. */
  private alongX = new Float64Array(8);
  private alongY = new Float64Array(8);
  private count = 0;
  private across = 1;
  private up = 1;

  begin(toRight: boolean, upwards: boolean): void {
    this.count = 0;
    this.across = toRight ? 1 : -1;
    this.up = upwards ? 1 : -1;
  }

  add(point: number, x: number, y: number): void {
    const k = this.count++;
    if (k === this.point.length) this.grow();
    this.point[k] = point;
    this.alongX[k] = this.across * x;
    this.alongY[k] = this.up * y;
  }

  /** Adds all of them to a chain. */
  handTo(chain: BentEdge): void {
    const { count } = this;
    if (this.putInOrder()) {
      for (let k = 0; k < count; k++) chain.add(this.point[k]);
      return;
    }
    const order = pointOrder(this.alongX.subarray(0, count), this.alongY.subarray(0, count));
    for (let k = 0; k < count; k++) chain.add(this.point[order[k]]);
  }

  /** One by one, which is soon done where points come in order but for neighbours, as from buckets; false where not. */
  private putInOrder(): boolean {
    const { point: points, alongX, alongY, count } = this;
    let moves = MOVES * (MOVES + count);
    for (let k = 1; k < count; k++) {
      const point = points[k];
      const x = alongX[k];
      const y = alongY[k];
      let at = k;
      for (; at > 0 && (alongX[at - 1] > x || (alongX[at - 1] === x && alongY[at - 1] > y)); at--) {
        points[at] = points[at - 1];
        alongX[at] = alongX[at - 1];
        alongY[at] = alongY[at - 1];
      }
      points[at] = point;
      alongX[at] = x;
      alongY[at] = y;
      moves -= k - at;
      if (moves < 0) return false;
    }
    return true;
  }

  private grow(): void {
    const { point, alongX, alongY } = this;
    this.point = new Int32Array(2 * point.length);
    this.alongX = new Float64Array(2 * point.length);
    this.alongY = new Float64Array(2 * point.length);
    this.point.set(point);
    this.alongX.set(alongX);
    this.alongY.set(alongY);
  }
}

/** So many moves a point are made one by one. */
const MOVES = 8;
