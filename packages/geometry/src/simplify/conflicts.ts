import { EdgeTree } from "../edge-tree";
import { orientation, pointOrder } from "../numeric";
import { orientationOf } from "../polygon";
import { PointGrid } from "./point-grid";
import type { Outline, Run } from "./run";

/**
 * What keeps simplified outlines from being valid where the outlines were: for each run the edges of the result, by their
 * places in `kept`, that have to take vertices back.
 *
 * (1) Edges that meet: they cross, overlap, or one ends inside of the other; not where both are edges of the input. (2) Where
 * no edges meet, a ring as a whole may lie on another side of an edge than of what that replaced: then the one vertex of it
 * that always stays lies between both. (3) A ring that turns over, or has no area left.
 */
export function conflictsIn(runs: readonly Run[]): Set<number>[] {
  const conflicts = runs.map(() => new Set<number>());
  addMeetings(runs, conflicts);
  addPassedOver(runs, conflicts);
  runs.forEach((run, k) => {
    if (run.closed && conflicts[k].size === 0 && turnsOver(run)) addLongest(run, conflicts[k]);
  });
  return conflicts;
}

/** For each outline marks the vertices that lie in the very place of another one. */
export function sharedVertices(outlines: readonly Outline[]): Uint8Array[] {
  const total = outlines.reduce((sum, { vertices }) => sum + vertices.length / 2, 0);
  const [x, y] = [new Float64Array(total), new Float64Array(total)];
  let n = 0;
  for (const { vertices } of outlines)
    for (let i = 0; i < vertices.length; i += 2) {
      x[n] = vertices[i] + 0;
      y[n++] = vertices[i + 1] + 0;
    }
  const marks = new Uint8Array(total);
  const order = pointOrder(x, y);
  for (let k = 1; k < total; k++) {
    const [i, j] = [order[k - 1], order[k]];
    if (x[i] === x[j] && y[i] === y[j]) marks[i] = marks[j] = 1;
  }
  let from = 0;
  return outlines.map(({ vertices }) => {
    from += vertices.length / 2;
    return marks.subarray(from - vertices.length / 2, from);
  });
}

/** All edges of the result in arrays, as the tree of boxes wants them. */
interface Edges {
  x: Float64Array;
  y: Float64Array;
  next: Int32Array;
  run: Int32Array;
  place: Int32Array;
}

function edgesOf(runs: readonly Run[]): Edges {
  const total = runs.reduce((sum, { kept }) => sum + kept.length, 0);
  const edges: Edges = {
    x: new Float64Array(total),
    y: new Float64Array(total),
    next: new Int32Array(total),
    run: new Int32Array(total),
    place: new Int32Array(total),
  };
  let n = 0;
  runs.forEach(({ points, kept }, k) => {
    for (let i = 0; i < kept.length; i++, n++) {
      edges.x[n] = points[2 * kept[i]];
      edges.y[n] = points[2 * kept[i] + 1];
      // The last point leads nowhere: of a closed outline it is the first one.
      edges.next[n] = i + 1 < kept.length ? n + 1 : n;
      edges.run[n] = k;
      edges.place[n] = i;
    }
  });
  return edges;
}

function addMeetings(runs: readonly Run[], conflicts: Set<number>[]): void {
  const edges = edgesOf(runs);
  const { x, y, next, run, place } = edges;
  const isReplaced = (e: number): boolean => {
    const { kept } = runs[run[e]];
    return kept[place[e] + 1] - kept[place[e]] > 1;
  };
  const pair = (e: number, f: number): void => {
    if (next[e] === e || next[f] === f) return;
    const [changesE, changesF] = [isReplaced(e), isReplaced(f)];
    if ((!changesE && !changesF) || !meet(x, y, e, next[e], f, next[f])) return;
    if (changesE) conflicts[run[e]].add(place[e]);
    if (changesF) conflicts[run[f]].add(place[f]);
  };
  new EdgeTree(edges).forEachPair(0, { pair });
}

/** Whether edges a b and c d share a point that is not an end of both, or more than a point. */
function meet(x: Float64Array, y: Float64Array, a: number, b: number, c: number, d: number): boolean {
  const side = (p: number, q: number, r: number): number => orientation(x[p], y[p], x[q], y[q], x[r], y[r]);
  const [sc, sd] = [side(a, b, c), side(a, b, d)];
  if (sc * sd > 0) return false;
  const [sa, sb] = [side(c, d, a), side(c, d, b)];
  if (sa * sb > 0) return false;
  if (sc === 0 && sd === 0) return overlap(x, y, a, b, c, d);
  const isSame = (p: number, q: number): boolean => x[p] === x[q] && y[p] === y[q];
  return !(isSame(a, c) || isSame(a, d) || isSame(b, c) || isSame(b, d));
}

function overlap(x: Float64Array, y: Float64Array, a: number, b: number, c: number, d: number): boolean {
  const v = Math.abs(x[b] - x[a]) >= Math.abs(y[b] - y[a]) ? x : y;
  return Math.max(Math.min(v[a], v[b]), Math.min(v[c], v[d])) < Math.min(Math.max(v[a], v[b]), Math.max(v[c], v[d]));
}

function addPassedOver(runs: readonly Run[], conflicts: Set<number>[]): void {
  const owners = runs.flatMap(({ points }, k) => (points.length > 0 ? [k] : []));
  if (owners.length < 2) return;
  const grid = new PointGrid(Float64Array.from(owners.flatMap((k) => [runs[k].points[0], runs[k].points[1]])));
  runs.forEach(({ points, kept }, k) => {
    for (let e = 0; e + 1 < kept.length; e++) {
      const [i, j] = [kept[e], kept[e + 1]];
      if (j - i < 2 || conflicts[k].has(e)) continue;
      let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
      for (let p = i; p <= j; p++) {
        x0 = Math.min(x0, points[2 * p]);
        x1 = Math.max(x1, points[2 * p]);
        y0 = Math.min(y0, points[2 * p + 1]);
        y1 = Math.max(y1, points[2 * p + 1]);
      }
      grid.forEachIn(x0, y0, x1, y1, (index, px, py) => {
        if (owners[index] !== k && isBetween(points, i, j, px, py)) conflicts[k].add(e);
      });
    }
  });
}

/** Whether a point lies between points i to j and the edge that replaces them, or on either. Exact. */
function isBetween(points: Float64Array, i: number, j: number, px: number, py: number): boolean {
  let winding = 0;
  for (let p = i; p <= j; p++) {
    const q = p < j ? p + 1 : i;
    const [ax, ay, bx, by] = [points[2 * p], points[2 * p + 1], points[2 * q], points[2 * q + 1]];
    if ((ay > py && by > py) || (ay < py && by < py)) continue;
    const side = orientation(ax, ay, bx, by, px, py);
    if (side === 0 && Math.min(ax, bx) <= px && px <= Math.max(ax, bx)) return true;
    if (ay <= py && by > py && side > 0) winding++;
    if (ay > py && by <= py && side < 0) winding--;
  }
  return winding !== 0;
}

function turnsOver({ points, kept, sense }: Run): boolean {
  if (sense === 0 || kept.length === points.length / 2) return false;
  const ring = new Float64Array(2 * kept.length - 2);
  for (let i = 0; i < ring.length; i++) ring[i] = points[2 * kept[i >> 1] + (i & 1)];
  return orientationOf(ring) !== sense;
}

/** Gives back where an edge replaced most. */
function addLongest({ kept }: Run, edges: Set<number>): void {
  let longest = 0;
  for (let e = 0; e + 1 < kept.length; e++) if (kept[e + 1] - kept[e] > kept[longest + 1] - kept[longest]) longest = e;
  edges.add(longest);
}
