import type { Bends } from "./bend";
import { BentEdge } from "./bent-edge";
import { CLEARANCE, comesWithin, type Offsets, SURELY_CLEAR, shrinkage, TOUCHING } from "./clearance";
import type { PixelGrid } from "./grid";
import { GrowingInts } from "./growing";
import { kept } from "./kept";
import type { Meetings } from "./meetings";
import { distanceToEdge } from "./near-edge";
import { isLess, MOST_UNITED, type Outlines } from "./outlines";
import type { Pieces } from "./pieces";
import type { HalfEdgeRings } from "./rings";
import { startOf } from "./stars";

/** Where nodes and vertices come to lie in plan units. */
export interface Positions {
  nodeX: Float64Array;
  nodeY: Float64Array;
  /** Vertices that stay on the grid although they came in elsewhere. */
  stays: Uint8Array;
  /** The same for nodes that are vertices. */
  nodeStays: Uint8Array;
  /** Nodes with a vertex that does not lie on the grid itself. */
  nodeMoves: Uint8Array;
  /** How far, in steps, a vertex was moved at most to another one in its pixel, or to the centre. */
  united: number;
}

/**
 * Puts vertices back to the very coordinates that came in, of several in one pixel the lexicographically least, so that
 * the order of operands does not matter; or they stay in the centre, where one would move by more than a step.
 *
 * A return moves a vertex by at most half a step an axis. It is done only where no piece and no vertex that it is no end
 * of comes within the clearance of it, and no point so near its pieces that they could pass over it: then nothing can
 * change sides, and the result stays valid. All of that is asked of the final pieces, so that a result, arranged again,
 * gets the same answers. Where `wanted` marks some nodes, others are left where they lie on the grid.
 */
export function positionsOf(
  grid: PixelGrid,
  outlines: Outlines,
  meetings: Meetings,
  bends: Bends,
  pieces: Pieces,
  wanted?: Uint8Array,
): Positions {
  const { givenX, givenY } = outlines;
  const n = givenX.length;
  const { nodeOf } = pieces;
  const positions = returned(grid, outlines, pieces, new Uint8Array(n), wanted);
  const { nodeX, nodeY, nodeStays, nodeMoves } = positions;
  const offsets = offsetsOf(grid, outlines, meetings, pieces, positions);
  kept(new NearPieces(outlines, meetings, bends, pieces, offsets, positions)).keepAll();
  for (let u = 0; u < nodeX.length; u++) {
    if (nodeStays[u] !== KEPT) continue;
    nodeX[u] = grid.x(pieces.x[u]);
    nodeY[u] = grid.y(pieces.y[u]);
  }
  for (let i = 0; i < n; i++) {
    const u = nodeOf[i];
    if (u >= 0 && nodeStays[u] && (givenX[i] !== nodeX[u] || givenY[i] !== nodeY[u])) nodeMoves[u] = 1;
  }
  return positions;
}

/** Nodes that stay on the grid whatever comes near them, and those that do so because something does. */
const ON_GRID = 1;
const KEPT = 2;

function offsetsOf(
  grid: PixelGrid,
  { givenX, givenY }: Outlines,
  { x, y }: Meetings,
  { nodeOf }: Pieces,
  { nodeX, nodeY, nodeStays }: Positions,
): Offsets {
  const offsets: Offsets = { x: new Float64Array(x.length), y: new Float64Array(x.length) };
  // Crossings stay where they are.
  for (let i = 0; i < givenX.length; i++) {
    const u = nodeOf[i];
    if (u >= 0 && nodeStays[u] === ON_GRID) continue;
    offsets.x[i] = grid.offsetX(u < 0 ? givenX[i] : nodeX[u], x[i]);
    offsets.y[i] = grid.offsetY(u < 0 ? givenY[i] : nodeY[u], y[i]);
  }
  return offsets;
}

/** All vertices where they came from, of several in one node the least, unless that would move one of them too far. */
function returned(
  grid: PixelGrid,
  { givenX, givenY, united: unitedBefore }: Outlines,
  pieces: Pieces,
  stays: Uint8Array,
  wanted?: Uint8Array,
): Positions {
  const { nodeOf } = pieces;
  const n = givenX.length;
  const nodes = pieces.x.length;
  const nodeStays = new Uint8Array(nodes).fill(ON_GRID);
  const nodeX = new Float64Array(nodes);
  const nodeY = new Float64Array(nodes);
  let unites = false;
  for (let i = 0; i < n; i++) {
    const u = nodeOf[i];
    if (u < 0 || (wanted && wanted[u] === 0)) continue;
    if (nodeStays[u] === 0) {
      if (nodeX[u] === givenX[i] && nodeY[u] === givenY[i]) continue;
      unites = true;
      if (!isLess(givenX[i], givenY[i], nodeX[u], nodeY[u])) continue;
    }
    nodeStays[u] = 0;
    nodeX[u] = givenX[i];
    nodeY[u] = givenY[i];
  }
  let united = unitedBefore;
  for (let i = 0; unites && i < n; i++) {
    const u = nodeOf[i];
    if (u < 0 || nodeStays[u] !== 0) continue;
    const distance = grid.distance(givenX[i], givenY[i], nodeX[u], nodeY[u]);
    united = Math.max(united, Math.min(distance, MOST_UNITED));
    if (distance > MOST_UNITED) nodeStays[u] = ON_GRID;
  }
  for (let u = 0; u < nodes; u++) {
    if (nodeStays[u] === 0 || (wanted && wanted[u] === 0)) continue;
    nodeX[u] = grid.x(pieces.x[u]);
    nodeY[u] = grid.y(pieces.y[u]);
  }
  return kept({ nodeX, nodeY, stays, nodeStays, nodeMoves: new Uint8Array(nodes), united });
}

/**
 * Where a node that had to stay is left out of a ring, because the ring runs straight on there, its neighbours become
 * the ends of the edge that is left: they stay as well.
 */
export function keepBesideStraight(
  grid: PixelGrid,
  pieces: Pieces,
  { halfEdges, first: begins }: HalfEdgeRings,
  corners: Uint8Array,
  { nodeX, nodeY, stays, nodeStays, nodeMoves }: Positions,
): void {
  const { first, last } = pieces;
  const keepNode = (u: number): void => {
    nodeStays[u] = 1;
    const x = grid.x(pieces.x[u]);
    const y = grid.y(pieces.y[u]);
    if (nodeX[u] === x && nodeY[u] === y) return;
    nodeX[u] = x;
    nodeY[u] = y;
    nodeMoves[u] = 1;
  };
  for (let r = 0; r + 1 < begins.length; r++) {
    const begin = begins[r];
    const n = begins[r + 1] - begin;
    for (let i = 0; i < n; i++) {
      if (corners[begin + i] || !nodeStays[startOf(pieces, halfEdges[begin + i])]) continue;
      for (const way of [-1, 1])
        for (let k = 1; k <= n; k++) {
          // The half-edge that is walked along next, and the vertex of its run that comes first on this way.
          const h = halfEdges[begin + ((i + (way < 0 ? n - k : k - 1)) % n)];
          const at = begin + ((i + way * k + n) % n);
          if (first[h >> 1] >= 0) {
            stays[(h & 1) === (way < 0 ? 1 : 0) ? first[h >> 1] : last[h >> 1]] = 1;
            break;
          }
          keepNode(startOf(pieces, halfEdges[at]));
          if (corners[at]) break;
        }
    }
  }
}

/** Edges with so many bends at most have pieces so few that searching among them does not pay. */
const FEW_BENDS = 6;

/**
 * Keeps on the grid what comes near the final pieces of edges without being an end of theirs, and the ends of those. Only
 * points that were near an edge can, or those that it is bent to, for the pieces beside.
 */
class NearPieces {
  private readonly chain: BentEdge;
  private readonly nodeOf: Int32Array;
  private readonly stays: Uint8Array;
  private readonly nodeStays: Uint8Array;
  /** What has to be measured closely: which point is to be kept if another one comes within its limit of a piece. */
  private readonly undecided = new GrowingInts();

  constructor(
    private readonly outlines: Outlines,
    private readonly meetings: Meetings,
    private readonly bends: Bends,
    pieces: Pieces,
    private readonly offsets: Offsets,
    { stays, nodeStays }: Positions,
  ) {
    this.chain = new BentEdge(meetings);
    this.nodeOf = pieces.nodeOf;
    this.stays = stays;
    this.nodeStays = nodeStays;
  }

  keepAll(): void {
    const { first } = this.meetings;
    for (let e = 0; e + 1 < first.length; e++) if (first[e] < first[e + 1] && !this.allKept(e)) this.look(e);
    // By now most points are kept already.
    const { values, length } = this.undecided;
    for (let k = 0; k < length; k += 4) {
      const kept = values[k];
      if (this.isKept(kept)) continue;
      const point = values[k + 1];
      const from = values[k + 2];
      const to = values[k + 3];
      const limit = kept !== point && from !== to ? TOUCHING : CLEARANCE;
      if (comesWithin(this.meetings, this.offsets, point, from, to, limit)) this.keep(kept);
    }
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

  /** Where all that takes part stays on the grid already, looking adds nothing. */
  private allKept(e: number): boolean {
    const { outlines, meetings, bends } = this;
    if (!this.isKept(e) || !this.isKept(outlines.next[e])) return false;
    for (let k = meetings.first[e]; k < meetings.first[e + 1]; k++) if (!this.isKept(meetings.points[k])) return false;
    for (let k = bends.first[e]; k < bends.first[e + 1]; k++) if (!this.isKept(bends.points[k])) return false;
    return true;
  }

  private look(e: number): void {
    const { bends, meetings, chain } = this;
    const end = this.outlines.next[e];
    const begin = bends.first[e];
    const met = bends.first[e + 1];
    if (begin === met) {
      this.lookStraight(e, end);
      return;
    }
    // An end that lies far from the next point comes near no piece behind that, as they lie further in x and in y.
    const startsClose = this.isClose(e, bends.points[begin]);
    const endsClose = this.isClose(bends.points[met - 1], end);
    let isCrowded = startsClose || endsClose;
    for (let k = begin + 1; k < met && !isCrowded; k++) isCrowded = this.isClose(bends.points[k - 1], bends.points[k]);
    // All that is near was met.
    if (!isCrowded && meetings.first[e + 1] - meetings.first[e] === met - begin) return;
    const isLong = met - begin > FEW_BENDS;
    if (isLong) {
      chain.clear();
      chain.add(e);
      for (let k = begin; k < met; k++) chain.add(bends.points[k]);
      chain.add(end);
      chain.finish();
    }
    for (let k = meetings.first[e]; k < meetings.first[e + 1]; k++) this.compare(meetings.points[k], e, isLong);
    if (startsClose) this.compare(e, e, isLong);
    if (endsClose) this.compare(end, e, isLong);
  }

  /** The same for an edge that is not bent, as most are. */
  private lookStraight(e: number, end: number): void {
    const { meetings } = this;
    const { x, y } = meetings;
    for (let k = meetings.first[e]; k < meetings.first[e + 1]; k++) {
      const point = meetings.points[k];
      const px = x[point];
      const py = y[point];
      if ((px === x[e] && py === y[e]) || (px === x[end] && py === y[end])) continue;
      this.measure(point, e, end);
    }
  }

  private isClose(p: number, q: number): boolean {
    const { x, y } = this.meetings;
    return Math.abs(x[p] - x[q]) <= SURELY_CLEAR && Math.abs(y[p] - y[q]) <= SURELY_CLEAR;
  }

  /** Compares a point with the pieces of an edge: those of the chain that come near it, or all of them, if they are few. */
  private compare(point: number, e: number, isLong: boolean): void {
    const { chain, bends, meetings } = this;
    if (isLong) {
      const px = chain.xOf(point);
      const py = chain.yOf(point);
      let k = chain.firstNear(px, py, SURELY_CLEAR);
      for (; k + 1 < chain.length && !chain.isBeyond(k, px, py, SURELY_CLEAR); k++)
        this.compareWith(point, chain.point[k], chain.point[k + 1], meetings.x, meetings.y);
      return;
    }
    let from = e;
    for (let k = bends.first[e]; k < bends.first[e + 1]; k++) {
      this.compareWith(point, from, bends.points[k], meetings.x, meetings.y);
      from = bends.points[k];
    }
    this.compareWith(point, from, this.outlines.next[e], meetings.x, meetings.y);
  }

  private compareWith(point: number, from: number, to: number, x: Float64Array, y: Float64Array): void {
    const px = x[point];
    const ax = x[from];
    const bx = x[to];
    if ((px < ax - SURELY_CLEAR && px < bx - SURELY_CLEAR) || (px > ax + SURELY_CLEAR && px > bx + SURELY_CLEAR))
      return;
    const py = y[point];
    const ay = y[from];
    const by = y[to];
    if ((py < ay - SURELY_CLEAR && py < by - SURELY_CLEAR) || (py > ay + SURELY_CLEAR && py > by + SURELY_CLEAR))
      return;
    if ((px === ax && py === ay) || (px === bx && py === by)) return;
    this.measure(point, from, to);
  }

  /** Keeps a point and the ends of a piece that it is no end of, as far as they come near. */
  private measure(point: number, from: number, to: number): void {
    const pointKept = this.isKept(point);
    const fromKept = this.isKept(from);
    const toKept = this.isKept(to);
    if (pointKept && fromKept && toKept) return;
    const { meetings, offsets } = this;
    const { x, y } = meetings;
    const distance = distanceToEdge(meetings, from, to, point);
    if (distance > SURELY_CLEAR) return;
    // No distance is less, wherever points lie, than that on the grid less what they can come towards each other.
    const least = distance > TOUCHING ? distance - shrinkage(offsets, point, from, to) : 0;
    if (!pointKept) {
      if (distance <= CLEARANCE) this.keep(point);
      else if (least <= CLEARANCE) this.leave(point, point, from, to);
    }
    for (let way = 0; way < 2; way++) {
      if (way === 0 ? fromKept : toKept) continue;
      const end = way === 0 ? from : to;
      const dx = x[point] - x[end];
      const dy = y[point] - y[end];
      const squared = dx * dx + dy * dy;
      if (squared <= CLEARANCE * CLEARANCE || distance <= TOUCHING) {
        this.keep(end);
        continue;
      }
      if (squared <= SURELY_CLEAR * SURELY_CLEAR) this.leave(end, point, end, end);
      if (least <= TOUCHING) this.leave(end, point, from, to);
    }
  }

  /** Leaves for later whether one of the three points has to be kept. */
  private leave(kept: number, point: number, from: number, to: number): void {
    const { undecided } = this;
    undecided.pushTwo(kept, point);
    undecided.pushTwo(from, to);
  }
}
