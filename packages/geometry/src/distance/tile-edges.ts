import type { BoxTree } from "./box-tree";
import { distanceTo, type Foot, nearestOnEdge } from "./nearest-on-edge";

/** Squares below this have lost digits. */
const TINY = 1e-280;

/**
 * Edges as they are seen from all places of a tile: where every place's foot on the line lies before an edge, or beyond it, the edge
 * is no more than that end; where every foot lies within, no more than its line. Only the rest need all three.
 *
 *     +-------+                    The foot of p = c + d on the line through a along e lies at the share
 *     |   c   |                    (p − a) · e / e², which differs from that of c by at most (hx |ex| + hy |ey|) / e².
 *     +-------+   a ---------- b
 */
export class TileEdges {
  private points = new Float64Array(2 * 64);
  /** Five numbers each: the start, the way to the end, and one over its squared length. */
  private lines = new Float64Array(5 * 64);
  private rest = new Float64Array(5 * 64);
  private pointsEnd = 0;
  private linesEnd = 0;
  private restEnd = 0;
  private edges: Int32Array = new Int32Array(0);
  private begin = 0;
  private end = 0;
  private readonly foot: Foot = { x: 0, y: 0, squared: 0 };

  constructor(private readonly tree: BoxTree) {}

  /** Takes some edges, by their numbers, for a tile by its centre and half its sides. */
  take(edges: Int32Array, begin: number, end: number, cx: number, cy: number, hx: number, hy: number): void {
    this.edges = edges;
    this.begin = begin;
    this.end = end;
    if (5 * (end - begin) > this.lines.length) this.makeRoom(2 * (end - begin));
    const { points, lines, rest } = this;
    const all = this.tree.edges;
    let [p, l, r] = [0, 0, 0];
    for (let k = begin; k < end; k++) {
      const e = 4 * edges[k];
      const ax = all[e];
      const ay = all[e + 1];
      const bx = all[e + 2];
      const by = all[e + 3];
      const dx = bx - ax;
      const dy = by - ay;
      const length = dx * dx + dy * dy;
      const per = length > TINY ? 1 / length : 0;
      const share = ((cx - ax) * dx + (cy - ay) * dy) * per;
      const spread = (hx * Math.abs(dx) + hy * Math.abs(dy)) * per;
      const isBefore = share + spread <= 0;
      if (isBefore || share - spread >= 1) {
        const x = isBefore ? ax : bx;
        const y = isBefore ? ay : by;
        // Edges in a row share their ends.
        if (p > 0 && points[p - 2] === x && points[p - 1] === y) continue;
        points[p++] = x;
        points[p++] = y;
        continue;
      }
      const isLine = share - spread >= 0 && share + spread <= 1;
      const to = isLine ? lines : rest;
      let i = isLine ? l : r;
      to[i++] = ax;
      to[i++] = ay;
      to[i++] = dx;
      to[i++] = dy;
      to[i++] = per;
      if (isLine) l = i;
      else r = i;
    }
    this.pointsEnd = p;
    this.linesEnd = l;
    this.restEnd = r;
  }

  /** The distance of a place in the tile from the nearest of them, off by some 1e-16 of the lengths. */
  distance(x: number, y: number): number {
    const { points, lines, rest, pointsEnd, linesEnd, restEnd } = this;
    let least = Number.POSITIVE_INFINITY;
    for (let i = 0; i < pointsEnd; i += 2) {
      const wx = x - points[i];
      const wy = y - points[i + 1];
      least = Math.min(least, wx * wx + wy * wy);
    }
    for (let i = 0; i < linesEnd; i += 5) {
      const across = (x - lines[i]) * lines[i + 3] - (y - lines[i + 1]) * lines[i + 2];
      // In this order nothing overflows.
      least = Math.min(least, across * lines[i + 4] * across);
    }
    for (let i = 0; i < restEnd; i += 5) {
      const wx = x - rest[i];
      const wy = y - rest[i + 1];
      const dx = rest[i + 2];
      const dy = rest[i + 3];
      const share = Math.max(0, Math.min(1, (wx * dx + wy * dy) * rest[i + 4]));
      const px = wx - share * dx;
      const py = wy - share * dy;
      least = Math.min(least, px * px + py * py);
    }
    return least > TINY ? Math.sqrt(least) : this.tinyDistance(x, y);
  }

  /** Where squares cannot be trusted. */
  private tinyDistance(x: number, y: number): number {
    const { foot, edges } = this;
    const all = this.tree.edges;
    let least = Number.POSITIVE_INFINITY;
    for (let k = this.begin; k < this.end; k++) {
      const e = 4 * edges[k];
      nearestOnEdge(x, y, all[e], all[e + 1], all[e + 2], all[e + 3], foot);
      least = Math.min(least, distanceTo(foot, x, y));
    }
    return least;
  }

  private makeRoom(count: number): void {
    this.points = new Float64Array(2 * count);
    this.lines = new Float64Array(5 * count);
    this.rest = new Float64Array(5 * count);
  }
}
