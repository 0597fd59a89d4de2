import { crossRounded } from "../numeric";
import type { Pieces } from "./pieces";

/**
 * Half-edge 2e runs along piece e, 2e + 1 back. `star` lists the half-edges that leave each node, from straight down
 * around by way of +x: those of node u are star[first[u]] to star[first[u + 1]]; `place[h]` is the index of h in it.
 */
export interface Stars {
  first: Int32Array;
  star: Int32Array;
  place: Int32Array;
}

export function starsOf(pieces: Pieces): Stars {
  const { x, y, from, to } = pieces;
  const first = new Int32Array(x.length + 1);
  for (let e = 0; e < from.length; e++) {
    first[from[e] + 1]++;
    first[to[e] + 1]++;
  }
  for (let u = 0; u < x.length; u++) first[u + 1] += first[u];
  const fill = first.slice();
  const star = new Int32Array(2 * from.length);
  for (let e = 0; e < from.length; e++) {
    star[fill[from[e]]++] = 2 * e;
    star[fill[to[e]]++] = 2 * e + 1;
  }
  const far = (h: number): number => (h & 1 ? from[h >> 1] : to[h >> 1]);
  for (let u = 0; u < x.length; u++)
    star.subarray(first[u], first[u + 1]).sort((g, h) => {
      // Forward half-edges point right or straight up: they come before all that point back.
      if ((g & 1) !== (h & 1)) return (g & 1) - (h & 1);
      const cross = crossRounded(x[far(g)] - x[u], y[far(g)] - y[u], x[far(h)] - x[u], y[far(h)] - y[u]);
      return cross > 0 ? -1 : 1;
    });
  const place = new Int32Array(star.length);
  for (let i = 0; i < star.length; i++) place[star[i]] = i;
  return { first, star, place };
}

/**
 * The winding number of every operand to the left of every half-edge: result[h * operands + k].
 *
 * Each connected part starts at its least node: straight below it lies none of its own pieces, so the pieces of other
 * parts below it (half-open in x) give the winding numbers there. The rest follows by turning around nodes.
 */
export function windingsOf(pieces: Pieces, { first, star, place }: Stars): Int32Array {
  const { from, to, turn, operands } = pieces;
  const left = new Int32Array(2 * from.length * operands);
  const visited = new Uint8Array(first.length - 1);
  const queue: number[] = [];
  // Passes the windings to the right of the half-edge at place i on to all others around the node.
  const turnAround = (u: number, i: number, right: Int32Array): void => {
    visited[u] = 1;
    const degree = first[u + 1] - first[u];
    for (let n = 0; n < degree; n++) {
      const h = star[first[u] + ((i - first[u] + n) % degree)];
      const sign = h & 1 ? -1 : 1;
      for (let k = 0; k < operands; k++) {
        right[k] += sign * turn[(h >> 1) * operands + k];
        left[h * operands + k] = right[k];
      }
      queue.push(h);
    }
  };
  const right = new Int32Array(operands);
  for (let u = 0; u < visited.length; u++) {
    if (visited[u] || first[u] === first[u + 1]) continue;
    windingsBelow(pieces, u, right);
    turnAround(u, first[u], right);
    for (let h = queue.pop(); h !== undefined; h = queue.pop()) {
      const v = h & 1 ? from[h >> 1] : to[h >> 1];
      if (visited[v]) continue;
      // What lies right of the way back is what lies left of the way there.
      for (let k = 0; k < operands; k++) right[k] = left[h * operands + k];
      turnAround(v, place[h ^ 1], right);
    }
  }
  return left;
}

function windingsBelow({ x, y, from, to, turn, operands }: Pieces, u: number, windings: Int32Array): void {
  windings.fill(0);
  for (let e = 0; e < from.length; e++) {
    const a = from[e];
    const b = to[e];
    if (x[a] > x[u] || x[b] <= x[u]) continue;
    if (crossRounded(x[b] - x[a], y[b] - y[a], x[u] - x[a], y[u] - y[a]) <= 0) continue;
    for (let k = 0; k < operands; k++) windings[k] += turn[e * operands + k];
  }
}
