import { AT_ONCE } from "../../memory";
import type { Outlines } from "../grid/outlines";
import type { Bends } from "../snapping/bend";
import { BentEdge } from "../snapping/bent-edge";
import { SURELY_CLEAR } from "../snapping/clearance";
import type { Meetings } from "../snapping/meetings";
import type { KeptPlaces } from "./kept-places";

/** Edges with so many bends at most have pieces so few that searching among them does not pay. */
const FEW_BENDS = 6;

/**
 * Compares the final pieces of every edge with the points that may come near them without being an end of theirs. Only
 * points that were near the edge can, those that it is bent to (for the pieces beside), and its own ends.
 *
 *     a - . _          q
 *               " - . p - . _ b          edge from a to b, bent to p: q is compared with the piece from p to b,
 *                                        a with that piece only where p lies close to a
 */
export class NearPieces {
  private readonly chain = new BentEdge();
  private next!: Int32Array;
  private x!: Float64Array;
  private y!: Float64Array;
  private nearFirst!: Int32Array;
  private near!: Int32Array;
  private bendsFirst!: Int32Array;
  private bends!: Int32Array;
  private places!: KeptPlaces;

  begin(outlines: Outlines, meetings: Meetings, bends: Bends, places: KeptPlaces): void {
    this.places = places;
    this.chain.begin(meetings);
    this.next = outlines.next;
    this.x = meetings.x;
    this.y = meetings.y;
    this.nearFirst = meetings.first;
    this.near = meetings.points;
    this.bendsFirst = bends.first;
    this.bends = bends.points;
  }

  keepAll(): void {
    const edges = this.nearFirst.length - 1;
    for (let e = 0; e < edges; e += AT_ONCE) this.keepFrom(e, Math.min(edges, e + AT_ONCE));
  }

  private keepFrom(begin: number, end: number): void {
    const { nearFirst } = this;
    for (let e = begin; e < end; e++) if (nearFirst[e] < nearFirst[e + 1] && !this.allKept(e)) this.compare(e);
  }

  /** Where all that takes part stays on the grid already, comparing adds nothing. */
  private allKept(e: number): boolean {
    const { near, nearFirst, bends, bendsFirst, places } = this;
    if (!places.has(e) || !places.has(this.next[e])) return false;
    for (let k = nearFirst[e]; k < nearFirst[e + 1]; k++) if (!places.has(near[k])) return false;
    for (let k = bendsFirst[e]; k < bendsFirst[e + 1]; k++) if (!places.has(bends[k])) return false;
    return true;
  }

  /** Compares the points near an edge, and its ends, with its pieces. In one loop, as it is gone through most often. */
  private compare(e: number): void {
    const { x, y, near, nearFirst, bends, bendsFirst, chain, places } = this;
    const end = this.next[e];
    const begin = bendsFirst[e];
    const count = bendsFirst[e + 1] - begin;
    const nearEnd = nearFirst[e + 1];
    // An end that lies far from the next point comes near no piece behind that, as they lie further in x and in y.
    const startsClose = count > 0 && this.isClose(e, bends[begin]);
    const endsClose = count > 0 && this.isClose(bends[begin + count - 1], end);
    if (!startsClose && !endsClose && nearEnd - nearFirst[e] === count) {
      let isCrowded = false;
      for (let k = 1; k < count && !isCrowded; k++) isCrowded = this.isClose(bends[begin + k - 1], bends[begin + k]);
      // All that is near was met.
      if (!isCrowded) return;
    }
    const isLong = count > FEW_BENDS;
    if (isLong) this.layOut(e);
    for (let k = nearFirst[e]; k < nearEnd + 2; k++) {
      if (k >= nearEnd && !(k === nearEnd ? startsClose : endsClose)) continue;
      const point = k < nearEnd ? near[k] : k === nearEnd ? e : end;
      const px = x[point];
      const py = y[point];
      let at = isLong ? chain.firstNear(px, py, SURELY_CLEAR) : 0;
      let from = at === 0 ? e : bends[begin + at - 1];
      let ax = x[from];
      let ay = y[from];
      for (; at <= count && !(isLong && chain.isBeyond(at, px, py, SURELY_CLEAR)); at++) {
        const to = at < count ? bends[begin + at] : end;
        const bx = x[to];
        const by = y[to];
        const isApart =
          (px < ax - SURELY_CLEAR && px < bx - SURELY_CLEAR) ||
          (px > ax + SURELY_CLEAR && px > bx + SURELY_CLEAR) ||
          (py < ay - SURELY_CLEAR && py < by - SURELY_CLEAR) ||
          (py > ay + SURELY_CLEAR && py > by + SURELY_CLEAR);
        if (!isApart && !(px === ax && py === ay) && !(px === bx && py === by)) places.compare(point, from, to);
        from = to;
        ax = bx;
        ay = by;
      }
    }
  }

  private isClose(p: number, q: number): boolean {
    const { x, y } = this;
    return Math.abs(x[p] - x[q]) <= SURELY_CLEAR && Math.abs(y[p] - y[q]) <= SURELY_CLEAR;
  }

  private layOut(e: number): void {
    const { chain, bends, bendsFirst } = this;
    chain.clear();
    chain.add(e);
    for (let k = bendsFirst[e]; k < bendsFirst[e + 1]; k++) chain.add(bends[k]);
    chain.add(this.next[e]);
    chain.finish();
  }
}
