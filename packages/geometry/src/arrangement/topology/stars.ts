import { WorkObjects } from "../../memory";
import { crossSign } from "../../numeric";
import type { Outlines } from "../grid/outlines";
import type { Pieces } from "./pieces";

/**
 * The rotation system: half-edge 2e runs along piece e, 2e + 1 back, and `star` lists the half-edges that leave each node
 * counterclockwise, from straight down on: those of node u are star[first[u]] to star[first[u + 1]]; `place[h]` is the index of h in it.
 */
export interface Stars {
  first: Int32Array;
  star: Int32Array;
  place: Int32Array;
}

export function startOf(pieces: Pieces, h: number): number {
  return h & 1 ? pieces.to[h >> 1] : pieces.from[h >> 1];
}

export function starsOf(pieces: Pieces, outlines: Outlines): Stars {
  const { x, from, to } = pieces;
  const count = from.length;
  const first = new Int32Array(x.length + 1);
  for (let e = 0; e < count; e++) {
    first[from[e] + 1]++;
    first[to[e] + 1]++;
  }
  for (let u = 0; u < x.length; u++) first[u + 1] += first[u];
  const fill = first.slice();
  const star = new Int32Array(2 * count);
  // Straight pieces run forwards, and what points forwards comes first: little is left to be put in order.
  for (let e = 0; e < count; e++) star[fill[from[e]]++] = 2 * e;
  for (let e = 0; e < count; e++) star[fill[to[e]]++] = 2 * e + 1;
  const around = sorters.take(count);
  around.begin(pieces, outlines, star);
  const place = new Int32Array(star.length);
  for (let u = 0; u < x.length; u++) {
    around.sort(u, first[u], first[u + 1]);
    for (let i = first[u]; i < first[u + 1]; i++) place[star[i]] = i;
  }
  sorters.giveBack(around);
  return { first, star, place };
}

const sorters = new WorkObjects(() => new Around());

/** Where a half-edge leads to first: a node, or ~v for vertex v of a run. */
export function aheadOf({ from, to, first, last }: Pieces, h: number): number {
  const e = h >> 1;
  if (first[e] < 0) return h & 1 ? from[e] : to[e];
  return h & 1 ? ~last[e] : ~first[e];
}

/** So many half-edges are put in order one by one. */
const INSERTED = 8;

/** Puts the half-edges of one node after the other in order. */
class Around {
  private dx = new Float64Array(INSERTED);
  private dy = new Float64Array(INSERTED);

  private pieces!: Pieces;
  private outlines!: Outlines;
  private star!: Int32Array;

  begin(pieces: Pieces, outlines: Outlines, star: Int32Array): void {
    this.pieces = pieces;
    this.outlines = outlines;
    this.star = star;
  }

  sort(u: number, begin: number, end: number): void {
    const { pieces, outlines, star } = this;
    const n = end - begin;
    if (n === 2 && this.runsThrough(star[begin], star[begin + 1])) return;
    if (n > this.dx.length) {
      this.dx = new Float64Array(2 * n);
      this.dy = new Float64Array(2 * n);
    }
    const { dx, dy } = this;
    const { x, y } = pieces;
    const ux = x[u];
    const uy = y[u];
    for (let i = 0; i < n; i++) {
      const v = aheadOf(pieces, star[begin + i]);
      dx[i] = (v < 0 ? outlines.x[~v] : x[v]) - ux;
      dy[i] = (v < 0 ? outlines.y[~v] : y[v]) - uy;
    }
    if (n > INSERTED) {
      const order = Array.from({ length: n }, (_, i) => i).sort((i, j) =>
        isBefore(dx[i], dy[i], dx[j], dy[j]) ? -1 : 1,
      );
      star.set(
        order.map((i) => star[begin + i]),
        begin,
      );
      return;
    }
    for (let i = 1; i < n; i++) {
      const h = star[begin + i];
      const hx = dx[i];
      const hy = dy[i];
      let at = i;
      for (; at > 0 && isBefore(hx, hy, dx[at - 1], dy[at - 1]); at--) {
        star[begin + at] = star[begin + at - 1];
        dx[at] = dx[at - 1];
        dy[at] = dy[at - 1];
      }
      star[begin + at] = h;
      dx[at] = hx;
      dy[at] = hy;
    }
  }

  /** Whether one straight piece leads away and one has come in: most nodes are such, and in order. */
  private runsThrough(g: number, h: number): boolean {
    const { first } = this.pieces;
    return (g & 1) === 0 && (h & 1) === 1 && first[g >> 1] < 0 && first[h >> 1] < 0;
  }
}

/** From straight down around by way of +x: all that points right or straight up comes before all that points back. */
function isBefore(ax: number, ay: number, bx: number, by: number): boolean {
  const forwards = ax > 0 || (ax === 0 && ay > 0);
  if (forwards !== (bx > 0 || (bx === 0 && by > 0))) return forwards;
  // Signs tell most of them apart: forwards what points down comes first, backwards what points up.
  if (ay > 0 !== by > 0) return forwards === by > 0;
  return crossSign(ax, ay, bx, by) > 0;
}
