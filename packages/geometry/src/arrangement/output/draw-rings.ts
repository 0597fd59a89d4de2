import { GrowingInts, WorkObjects } from "../../memory";
import type { Ring } from "../../polygon";
import type { Arrangement } from "../arrange";
import type { Positions } from "./positions";
import type { HalfEdgeRings } from "./rings";

export interface DrawnRings {
  rings: Ring[];
  /** The edge on which each edge of the rings lies: those of ring r are edges[edgesFirst[r]] to edges[edgesFirst[r + 1]]. */
  edges: Int32Array;
  edgesFirst: Int32Array;
  /** Vertices that had to stay on the grid. */
  verticesMoved: number;
}

/** The rings' vertices, each from its lexicographically least one on; nodes only where they are corners. */
export function drawRings(
  arrangement: Arrangement,
  { halfEdges, first: begins }: HalfEdgeRings,
  corners: Uint8Array,
  positions: Positions,
): DrawnRings {
  const { first, last } = arrangement.pieces;
  const rings = new Array<Ring>(begins.length - 1);
  const edgesFirst = new Int32Array(begins.length);
  const drawing = drawings.take(arrangement.outlines.next.length);
  drawing.begin(arrangement, positions);
  for (let r = 0; r < rings.length; r++) {
    let most = begins[r + 1] - begins[r];
    for (let i = begins[r]; i < begins[r + 1]; i++) {
      const e = halfEdges[i] >> 1;
      if (first[e] >= 0) most += last[e] - first[e] + 1;
    }
    drawing.beginRing(most);
    for (let i = begins[r]; i < begins[r + 1]; i++) drawing.follow(halfEdges[i], corners[i] === 1);
    rings[r] = drawing.close();
    edgesFirst[r + 1] = drawing.edges.length;
  }
  const { edges, verticesMoved } = drawing;
  drawings.giveBack(drawing);
  return { rings, edges: edges.values.slice(0, edges.length), edgesFirst, verticesMoved };
}

const drawings = new WorkObjects(() => new Drawing());

/** Draws one ring after the other. */
class Drawing {
  readonly edges = new GrowingInts();
  verticesMoved = 0;
  /** Of this ring. */
  private points = new Float64Array(0);
  private edgeOf = new Int32Array(0);
  private count = 0;
  private least = 0;

  private arrangement!: Arrangement;
  private positions!: Positions;

  begin(arrangement: Arrangement, positions: Positions): void {
    this.arrangement = arrangement;
    this.positions = positions;
    this.edges.clear();
    this.verticesMoved = 0;
  }

  beginRing(most: number): void {
    this.count = 0;
    this.least = 0;
    if (most <= this.edgeOf.length) return;
    this.edgeOf = new Int32Array(Math.max(most, 2 * this.edgeOf.length));
    this.points = new Float64Array(2 * this.edgeOf.length);
  }

  /** Adds the start of a half-edge, if it is a corner, and the vertices of its run. */
  follow(h: number, isCorner: boolean): void {
    const { from, to, first, last, edge } = this.arrangement.pieces;
    const e = h >> 1;
    const isBack = (h & 1) === 1;
    const isRun = first[e] >= 0;
    if (isCorner) {
      const { nodeX, nodeY, nodeStays, nodeMoves } = this.positions;
      const u = isBack ? to[e] : from[e];
      this.add(nodeX[u], nodeY[u], isBack && isRun ? last[e] : edge[e]);
      if (nodeStays[u] && nodeMoves[u]) this.verticesMoved++;
    }
    if (isRun) this.run(e, isBack);
  }

  private run(e: number, isBack: boolean): void {
    const { grid, outlines, pieces } = this.arrangement;
    const { first, last, edge } = pieces;
    const { x, y, givenX, givenY } = outlines;
    const { stays } = this.positions;
    const step = isBack ? -1 : 1;
    const end = isBack ? first[e] - 1 : last[e] + 1;
    for (let v = isBack ? last[e] : first[e]; v !== end; v += step) {
      let px = givenX[v];
      let py = givenY[v];
      if (stays[v]) {
        const gx = grid.x(x[v]);
        const gy = grid.y(y[v]);
        if (gx !== px || gy !== py) this.verticesMoved++;
        px = gx;
        py = gy;
      }
      // Backwards, the edge that follows a vertex is the one that led to it.
      this.add(px, py, isBack ? (v === first[e] ? edge[e] : v - 1) : v);
    }
  }

  private add(px: number, py: number, edge: number): void {
    const { points, count, least } = this;
    points[2 * count] = px;
    points[2 * count + 1] = py;
    this.edgeOf[count] = edge;
    if (px < points[2 * least] || (px === points[2 * least] && py < points[2 * least + 1])) this.least = count;
    this.count++;
  }

  /** The ring, begun at its least vertex. */
  close(): Ring {
    const { points, edgeOf, count, least, edges } = this;
    const ring = new Float64Array(2 * count);
    // There may be as many small rings as crossings: views of the points would cost more than their coordinates.
    const behind = 2 * least;
    const before = 2 * count - behind;
    for (let i = 0; i < before; i++) ring[i] = points[behind + i];
    for (let i = 0; i < behind; i++) ring[before + i] = points[i];
    edges.append(edgeOf, least, count);
    edges.append(edgeOf, 0, least);
    return ring;
  }
}
