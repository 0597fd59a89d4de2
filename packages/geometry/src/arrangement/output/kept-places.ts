import { distanceToEdge } from "../grid/near-edge";
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
import { KEPT, type Positions } from "./positions";

/**
 * Which points keep their places on the grid, and do not return to where they came from: a point that a piece comes near,
 * and the ends of that piece.
 *
 *        CLEARANCE . . . . . . . . . . . .       p is kept: it lies within the clearance of the piece, as things are or
 *                         p                      as some of the three points return
 *     from o=======================o to          from, to are kept where they themselves come within the clearance of p,
 *        TOUCHING  . . . . . . . . . . . .       or the piece between them touches it
 */
export class KeptPlaces {
  private x!: Float64Array;
  private y!: Float64Array;
  private stays!: Uint8Array;
  private nodeStays!: Uint8Array;
  private meetings!: Meetings;
  private offsets!: Offsets;
  private nodeOf!: Int32Array;

  begin(meetings: Meetings, offsets: Offsets, nodeOf: Int32Array, { stays, nodeStays }: Positions): void {
    this.meetings = meetings;
    this.offsets = offsets;
    this.nodeOf = nodeOf;
    this.x = meetings.x;
    this.y = meetings.y;
    this.stays = stays;
    this.nodeStays = nodeStays;
  }

  has(point: number): boolean {
    const u = this.nodeOf[point];
    return (u >= 0 ? this.nodeStays[u] : this.stays[point]) !== 0;
  }

  /** Keeps a point and the ends of a piece that it is no end of, as far as they come near. */
  compare(point: number, from: number, to: number): void {
    const pointKept = this.has(point);
    const fromKept = this.has(from);
    const toKept = this.has(to);
    if (pointKept && fromKept && toKept) return;
    const { x, y, meetings, offsets } = this;
    const distance = distanceToEdge(meetings, from, to, point);
    if (distance > SURELY_CLEAR) return;
    // No distance is less, wherever points lie, than that on the grid less what they can come towards each other.
    const least = distance > TOUCHING ? distance - shrinkage(offsets, point, from, to) : 0;
    if (!pointKept) {
      if (distance <= CLEARANCE) this.add(point);
      else if (least <= CLEARANCE && comesWithin(meetings, offsets, point, from, to, CLEARANCE)) this.add(point);
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
      if (isClose) this.add(end);
    }
  }

  private add(point: number): void {
    const u = this.nodeOf[point];
    if (u < 0) this.stays[point] = 1;
    else if (this.nodeStays[u] === 0) this.nodeStays[u] = KEPT;
  }
}
