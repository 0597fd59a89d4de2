import { AT_ONCE, GrowingInts, headOf, WorkObjects } from "../../memory";
import { crossRounded } from "../../numeric";
import { LATER, MEETS, meetAsGiven, meetsPixel, NEXT } from "../grid/near-edge";
import type { Outlines } from "../grid/outlines";
import { BentEdge } from "./bent-edge";
import { CLEARANCE } from "./clearance";
import type { Meetings } from "./meetings";
import { TravelOrder } from "./travel-order";

/** The points that edges are bent to: those of edge e, in the order of travel, are points[first[e]] to points[first[e + 1]]. */
export interface Bends {
  first: Int32Array;
  points: Int32Array;
  /** Rounds until nothing changed, the last one included. */
  passes: number;
  /** How far, in steps, a point of an edge was moved at most: to the pixels that it met as given, and by all further rounds. */
  movedFirst: number;
  movedLater: number;
}

/**
 * Bends every edge through the hot pixels that it meets (those that hold a vertex or a crossing), and the pieces again,
 * until nothing changes; null where that took more rounds than points within the margin allow for. Vertices that
 * something is bent to are marked as touched.
 *
 *     a .            +---+             as given: the edge from a to b passes the hot pixel of p, not its centre
 *         " - .  _   |   |
 *                  " | -.|p _
 *                    +---+    " - b
 *
 *     a - . _                          bent: one piece to p, one from there
 *               " - . p - . _ b
 *
 * The first round asks edges as they were given: it puts their ends into the centres of pixels, too. It makes an
 * arrangement whose pieces meet only at nodes: a bent piece runs within the pixels' width of the edge that it came from,
 * and a pixel centre on it would close that strip off, so the edge would have passed through that pixel too (L. Guibas and
 * D. Marimont, Rounding arrangements dynamically, 1998, for edges whose ends lie anywhere). Further rounds move pieces off
 * pixels that only the bending brought them into; after the last one no piece comes within half a step of a point that is
 * not its end, and rounding the result again changes nothing. They come to points that are there already: every point that
 * is no vertex is the pixel of a crossing of two edges as they were given.
 *
 * In each round a point of a piece moves by at most half a step in x and in y. Measured that way, round k meets no pixel
 * whose centre is further than k / 2 from the edge as it was given, which is half a step from the straight way between
 * its ends' pixels, by which points were found; and pieces end up within k / 2 of it, if round k was the last to change
 * anything. Points that come within the clearance of those, when they and the ends return by half a step each, have to be
 * known as well, and so limit the rounds.
 */
export function bendEdges(outlines: Outlines, meetings: Meetings, margin: number): Bends | null {
  const mostPasses = Math.floor(2 * (margin - 1 - CLEARANCE));
  const { next } = outlines;
  const n = next.length;
  const first = new Int32Array(n + 1);
  const bent = new GrowingInts();
  const bending = bendings.take(n);
  bending.begin(outlines, meetings, mostPasses);
  const movements = new Float64Array(mostPasses + 1);
  let passes = 1;
  for (let e = 0; e < n; e += AT_ONCE) {
    passes = Math.max(passes, bending.bendFrom(e, Math.min(n, e + AT_ONCE), first, bent, movements));
    if (passes > mostPasses) break;
  }
  bendings.giveBack(bending);
  if (passes > mostPasses) return null;
  first[n] = bent.length;
  let movedLater = 0;
  for (let pass = 1; pass < movements.length; pass++) movedLater += movements[pass];
  return {
    first,
    points: headOf(bent.values, bent.length),
    passes,
    movedFirst: movements[0],
    movedLater,
  };
}

const bendings = new WorkObjects(() => new Bending());

/** Bends one edge after the other. */
class Bending {
  private readonly chain = new BentEdge();
  /** All points whose pixels the edge met: several may share one. */
  private readonly met = new GrowingInts();
  private waiting = new GrowingInts();
  private missed = new GrowingInts();
  /** Points that no piece can meet before the round after the next. */
  private readonly later = new GrowingInts();
  private readonly travel = new TravelOrder();
  /** How the edge, as it was given, meets each of the points near it. */
  private how = new Uint8Array(8);
  private distances = new Float64Array(8);

  /** Whether the last round moved the edge at all. */
  private hasMoved = false;

  private outlines!: Outlines;
  private meetings!: Meetings;
  private mostPasses = 0;

  begin(outlines: Outlines, meetings: Meetings, mostPasses: number): void {
    this.outlines = outlines;
    this.meetings = meetings;
    this.mostPasses = mostPasses;
    this.chain.begin(meetings);
  }

  /** Bends edges, up to one that takes too many rounds, and adds the points that they are bent to; the rounds that it took. */
  bendFrom(begin: number, end: number, first: Int32Array, bent: GrowingInts, movements: Float64Array): number {
    const { chain, met } = this;
    const { next } = this.outlines;
    const { touched, first: nearFirst } = this.meetings;
    const n = next.length;
    let passes = 1;
    for (let e = begin; e < end; e++) {
      first[e] = bent.length;
      if (nearFirst[e] === nearFirst[e + 1]) continue;
      const rounds = this.bend(e, next[e], movements);
      if (rounds > passes) passes = rounds;
      if (rounds > this.mostPasses) return passes;
      for (let k = 1; k + 1 < chain.length; k++) bent.push(chain.point[k]);
      for (let i = 0; i < met.length; i++) if (met.values[i] < n) touched[met.values[i]] = 1;
    }
    return passes;
  }

  /** The rounds that it took, the last one, which changed nothing, included. */
  private bend(start: number, end: number, movements: Float64Array): number {
    const { chain, met } = this;
    this.meetAsGiven(start, end, movements);
    chain.clear();
    chain.add(start);
    chain.add(end);
    chain.finish();
    for (let round = 1, found = 0; ; round++) {
      this.insert(found);
      // Pieces that were not moved meet what the edge met.
      if (!this.hasMoved || this.missed.length + (round > 1 ? this.later.length : 0) === 0)
        return met.length === 0 ? 1 : round + 1;
      this.hasMoved = false;
      const { missed } = this;
      this.missed = this.waiting;
      this.waiting = missed;
      if (round > 1) {
        missed.append(this.later.values, 0, this.later.length);
        this.later.length = 0;
      }
      found = met.length;
      this.missed.length = 0;
      for (let i = 0; i < this.waiting.length; i++) {
        const point = this.waiting.values[i];
        if (this.meets(point, movements, round)) met.push(point);
        else this.missed.push(point);
      }
      if (met.length === found || round === this.mostPasses) return met.length === 0 ? 1 : round + 1;
    }
  }

  /** The first round, of the edge as it was given: parts the points near it into those that it meets and the others. */
  private meetAsGiven(start: number, end: number, movements: Float64Array): void {
    const { met, missed, later, outlines } = this;
    const { x, y, first, points } = this.meetings;
    const { startX, startY, endX, endY } = outlines;
    met.length = 0;
    missed.length = 0;
    later.length = 0;
    const ax = x[start];
    const ay = y[start];
    const bx = x[end];
    const by = y[end];
    this.hasMoved = startX[start] !== 0 || startY[start] !== 0 || endX[end] !== 0 || endY[end] !== 0;
    const begin = first[start];
    const count = first[start + 1] - begin;
    if (count > this.how.length) {
      this.how = new Uint8Array(2 * count);
      this.distances = new Float64Array(2 * count);
    }
    const { how, distances } = this;
    meetAsGiven(outlines, start, this.meetings, points, begin, begin + count, how, distances);
    for (let k = 0; k < count; k++) {
      const point = points[begin + k];
      const px = x[point];
      const py = y[point];
      if ((px === ax && py === ay) || (px === bx && py === by)) met.push(point);
      else if (how[k] === NEXT) missed.push(point);
      else if (how[k] === LATER) later.push(point);
      else if (how[k] === MEETS) {
        met.push(point);
        if (distances[k] === 0) continue;
        this.hasMoved = true;
        if (distances[k] > movements[0]) movements[0] = distances[k];
      }
    }
  }

  /** Whether a piece meets a point's pixel, or has it as an end; notes how far it has to move. */
  private meets(point: number, movements: Float64Array, round: number): boolean {
    const { chain } = this;
    const { x, y } = chain;
    const px = chain.xOf(point);
    const py = chain.yOf(point);
    for (let k = chain.firstNear(px, py, 0); k + 1 < chain.length && !chain.isBeyond(k, px, py, 0); k++) {
      const ax = x[k];
      const ay = y[k];
      const bx = x[k + 1];
      const by = y[k + 1];
      if ((px === ax && py === ay) || (px === bx && py === by)) return true;
      if (!meetsPixel(this.meetings, chain.point[k], chain.point[k + 1], point)) continue;
      const cross = crossRounded(bx - ax, by - ay, px - ax, py - ay);
      if (cross === 0) return true;
      this.hasMoved = true;
      movements[round] = Math.max(movements[round], Math.abs(cross) / Math.sqrt((bx - ax) ** 2 + (by - ay) ** 2));
      return true;
    }
    return false;
  }

  /** Puts the points met since into the chain, which is monotone in x and in y. */
  private insert(since: number): void {
    const { chain, met, travel } = this;
    if (met.length === since) return;
    if (met.length - since <= FEW) {
      for (let k = since; k < met.length; k++) chain.insert(met.values[k]);
      return;
    }
    travel.begin(chain.x[chain.length - 1] >= chain.x[0], chain.y[chain.length - 1] >= chain.y[0]);
    for (let k = 0; k < chain.length; k++) travel.add(chain.point[k], chain.x[k], chain.y[k]);
    for (let k = since; k < met.length; k++)
      travel.add(met.values[k], chain.xOf(met.values[k]), chain.yOf(met.values[k]));
    chain.clear();
    travel.handTo(chain);
    chain.finish();
  }
}

/** So few points are put into a chain one by one. */
const FEW = 8;
