import { crossSign } from "../numeric";
import type { Outlines } from "./outlines";
import type { Pieces } from "./pieces";

/**
 * Half-edge 2e runs along piece e, 2e + 1 back. `star` lists the half-edges that leave each node, from straight down
 * around by way of +x: those of node u are star[first[u]] to star[first[u + 1]]; `place[h]` is the index of h in it.
 */
export interface Stars {
  first: Int32Array;
  star: Int32Array;
  place: Int32Array;
  /** The point that half-edge h leads to first: a node, or the vertex of a run. */
  aheadX: Float64Array;
  aheadY: Float64Array;
}

export function startOf(pieces: Pieces, h: number): number {
  return h & 1 ? pieces.to[h >> 1] : pieces.from[h >> 1];
}

export function starsOf(pieces: Pieces, outlines: Outlines): Stars {
  const { x, y, from, to, first: runFirst, last: runLast } = pieces;
  const count = from.length;
  const aheadX = new Float64Array(2 * count);
  const aheadY = new Float64Array(2 * count);
  const first = new Int32Array(x.length + 1);
  for (let e = 0; e < count; e++) {
    first[from[e] + 1]++;
    first[to[e] + 1]++;
    const isRun = runFirst[e] >= 0;
    aheadX[2 * e] = isRun ? outlines.x[runFirst[e]] : x[to[e]];
    aheadY[2 * e] = isRun ? outlines.y[runFirst[e]] : y[to[e]];
    aheadX[2 * e + 1] = isRun ? outlines.x[runLast[e]] : x[from[e]];
    aheadY[2 * e + 1] = isRun ? outlines.y[runLast[e]] : y[from[e]];
  }
  for (let u = 0; u < x.length; u++) first[u + 1] += first[u];
  const fill = first.slice();
  const star = new Int32Array(2 * count);
  for (let e = 0; e < count; e++) {
    star[fill[from[e]]++] = 2 * e;
    star[fill[to[e]]++] = 2 * e + 1;
  }
  let ux = 0;
  let uy = 0;
  // Forward half-edges point right or straight up: they come before all that point back. Straight pieces run forwards.
  const isBack = (h: number): boolean =>
    runFirst[h >> 1] < 0 ? (h & 1) === 1 : aheadX[h] < ux || (aheadX[h] === ux && aheadY[h] < uy);
  const compare = (g: number, h: number): number => {
    const back = isBack(g);
    if (back !== isBack(h)) return back ? 1 : -1;
    return crossSign(aheadX[g] - ux, aheadY[g] - uy, aheadX[h] - ux, aheadY[h] - uy) > 0 ? -1 : 1;
  };
  for (let u = 0; u < x.length; u++) {
    const begin = first[u];
    const end = first[u + 1];
    ux = x[u];
    uy = y[u];
    if (end - begin > 8) {
      star.subarray(begin, end).sort(compare);
      continue;
    }
    for (let i = begin + 1; i < end; i++) {
      const h = star[i];
      let at = i;
      for (; at > begin && compare(star[at - 1], h) > 0; at--) star[at] = star[at - 1];
      star[at] = h;
    }
  }
  const place = new Int32Array(star.length);
  for (let i = 0; i < star.length; i++) place[star[i]] = i;
  return { first, star, place, aheadX, aheadY };
}
