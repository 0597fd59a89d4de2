import { orientation } from "../numeric";
import { type FillRule, filled, type Operand, OperandError } from "../polygon";
import { cellGrid } from "./build-cells";
import type { CellGrid } from "./cell-grid";

/** A place where a line meets an outline. */
export interface Hit {
  x: number;
  y: number;
  /** Where on the line it lies: 0 at its start, 1 at the place that it was aimed at. */
  along: number;
  /** The edge that is met, from vertex `edge` of the ring on, and where on it, 0 to 1. */
  ring: number;
  edge: number;
  share: number;
  /**
   * What the line does there: it passes from outside to inside, or back, from inside to inside over an outline, or only touches.
   * Where it runs along an edge it is taken to run beside it, so that the edge is on its left.
   * At its own start it enters what it runs into, and touches otherwise.
   */
  effect: "enters" | "leaves" | "passes" | "touches";
  /** The edge's normal on the side that the line comes from, of length 1. */
  normal: { x: number; y: number };
}

export interface HitIndex {
  /** All hits of the segment from (ax, ay) to (bx, by), in its order; touching counts. */
  segment(ax: number, ay: number, bx: number, by: number): Hit[];
  /** All hits of the ray from (ax, ay) through (bx, by). Throws `OperandError` where both are one point. */
  ray(ax: number, ay: number, bx: number, by: number): Hit[];
}

/**
 * Prepares a shape for many lines. Which edges a line meets is decided exactly by orientations, in which order by the rounded
 * places. A vertex on the line counts as lying on its left: then windings along the line add up from 0 at its far end, whatever it
 * runs through, and each vertex is one hit. Edges are found in the cells that the line runs through: about √n of them.
 */
export function hitIndex(shape: Operand): HitIndex {
  const grid = cellGrid(shape.rings);
  const firsts = [0];
  for (const ring of shape.rings) firsts.push(firsts[firsts.length - 1] + (ring.length >> 1));
  const seen = new Int32Array(grid ? grid.edges.length / 4 : 0).fill(-1);
  let asked = 0;
  const ask = (ax: number, ay: number, bx: number, by: number, isRay: boolean): Hit[] => {
    if (!grid) return [];
    if (ax === bx && ay === by) {
      if (isRay) throw new OperandError(0, 0, "a ray needs two places to have a direction");
      return [];
    }
    asked++;
    const line = new LineHits(grid, ax, ay, bx, by);
    eachCell(grid, ax, ay, bx, by, (cell) => {
      const { edges, starts, entries } = grid;
      // Most edges lie beside the line, and edges of a cell often follow each other.
      let x = Number.NaN;
      let y = Number.NaN;
      let side: -1 | 0 | 1 = 0;
      for (let k = starts[cell]; k < starts[cell + 1]; k++) {
        const e = entries[k];
        const follows = edges[e] === x && edges[e + 1] === y;
        const before: -1 | 0 | 1 = follows ? side : orientation(ax, ay, bx, by, edges[e], edges[e + 1]);
        x = edges[e + 2];
        y = edges[e + 3];
        side = orientation(ax, ay, bx, by, x, y);
        if ((before === side && side !== 0) || seen[e >> 2] === asked) continue;
        seen[e >> 2] = asked;
        line.meet(e, before, side);
      }
    });
    return line.inOrder(shape.fillRule, isRay, (e) => {
      let ring = 0;
      while (firsts[ring + 1] <= e) ring++;
      return [ring, e - firsts[ring]];
    });
  };
  return {
    segment: (ax, ay, bx, by) => ask(ax, ay, bx, by, false),
    ray: (ax, ay, bx, by) => ask(ax, ay, bx, by, true),
  };
}

interface Event {
  x: number;
  y: number;
  along: number;
  edge: number;
  share: number;
  /** By how much the winding number is greater behind it. */
  turn: number;
  isVertex: boolean;
  isAtStart: boolean;
  /** Whether it lies beyond the place aimed at. */
  isBeyond: boolean;
}

/** What the ray from a through b meets. */
class LineHits {
  private readonly events: Event[] = [];
  private readonly dx: number;
  private readonly dy: number;

  constructor(
    private readonly grid: CellGrid,
    private readonly ax: number,
    private readonly ay: number,
    private readonly bx: number,
    private readonly by: number,
  ) {
    this.dx = bx - ax;
    this.dy = by - ay;
  }

  /** Meets an edge whose ends lie on the sides p and q of the line. */
  meet(e: number, p: -1 | 0 | 1, q: -1 | 0 | 1): void {
    const { edges } = this.grid;
    const { ax, ay, bx, by } = this;
    const [px, py, qx, qy] = [edges[e], edges[e + 1], edges[e + 2], edges[e + 3]];
    if (p === 0 && q === 0 && px === qx && py === qy) return;
    // Every vertex on the line is met, whether or not the line passes there.
    if (p === 0 && this.isAhead(px, py)) this.add(e, px, py, 0, p >= 0 === q >= 0 ? 0 : q < 0 ? 1 : -1, true);
    if (p >= 0 === q >= 0) return;
    const turn = q < 0 ? 1 : -1;
    if (p === 0) return;
    if (q === 0) {
      if (this.isAhead(qx, qy)) this.add(e, qx, qy, 1, turn, true);
      return;
    }
    const start = orientation(px, py, qx, qy, ax, ay);
    // The line runs towards the edge's left where q lies on its right.
    if (start * turn > 0) return;
    const [l, r] = [this.side(px, py), this.side(qx, qy)];
    const share = l === r ? 0.5 : Math.min(1, Math.max(0, l / (l - r)));
    const isBeyond = orientation(px, py, qx, qy, bx, by) * turn < 0;
    this.add(e, px + share * (qx - px), py + share * (qy - py), share, turn, false, isBeyond, start === 0);
  }

  /** In order along the line, vertices once; with what the line does at each. */
  inOrder(rule: FillRule, isRay: boolean, placeOf: (edge: number) => [ring: number, edge: number]): Hit[] {
    const { events } = this;
    events.sort((a, b) => a.along - b.along || a.x - b.x || a.y - b.y || a.edge - b.edge);
    const merged: Event[] = [];
    for (const event of events) {
      const last = merged.at(-1);
      if (event.isVertex && last?.isVertex && last.x === event.x && last.y === event.y) last.turn += event.turn;
      else merged.push({ ...event });
    }
    let after = 0;
    const hits: Hit[] = [];
    for (let i = merged.length - 1; i >= 0; i--) {
      const { x, y, along, edge, share, turn, isBeyond, isAtStart } = merged[i];
      const before = after - turn;
      const [was, is] = [filled(before, rule), filled(after, rule)];
      const crossing = was !== is ? (is ? "enters" : "leaves") : turn !== 0 ? "passes" : "touches";
      const effect = isAtStart ? (is ? "enters" : "touches") : crossing;
      after = before;
      if (isBeyond && !isRay) continue;
      const [ring, place] = placeOf(edge);
      hits.push({ x, y, along, ring, edge: place, share, effect, normal: this.normalOf(4 * edge) });
    }
    return hits.reverse();
  }

  private add(
    e: number,
    x: number,
    y: number,
    share: number,
    turn: number,
    isVertex: boolean,
    isBeyond = this.isPast(x, y),
    isAtStart = x === this.ax && y === this.ay,
  ): void {
    const { ax, ay, dx, dy } = this;
    const along = isAtStart ? 0 : ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy);
    this.events.push({ x, y, along, edge: e >> 2, share, turn, isVertex, isAtStart, isBeyond });
  }

  /** Of a point on the line: whether it lies at its start or ahead of that. */
  private isAhead(x: number, y: number): boolean {
    if (this.ax !== this.bx) return this.bx > this.ax ? x >= this.ax : x <= this.ax;
    return this.by > this.ay ? y >= this.ay : y <= this.ay;
  }

  /** Of a point on the line: whether it lies beyond the place aimed at. */
  private isPast(x: number, y: number): boolean {
    if (this.ax !== this.bx) return this.bx > this.ax ? x > this.bx : x < this.bx;
    return this.by > this.ay ? y > this.by : y < this.by;
  }

  /** How far left of the line a point lies, times the line's length. */
  private side(x: number, y: number): number {
    return this.dx * (y - this.ay) - this.dy * (x - this.ax);
  }

  private normalOf(e: number): { x: number; y: number } {
    const { edges } = this.grid;
    const [ex, ey] = [edges[e + 2] - edges[e], edges[e + 3] - edges[e + 1]];
    const length = Math.hypot(ex, ey) || 1;
    // Against the line: what it runs towards lies on the other side.
    const sign = this.dx * -ey + this.dy * ex > 0 ? -1 : 1;
    return { x: (sign * -ey) / length, y: (sign * ex) / length };
  }
}

/** The cells that a ray from a through b runs through, and some beside it. */
function eachCell(grid: CellGrid, ax: number, ay: number, bx: number, by: number, visit: (cell: number) => void): void {
  const { columns, rows, gx, gy, perX, perY } = grid;
  const px = columns === 1 ? 0.5 : (ax - gx[0]) * perX;
  const py = rows === 1 ? 0.5 : (ay - gy[0]) * perY;
  const vx = columns === 1 ? 0 : (bx - ax) * perX;
  const vy = rows === 1 ? 0 : (by - ay) * perY;
  // Row by row from the ray's own on; across a row it runs from one height to the other.
  const [low, high] = vy > 0 ? [py, rows] : vy < 0 ? [0, py] : [py, py];
  const isLevel = Math.abs(vy) <= MARGIN * Math.abs(vx);
  const slope = isLevel ? 0 : vx / vy;
  const first = clamp(Math.floor(low - MARGIN), rows);
  const last = clamp(Math.floor(high + MARGIN), rows);
  for (let j = first; j <= last; j++) {
    let [from, to] = vx >= 0 ? [px, columns] : [0, px];
    if (!isLevel) {
      const p = px + (Math.min(high, Math.max(low, j - MARGIN)) - py) * slope;
      const q = px + (Math.min(high, Math.max(low, j + 1 + MARGIN)) - py) * slope;
      from = Math.min(p, q);
      to = Math.max(p, q);
    }
    if (to < -MARGIN || from > columns + MARGIN) continue;
    const end = clamp(Math.floor(to + MARGIN), columns);
    for (let i = clamp(Math.floor(from - MARGIN), columns); i <= end; i++) visit(j * columns + i);
  }
}

/** What the line's cells are widened by, in cells: far more than rounding. */
const MARGIN = 1e-4;

function clamp(cell: number, count: number): number {
  return cell < 0 ? 0 : cell < count ? cell : count - 1;
}
