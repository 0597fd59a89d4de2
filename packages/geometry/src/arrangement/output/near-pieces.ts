import { AT_ONCE } from "../../memory";
import { distanceToEdge } from "../grid/near-edge";
import type { Outlines } from "../grid/outlines";
import type { Bends } from "../snapping/bend";
import { BentEdge } from "../snapping/bent-edge";
import {
  CLEARANCE,
  comesWithin,
  mayComeWithin,
  type Offsets,
  SURELY_CLEAR,
  shrinkage,
  TOUCHING,
} from "../snapping/clearance";
import type { Meetings } from "../snapping/meetings";
import type { Pieces } from "../topology/pieces";
import { KEPT, type Positions } from "./positions";

/** Edges with so many bends at most have pieces so few that searching among them does not pay. */
const FEW_BENDS = 6;

/**
 * Keeps on the grid what comes near the final pieces of edges without being an end of theirs, and the ends of those. Only
 * points that were near an edge can, or those that it is bent to, for the pieces beside.
 */
export class NearPieces {
  private readonly chain: BentEdge;
  private readonly next: Int32Array;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  private readonly nearFirst: Int32Array;
  private readonly near: Int32Array;
  private readonly bendsFirst: Int32Array;
  private readonly bends: Int32Array;
  private readonly nodeOf: Int32Array;
  private readonly stays: Uint8Array;
  private readonly nodeStays: Uint8Array;

  constructor(
    outlines: Outlines,
    private readonly meetings: Meetings,
    bends: Bends,
    pieces: Pieces,
    private readonly offsets: Offsets,
    { stays, nodeStays }: Positions,
  ) {
    this.chain = new BentEdge(meetings);
    this.next = outlines.next;
    this.x = meetings.x;
    this.y = meetings.y;
    this.nearFirst = meetings.first;
    this.near = meetings.points;
    this.bendsFirst = bends.first;
    this.bends = bends.points;
    this.nodeOf = pieces.nodeOf;
    this.stays = stays;
    this.nodeStays = nodeStays;
  }

  keepAll(): void {
    const edges = this.nearFirst.length - 1;
    for (let e = 0; e < edges; e += AT_ONCE) this.keepFrom(e, Math.min(edges, e + AT_ONCE));
  }

  private keepFrom(begin: number, end: number): void {
    const { nearFirst } = this;
    for (let e = begin; e < end; e++) if (nearFirst[e] < nearFirst[e + 1] && !this.allKept(e)) this.compare(e);
  }

  private isKept(point: number): boolean {
    const u = this.nodeOf[point];
    return (u >= 0 ? this.nodeStays[u] : this.stays[point]) !== 0;
  }

  private keep(point: number): void {
    const u = this.nodeOf[point];
    if (u < 0) this.stays[point] = 1;
    else if (this.nodeStays[u] === 0) this.nodeStays[u] = KEPT;
  }

  /** Where all that takes part stays on the grid already, comparing adds nothing. */
  private allKept(e: number): boolean {
    const { near, nearFirst, bends, bendsFirst } = this;
    if (!this.isKept(e) || !this.isKept(this.next[e])) return false;
    for (let k = nearFirst[e]; k < nearFirst[e + 1]; k++) if (!this.isKept(near[k])) return false;
    for (let k = bendsFirst[e]; k < bendsFirst[e + 1]; k++) if (!this.isKept(bends[k])) return false;
    return true;
  }

  /** Compares the points near an edge, and its ends, with its pieces. In one loop, as it is gone through most often. */
  private compare(e: number): void {
    const { x, y, near, nearFirst, bends, bendsFirst, chain } = this;
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
        if (!isApart && !(px === ax && py === ay) && !(px === bx && py === by)) this.measure(point, from, to);
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

  /** Keeps a point and the ends of a piece that it is no end of, as far as they come near. */
  private measure(point: number, from: number, to: number): void {
    const pointKept = this.isKept(point);
    const fromKept = this.isKept(from);
    const toKept = this.isKept(to);
    if (pointKept && fromKept && toKept) return;
    const { x, y, meetings, offsets } = this;
    const distance = distanceToEdge(meetings, from, to, point);
    if (distance > SURELY_CLEAR) return;
    // No distance is less, wherever points lie, than that on the grid less what they can come towards each other.
    const least = distance > TOUCHING ? distance - shrinkage(offsets, point, from, to) : 0;
    if (!pointKept) {
      if (distance <= CLEARANCE) this.keep(point);
      else if (least <= CLEARANCE && comesWithin(meetings, offsets, point, from, to, CLEARANCE)) this.keep(point);
    }
    for (let way = 0; way < 2; way++) {
      if (way === 0 ? fromKept : toKept) continue;
      const end = way === 0 ? from : to;
      const dx = x[point] - x[end];
      const dy = y[point] - y[end];
      const squared = dx * dx + dy * dy;
      const isClose =
        squared <= CLEARANCE * CLEARANCE ||
        distance <= TOUCHING ||
        (squared <= SURELY_CLEAR * SURELY_CLEAR &&
          mayComeWithin(meetings, offsets, point, end, CLEARANCE) &&
          comesWithin(meetings, offsets, point, end, end, CLEARANCE)) ||
        (least <= TOUCHING && comesWithin(meetings, offsets, point, from, to, TOUCHING));
      if (isClose) this.keep(end);
    }
  }
}
