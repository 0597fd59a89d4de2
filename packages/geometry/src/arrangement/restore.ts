import type { Bends } from "./bend";
import { BentEdge } from "./bent-edge";
import { CLEARANCE, leastDistance, type Offsets, SURELY_CLEAR, shrinkage, TOUCHING } from "./clearance";
import type { PixelGrid } from "./grid";
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
  const { next, givenX, givenY } = outlines;
  const n = next.length;
  const { nodeOf } = pieces;
  const { x, y } = meetings;
  const stays = new Uint8Array(n);
  const positions = returned(grid, outlines, pieces, stays, wanted);
  const { nodeX, nodeY, nodeStays, nodeMoves } = positions;
  const offsets = offsetsOf(grid, outlines, meetings, pieces, positions);
  const keep = (point: number): void => {
    const u = nodeOf[point];
    if (u >= 0) {
      if (nodeStays[u] === 0) nodeStays[u] = KEPT;
    } else if (point < n) stays[point] = 1;
  };
  const isKept = (point: number): boolean => (nodeOf[point] >= 0 ? nodeStays[nodeOf[point]] : stays[point]) !== 0;
  /** Whether a point may come within a limit of an edge, or of a point; the distance is that on the grid. */
  const comesWithin = (limit: number, distance: number, point: number, from: number, to: number): boolean => {
    if (distance <= limit) return true;
    if (distance - shrinkage(offsets, point, from, to) > limit) return false;
    return leastDistance(meetings, offsets, point, from, to) <= limit;
  };
  const keepEnd = (end: number, point: number, from: number, to: number, distance: number): void => {
    if (isKept(end)) return;
    const apart = Math.sqrt((x[point] - x[end]) ** 2 + (y[point] - y[end]) ** 2);
    if (comesWithin(CLEARANCE, apart, point, end, end) || comesWithin(TOUCHING, distance, point, from, to)) keep(end);
  };
  const near = new NearPieces(
    outlines,
    meetings,
    bends,
    (point, from, to) => !(isKept(point) && isKept(from) && isKept(to)),
    (point, from, to, distance) => {
      if (!isKept(point) && comesWithin(CLEARANCE, distance, point, from, to)) keep(point);
      keepEnd(from, point, from, to, distance);
      keepEnd(to, point, from, to, distance);
    },
  );
  // Where all that takes part stays on the grid already, looking adds nothing.
  const allKept = (e: number): boolean => {
    if (!isKept(e) || !isKept(next[e])) return false;
    for (let k = meetings.first[e]; k < meetings.first[e + 1]; k++) if (!isKept(meetings.points[k])) return false;
    for (let k = bends.first[e]; k < bends.first[e + 1]; k++) if (!isKept(bends.points[k])) return false;
    return true;
  };
  for (let e = 0; e < n; e++) if (meetings.first[e] < meetings.first[e + 1] && !allKept(e)) near.look(e);
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
  return { nodeX, nodeY, stays, nodeStays, nodeMoves: new Uint8Array(nodes), united };
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

/**
 * Points that come near the final pieces of an edge without being an end of theirs: those that were near the edge, and
 * those that the edge is bent to, for the pieces beside.
 */
class NearPieces {
  readonly chain: BentEdge;

  constructor(
    private readonly outlines: Outlines,
    private readonly meetings: Meetings,
    private readonly bends: Bends,
    /** Whether it is still of interest that a point comes near the piece between two others. */
    private readonly matters: (point: number, from: number, to: number) => boolean,
    private readonly visit: (point: number, from: number, to: number, distance: number) => void,
  ) {
    this.chain = new BentEdge(meetings);
  }

  look(e: number): void {
    const { bends, meetings, chain } = this;
    const end = this.outlines.next[e];
    const begin = bends.first[e];
    const met = bends.first[e + 1];
    const nearby = meetings.first[e + 1] - meetings.first[e];
    // All that is near was met, and lies far apart along the edge: nothing comes near its pieces.
    if (nearby === met - begin && !this.isCrowded(e, end)) return;
    if (begin === met) {
      this.lookStraight(e, end);
      return;
    }
    chain.clear();
    chain.add(e);
    for (let k = begin; k < met; k++) chain.add(bends.points[k]);
    chain.add(end);
    chain.finish();
    for (let k = meetings.first[e]; k < meetings.first[e + 1]; k++) this.compare(meetings.points[k]);
    this.compare(e);
    this.compare(end);
  }

  /** The same for an edge that is not bent, as most are. */
  private lookStraight(e: number, end: number): void {
    const { meetings, chain } = this;
    const { x, y } = this.outlines;
    for (let k = meetings.first[e]; k < meetings.first[e + 1]; k++) {
      const point = meetings.points[k];
      const px = chain.xOf(point);
      const py = chain.yOf(point);
      if ((px === x[e] && py === y[e]) || (px === x[end] && py === y[end])) continue;
      if (!this.matters(point, e, end)) continue;
      const distance = distanceToEdge(meetings, e, end, point);
      if (distance <= SURELY_CLEAR) this.visit(point, e, end, distance);
    }
  }

  /** Whether two neighbours among the points that an edge is bent to, and its ends, come near each other. */
  private isCrowded(e: number, end: number): boolean {
    const { bends, chain } = this;
    let x = chain.xOf(e);
    let y = chain.yOf(e);
    for (let k = bends.first[e]; k <= bends.first[e + 1]; k++) {
      const point = k < bends.first[e + 1] ? bends.points[k] : end;
      const px = chain.xOf(point);
      const py = chain.yOf(point);
      if (Math.abs(px - x) <= SURELY_CLEAR && Math.abs(py - y) <= SURELY_CLEAR) return true;
      [x, y] = [px, py];
    }
    return false;
  }

  private compare(point: number): void {
    const { chain } = this;
    const { x, y } = chain;
    const px = chain.xOf(point);
    const py = chain.yOf(point);
    let k = chain.firstNear(px, py, SURELY_CLEAR);
    for (; k + 1 < chain.length && !chain.isBeyond(k, px, py, SURELY_CLEAR); k++) {
      const ax = x[k];
      const ay = y[k];
      const bx = x[k + 1];
      const by = y[k + 1];
      if ((px === ax && py === ay) || (px === bx && py === by)) continue;
      if ((px < ax - SURELY_CLEAR && px < bx - SURELY_CLEAR) || (px > ax + SURELY_CLEAR && px > bx + SURELY_CLEAR))
        continue;
      if ((py < ay - SURELY_CLEAR && py < by - SURELY_CLEAR) || (py > ay + SURELY_CLEAR && py > by + SURELY_CLEAR))
        continue;
      if (!this.matters(point, chain.point[k], chain.point[k + 1])) continue;
      const distance = distanceToEdge(this.meetings, chain.point[k], chain.point[k + 1], point);
      if (distance <= SURELY_CLEAR) this.visit(point, chain.point[k], chain.point[k + 1], distance);
    }
  }
}
