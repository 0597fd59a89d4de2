import { EdgeTree } from "../edge-tree";
import { GrowingInts } from "../memory";
import { orientation } from "../numeric";
import {
  allRings,
  type Bounds,
  bounds,
  boxRing,
  type Operand,
  OperandError,
  type Polygon,
  type Ring,
} from "../polygon";
import { arrange } from "./arrange";
import { combineAll, type Operation, SELECTIONS } from "./combine";
import { select } from "./output/select";

/** A large operand that small shapes are combined with again and again, each of them somewhere in its frame. */
export interface PreparedOperand {
  /** What it encloses, as valid polygons. */
  polygons: Polygon[];
  /**
   * The operation on this operand and a shape, told within a window around the shape. Outside of the window the result
   * is the prepared operand as it is, or for an intersection nothing. Costs by the shape and by what of the operand lies
   * in the window. The grid is that of the frame, wherever the shape lies. Throws `OperandError` for a shape that
   * reaches out of the frame, or with coordinates that are not finite.
   */
  combine(operation: Operation, shape: Operand): NearResult;
}

export interface NearResult {
  /** Null for a shape without vertices: nothing changes anywhere. */
  window: Bounds | null;
  polygons: Polygon[];
  /** Side of the grid's pixels, and how far no point of the boundary was moved, in plan units. */
  gridStep: number;
  movement: number;
}

/**
 * Prepares an operand for shapes in a frame, which has to hold the operand itself, too. Throws `OperandError` where it
 * does not, and for coordinates that are not finite.
 *
 * Of the operand a window keeps the edges whose boxes it meets: chains that begin and end outside, which are closed
 * beyond the frame. How they are closed changes the parity at all places of the window or at none; whether it did is
 * asked at one corner, and put right by one more outline around everything.
 */
export function preparedOperand(operand: Operand, frame: Bounds): PreparedOperand {
  const { polygons } = combineAll("union", [operand]);
  const rings = allRings(polygons);
  requireWithin(rings, frame, "the operand");
  const edges = new RingEdges(rings);
  const beyond = around(frame);
  return {
    polygons,
    combine(operation, shape) {
      requireWithin(shape.rings, frame, "the shape");
      const box = bounds(shape.rings);
      if (!box) return { window: null, polygons: [], gridStep: 0, movement: 0 };
      const window = widened(box, frame);
      const local: Operand = { rings: edges.within(window, beyond), fillRule: "evenodd" };
      const region: Operand = { rings: [boxRing(window)], fillRule: "nonzero" };
      const arrangement = arrange([local, shape, region], [], [boxRing(beyond)]);
      const selection = SELECTIONS[operation];
      const { polygons: found, report } = select(
        arrangement,
        ([inOperand, inShape, inWindow]) => inWindow && selection([inOperand, inShape]),
      );
      return { window, polygons: found, gridStep: report.gridStep, movement: report.movement };
    },
  };
}

/** The window reaches beyond the shape by this share of its size, and of the frame's where the shape is next to nothing. */
const BESIDE = 1 / 16;
const LEAST = 2 ** -36;

function widened(box: Bounds, frame: Bounds): Bounds {
  return grown(box, Math.max(halfOf(box) * 2 * BESIDE, halfOf(frame) * 2 * LEAST));
}

/** A box around the frame and every window in it: windows reach out of the frame by less than an eighth of its size. */
function around(frame: Bounds): Bounds {
  return grown(frame, Math.max(halfOf(frame) / 4, Number.MIN_VALUE));
}

/** Half the size of a box: the size itself may be more than the largest double. */
function halfOf({ minX, minY, maxX, maxY }: Bounds): number {
  return Math.max(maxX / 2 - minX / 2, maxY / 2 - minY / 2);
}

function grown({ minX, minY, maxX, maxY }: Bounds, by: number): Bounds {
  const most = Number.MAX_VALUE;
  return {
    minX: Math.max(-most, minX - by),
    minY: Math.max(-most, minY - by),
    maxX: Math.min(most, maxX + by),
    maxY: Math.min(most, maxY + by),
  };
}

function requireWithin(rings: readonly Ring[], frame: Bounds, what: string): void {
  const { minX, minY, maxX, maxY } = frame;
  rings.forEach((ring, r) => {
    for (let i = 0; i < ring.length; i += 2) {
      const [x, y] = [ring[i], ring[i + 1]];
      if (x >= minX && x <= maxX && y >= minY && y <= maxY) continue;
      const place = `${what}: ring ${r + 1}, vertex ${i / 2 + 1} at (${x}, ${y})`;
      throw new OperandError(r, i / 2, `${place} lies outside of the frame (${minX}, ${minY}) to (${maxX}, ${maxY})`);
    }
  });
}

/** The edges of valid rings, to be asked for those in a window. */
class RingEdges {
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  private readonly next: Int32Array;
  private readonly ringOf: Int32Array;
  private readonly begins: Int32Array;
  private readonly tree: EdgeTree;

  constructor(private readonly rings: readonly Ring[]) {
    const count = rings.reduce((sum, ring) => sum + ring.length / 2, 0);
    this.x = new Float64Array(count);
    this.y = new Float64Array(count);
    this.next = new Int32Array(count);
    this.ringOf = new Int32Array(count);
    this.begins = new Int32Array(rings.length + 1);
    let at = 0;
    rings.forEach((ring, r) => {
      for (let i = 0; i < ring.length; i += 2, at++) {
        this.x[at] = ring[i];
        this.y[at] = ring[i + 1];
        this.next[at] = at + 1;
        this.ringOf[at] = r;
      }
      this.next[at - 1] = this.begins[r];
      this.begins[r + 1] = at;
    });
    this.tree = new EdgeTree({ x: this.x, y: this.y, next: this.next });
  }

  /** Outlines that enclose by parity, in a window, what the rings do; they are closed along a box around it. */
  within(window: Bounds, beyond: Bounds): Ring[] {
    const met = new GrowingInts();
    this.tree.forEachIn(window.minX, window.minY, window.maxX, window.maxY, (e) => met.push(e));
    const outlines: Ring[] = [];
    for (let k = 0; k < met.length; ) {
      const r = this.ringOf[met.values[k]];
      let end = k + 1;
      while (end < met.length && this.ringOf[met.values[end]] === r) end++;
      const length = this.begins[r + 1] - this.begins[r];
      // A ring of about as many edges is taken whole.
      if (length <= WHOLE * (end - k)) outlines.push(this.rings[r]);
      else outlines.push(...this.chains(met.values.subarray(k, end)).map((chain) => closed(chain, window, beyond)));
      k = end;
    }
    if (this.parityAt(window) !== parityOf(outlines, window)) outlines.push(boxRing(beyond));
    return outlines;
  }

  /** The edges of one ring, some of them in rising order, as chains of edges that follow each other. */
  private chains(met: Int32Array): number[][] {
    const chains: number[][] = [];
    const { x, y, next } = this;
    for (const e of met) {
      const last = chains[chains.length - 1];
      if (last && last[last.length - 1] === e) last.push(next[e]);
      else chains.push([e, next[e]]);
    }
    // The last one may go on where the first one begins.
    const [first, last] = [chains[0], chains[chains.length - 1]];
    if (chains.length > 1 && last[last.length - 1] === first[0])
      chains.splice(0, 1, [...chains.pop()!, ...first.slice(1)]);
    return chains.map((chain) => chain.flatMap((v) => [x[v], y[v]]));
  }

  /** Whether an odd number of edges lies below the corner of a window. */
  private parityAt({ minX: px, minY: py }: Bounds): boolean {
    const { x, y, next, ringOf, begins } = this;
    const isLeft = (v: number): boolean => x[v] <= px;
    let odd = false;
    const edge = (e: number): void => {
      if (isBelow(x[e], y[e], x[next[e]], y[next[e]], px, py)) odd = !odd;
    };
    const chain = (begin: number, end: number): void => {
      // Whole rings in between are passed as often in one direction as in the other.
      const [r, s] = [ringOf[begin], ringOf[end - 1]];
      if (isLeft(begin) !== isLeft(next[end - 1])) odd = !odd;
      if (r !== s && isLeft(begins[r]) !== isLeft(begins[s])) odd = !odd;
    };
    this.tree.forEachBelow(px, py, 0, edge, chain);
    return odd;
  }
}

/** So many times the edges in the window a ring may have, to be taken whole. */
const WHOLE = 8;

/** A chain with both ends outside of a window, closed beyond: straight out from its ends and around. */
function closed(chain: readonly number[], window: Bounds, beyond: Bounds): Ring {
  const n = chain.length;
  const from = exitOf(chain[n - 2], chain[n - 1], window, beyond);
  const to = exitOf(chain[0], chain[1], window, beyond);
  const corners = [
    beyond.minX,
    beyond.minY,
    beyond.maxX,
    beyond.minY,
    beyond.maxX,
    beyond.maxY,
    beyond.minX,
    beyond.maxY,
  ];
  const way = [from.x, from.y];
  // Sides count around from the lower one; corner k lies before side k.
  for (let side = from.side; side !== to.side; side = (side + 1) % 4) {
    const corner = (side + 1) % 4;
    way.push(corners[2 * corner], corners[2 * corner + 1]);
  }
  return Float64Array.from([...chain, ...way, to.x, to.y]);
}

/** Where a point outside of a window comes to on its way straight out, and on which side: lower, right, upper, left. */
function exitOf(x: number, y: number, window: Bounds, beyond: Bounds): { x: number; y: number; side: number } {
  if (y < window.minY) return { x, y: beyond.minY, side: 0 };
  if (x > window.maxX) return { x: beyond.maxX, y, side: 1 };
  if (y > window.maxY) return { x, y: beyond.maxY, side: 2 };
  return { x: beyond.minX, y, side: 3 };
}

function parityOf(outlines: readonly Ring[], { minX, minY }: Bounds): boolean {
  let odd = false;
  for (const ring of outlines)
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length;
      if (isBelow(ring[i], ring[i + 1], ring[j], ring[j + 1], minX, minY)) odd = !odd;
    }
  return odd;
}

/** Whether an edge passes below a point; of its ends the left one belongs to it. */
function isBelow(ax: number, ay: number, bx: number, by: number, px: number, py: number): boolean {
  if (ax <= px === bx <= px) return false;
  return ax < bx ? orientation(ax, ay, bx, by, px, py) > 0 : orientation(bx, by, ax, ay, px, py) > 0;
}
