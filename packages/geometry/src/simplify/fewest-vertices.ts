/**
 * The fewest points of a polyline that stay within a tolerance of it, by breadth-first search: edges of a shortcut graph
 * lead from a point to all later ones that stand for what lies between (H. Imai and M. Iri, "Polygonal approximations of a
 * curve", 1988), and are proposed by cones of directions (W. S. Chan and F. Chin, "Approximation of polygonal curves with
 * minimum number of line segments or minimum error", 1996).
 */

/** The width of the search: how many points each round goes on from, those furthest along. Wider for fewer points in all. */
const BEAM = 12;
const WIDEST_BEAM = 256;
const POINTS_A_BEAM = 500_000;
/** A search ends after this many points without a proposal, or as many as it has passed, whichever is more. */
const PATIENCE = 128;

/**
 * Indices from `first` to `last` (rising, both among them) of points x0 y0 x1 y1 … such that each edge between neighbours
 * is within `tolerance` of the points left out between them. The fewest there are wherever at most `beam` points come into
 * question at a time, and few more elsewhere. O(n) for outlines that turn as outlines do.
 */
export function fewestVertices(
  points: Float64Array,
  first: number,
  last: number,
  tolerance: number,
  beam: number,
): number[] {
  const parent = new Int32Array(last - first + 1).fill(-1);
  const search = new Search(points, last, tolerance, beam);
  // Proposals, by the point that they lead to: which is the first one to it, and of each where it comes from and which is the next.
  const heads = new Int32Array(last - first + 1).fill(-1);
  let front = [first];
  while (front.length > 0 && parent[last - first] < 0) {
    const froms: number[] = [];
    const others: number[] = [];
    let furthest = first;
    // A front falls, so that of proposals to the same point the one from furthest back comes first.
    for (const i of front)
      for (const to of search.proposalsFrom(i)) {
        furthest = Math.max(furthest, to);
        others.push(heads[to - first]);
        heads[to - first] = froms.push(i) - 1;
      }
    const nearest = front[front.length - 1] + 1;
    front = [];
    for (let to = furthest; to >= nearest; to--) {
      let isOpen = parent[to - first] < 0 && parent[last - first] < 0 && front.length < beam;
      for (let k = heads[to - first]; isOpen && k >= 0; k = others[k]) {
        const from = froms[k];
        if (to > from + 1 && !(deviationOf(points, from, to, tolerance) <= tolerance)) continue;
        parent[to - first] = from;
        front.push(to);
        isOpen = false;
      }
      heads[to - first] = -1;
    }
  }
  const kept = [last];
  for (let k = last; k > first; k = parent[k - first]) kept.push(parent[k - first]);
  return kept.reverse();
}

/** How wide to search among so many points in all: from 12 for 42,000 and more to 256 for 1,953 and fewer. */
export function beamFor(count: number): number {
  return Math.max(BEAM, Math.min(WIDEST_BEAM, Math.floor(POINTS_A_BEAM / count)));
}

/** The greatest distance of the points between i and j from the edge between them; not the greatest once it exceeds `most`. */
export function deviationOf(points: Float64Array, i: number, j: number, most = Number.POSITIVE_INFINITY): number {
  const ax = points[2 * i];
  const ay = points[2 * i + 1];
  const bx = points[2 * j];
  const by = points[2 * j + 1];
  let worst = 0;
  for (let k = i + 1; k < j; k++) {
    const off = offEdge(points[2 * k], points[2 * k + 1], ax, ay, bx, by);
    if (off > worst) {
      worst = off;
      if (worst > most) return worst;
    }
  }
  return worst;
}

/** The distance of a point from the edge a b. */
export function offEdge(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax;
  const dy = by - ay;
  const px = x - ax;
  const py = y - ay;
  const along = px * dx + py * dy;
  if (!(along > 0)) return Math.sqrt(px * px + py * py);
  const squared = dx * dx + dy * dy;
  if (along >= squared) return Math.sqrt((x - bx) * (x - bx) + (y - by) * (y - by));
  return Math.abs(px * dy - py * dx) / Math.sqrt(squared);
}

/** Searches the points that edges may lead to. */
class Search {
  private readonly proposed: number[] = [];

  constructor(
    private readonly points: Float64Array,
    private readonly last: number,
    private readonly tolerance: number,
    private readonly beam: number,
  ) {}

  /** The point after i, which an edge may always lead to, and the furthest others that one may; until the next call. */
  proposalsFrom(i: number): readonly number[] {
    this.propose(i);
    const { proposed, beam } = this;
    if (proposed.length > beam + 1) proposed.splice(1, proposed.length - beam - 1);
    return proposed;
  }

  /**
   * The points after i that a ray from there can aim at and pass all points between within the tolerance. Each of those,
   * unless it is that near to i, leaves a cone of directions; the search ends where no direction is left in all of them. A
   * little is added to the cones, because this only proposes.
   */
  private propose(i: number): void {
    const { points, last, proposed } = this;
    const tolerance = this.tolerance * (1 + SLACK);
    const squared = tolerance * tolerance;
    const x = points[2 * i];
    const y = points[2 * i + 1];
    proposed.length = 0;
    proposed.push(i + 1);
    let isFree = true;
    // The cone's sides, and its middle.
    let lx = 0;
    let ly = 0;
    let hx = 0;
    let hy = 0;
    let furthest = i + 1;
    for (let j = i + 1; j <= last && j - furthest <= Math.max(PATIENCE, furthest - i); j++) {
      const dx = points[2 * j] - x;
      const dy = points[2 * j + 1] - y;
      const distance = dx * dx + dy * dy;
      const size = Math.sqrt(distance);
      if (j > i + 1 && (isFree || distance === 0 || isInCone(dx / size, dy / size, lx, ly, hx, hy))) {
        proposed.push(j);
        furthest = j;
      }
      if (distance <= squared) continue;
      const sin = tolerance / size;
      const cos = Math.sqrt(1 - sin * sin);
      const ux = dx / size;
      const uy = dy / size;
      const ax = ux * cos + uy * sin;
      const ay = uy * cos - ux * sin;
      const bx = ux * cos - uy * sin;
      const by = uy * cos + ux * sin;
      if (isFree) {
        isFree = false;
        lx = ax;
        ly = ay;
        hx = bx;
        hy = by;
        continue;
      }
      const keepsLow = isInCone(lx, ly, ax, ay, bx, by);
      const keepsHigh = isInCone(hx, hy, ax, ay, bx, by);
      if (!keepsLow && !isInCone(ax, ay, lx, ly, hx, hy)) break;
      if (!keepsHigh && !isInCone(bx, by, lx, ly, hx, hy)) break;
      if (!keepsLow) {
        lx = ax;
        ly = ay;
      }
      if (!keepsHigh) {
        hx = bx;
        hy = by;
      }
    }
  }
}

const SLACK = 1e-9;

/** Whether a unit vector lies in the cone from l around to h, of less than half a turn, or beside it by rounding. */
function isInCone(x: number, y: number, lx: number, ly: number, hx: number, hy: number): boolean {
  return lx * y - ly * x >= -SLACK && x * hy - y * hx >= -SLACK && x * (lx + hx) + y * (ly + hy) > 0;
}
