import { EdgeTree } from "../../edge-tree";
import { orientation } from "../../numeric";
import type { Ring } from "../../polygon";

/** Indices of an outer ring and of the holes directly inside it. */
export interface Nest {
  outer: number;
  holes: number[];
}

/**
 * Gives every ring of negative orientation to the innermost ring of positive orientation around it. Rings are simple, meet
 * at most in points, and start at their lexicographically least vertex.
 *
 * Just below the start of a hole, and to the right of it, lies the face that the hole is in. The next edge down that has
 * its face above it belongs to that face's outer ring, or to another of its holes, which starts further left and so is
 * placed already. Along a seam the rings of two faces share an edge: only one of them has its face above.
 */
export function nest(rings: readonly Ring[]): Nest[] {
  const nests: Nest[] = [];
  const nestOf = new Int32Array(rings.length).fill(-1);
  const holes: number[] = [];
  rings.forEach((ring, r) => {
    if (isOuter(ring)) {
      nestOf[r] = nests.length;
      nests.push({ outer: r, holes: [] });
    } else holes.push(r);
  });
  if (holes.length === 0) return nests;
  if (nests.length === 1) return [{ outer: nests[0].outer, holes }];
  const below = edgesBelow(rings);
  holes.sort((p, q) => rings[p][0] - rings[q][0] || rings[p][1] - rings[q][1]);
  // Holes that start in one point: the one below comes first.
  const place = (hole: number): number => {
    if (nestOf[hole] < 0) {
      nestOf[hole] = place(below(hole));
      nests[nestOf[hole]].holes.push(hole);
    }
    return nestOf[hole];
  };
  for (const hole of holes) place(hole);
  return nests;
}

/** At the least vertex a ring turns as it turns in all. */
function isOuter(ring: Ring): boolean {
  const n = ring.length;
  return orientation(ring[n - 2], ring[n - 1], ring[0], ring[1], ring[2], ring[3]) > 0;
}

/** For a hole the ring of the first edge below its start that has its face above it: it runs towards greater x. */
function edgesBelow(rings: readonly Ring[]): (hole: number) => number {
  const total = rings.reduce((sum, ring) => sum + ring.length / 2, 0);
  const [x, y, next] = [new Float64Array(total), new Float64Array(total), new Int32Array(total)];
  const ringOf = new Int32Array(total);
  let at = 0;
  rings.forEach((ring, r) => {
    const begin = at;
    for (let i = 0; i < ring.length; i += 2, at++) {
      x[at] = ring[i];
      y[at] = ring[i + 1];
      ringOf[at] = r;
      next[at] = at + 1;
    }
    next[at - 1] = begin;
  });
  const tree = new EdgeTree({ x, y, next });
  /** Whether edge e, over x just right of px, lies above edge f; both reach over it and do not cross. */
  const isAbove = (e: number, f: number): boolean => {
    const [a, b, c, d] = [e, next[e], f, next[f]];
    if (x[a] > x[c] || (x[a] === x[c] && y[a] === y[c])) {
      const side = orientation(x[c], y[c], x[d], y[d], x[a], y[a]);
      if (side !== 0) return side > 0;
      return orientation(x[c], y[c], x[d], y[d], x[b], y[b]) > 0;
    }
    const side = orientation(x[a], y[a], x[b], y[b], x[c], y[c]);
    if (side !== 0) return side < 0;
    return orientation(x[a], y[a], x[b], y[b], x[d], y[d]) < 0;
  };
  return (hole) => {
    const ring = rings[hole];
    const [px, py] = [ring[0], ring[1]];
    const n = ring.length;
    // Of the hole's two edges at its start the lower one: a hole leaves its start along the upper one.
    const [lx, ly] =
      orientation(px, py, ring[2], ring[3], ring[n - 2], ring[n - 1]) > 0
        ? [ring[2], ring[3]]
        : [ring[n - 2], ring[n - 1]];
    let highest = -1;
    let floor = Number.NEGATIVE_INFINITY;
    tree.fromAbove(px, py, (e) => {
      const [a, b] = [e, next[e]];
      if (ringOf[e] === hole || x[b] <= x[a]) return floor;
      const side = orientation(x[a], y[a], x[b], y[b], px, py);
      // An edge that starts in the same point counts where it leaves below the hole's own.
      const isBelow = side > 0 || (x[a] === px && y[a] === py && orientation(px, py, x[b], y[b], lx, ly) > 0);
      if (isBelow && (highest < 0 || isAbove(e, highest))) {
        highest = e;
        floor = Math.min(y[a], y[b]);
      }
      return floor;
    });
    return ringOf[highest];
  };
}
