import type { Slope } from "../forms";
import type { DistanceField } from "./field";
import { byLists, type Measured } from "./measured";

export interface Copies {
  /** The copy about nearest to a place. */
  first(x: number, y: number): number;
  /**
   * Adds a place as it is seen from the copies of a ring around that one, but for those that can have no value below `best`: ring 0 is the
   * copy itself, ring 1 its neighbours, and so on. False where there are none, or none of this ring or of one further out can have one.
   */
  ring(x: number, y: number, first: number, ring: number, best: number, seen: Seen): boolean;
  /** Turns a gradient in the frame of a copy back. */
  turn?(copy: number, slope: Slope): void;
}

/** The least of the values of copies. */
export function ofCopies(field: DistanceField, copies: Copies): Pick<DistanceField, "at"> & Measured {
  const seen = new Seen();
  const other: Slope = { x: 0, y: 0 };
  const list: DistanceField["list"] = (xs, ys, values) => {
    values.fill(Number.POSITIVE_INFINITY);
    const open = new Int32Array(xs.length);
    const firsts = new Int32Array(xs.length);
    for (let i = 0; i < xs.length; i++) {
      open[i] = i;
      firsts[i] = copies.first(xs[i], ys[i]);
    }
    let count = open.length;
    for (let k = 0; count > 0; k++) {
      let kept = 0;
      for (let j = 0; j < count; j++) {
        const i = open[j];
        seen.owner = i;
        if (copies.ring(xs[i], ys[i], firsts[i], k, values[i], seen)) open[kept++] = i;
        if (seen.count >= TOGETHER) seen.measure(field, values);
      }
      seen.measure(field, values);
      count = kept;
    }
  };
  return {
    at(x, y, slope) {
      const first = copies.first(x, y);
      let best = Number.POSITIVE_INFINITY;
      for (let k = 0; copies.ring(x, y, first, k, best, seen); k++) {
        for (let j = 0; j < seen.count; j++) {
          const value = field.at(seen.us[j], seen.vs[j], slope && other);
          if (value >= best) continue;
          best = value;
          if (!slope) continue;
          slope.x = other.x;
          slope.y = other.y;
          copies.turn?.(seen.copies[j], slope);
        }
        seen.count = 0;
      }
      return best;
    },
    ...byLists(list, field.inRows),
  };
}

/** So many places are measured together, or some more. */
const TOGETHER = 4096;

/** Places as they are seen from copies. */
export class Seen {
  us = new Float64Array(64);
  vs = new Float64Array(64);
  copies = new Int32Array(64);
  count = 0;
  /** The place in the list that is looked at. */
  owner = 0;
  private owners = new Int32Array(64);

  add(u: number, v: number, copy: number): void {
    if (this.count === this.us.length) this.makeRoom();
    const k = this.count++;
    this.us[k] = u;
    this.vs[k] = v;
    this.copies[k] = copy;
    this.owners[k] = this.owner;
  }

  /** Measures them, keeps the least value of each place, and begins anew. */
  measure(field: DistanceField, values: Float64Array): void {
    const found = new Float64Array(this.count);
    field.list(this.us.subarray(0, this.count), this.vs.subarray(0, this.count), found);
    for (let k = 0; k < found.length; k++) {
      const i = this.owners[k];
      if (found[k] < values[i]) values[i] = found[k];
    }
    this.count = 0;
  }

  private makeRoom(): void {
    const length = 2 * this.us.length;
    const [us, vs, copies, owners] = [this.us, this.vs, this.copies, this.owners];
    this.us = new Float64Array(length);
    this.vs = new Float64Array(length);
    this.copies = new Int32Array(length);
    this.owners = new Int32Array(length);
    this.us.set(us);
    this.vs.set(vs);
    this.copies.set(copies);
    this.owners.set(owners);
  }
}
