import { type LocationIndex, locationIndex } from "../location";
import { edgesOf, type Operand } from "../polygon";
import { distanceTo, type Foot, nearestOnEdge } from "./nearest-on-edge";
import type { SignedDistance } from "./signed-distance";

/** Square cells of side `cell` from the corner of least x and y, in plan units; sampled at their centres. */
export interface Grid {
  x: number;
  y: number;
  cell: number;
  columns: number;
  rows: number;
}

export interface DistanceIndex {
  /** The same answers as `signedDistance`. */
  distance(x: number, y: number): SignedDistance;
  /** The distance to the boundary, without a sign; Infinity where there is none. */
  gap(x: number, y: number): number;
  /** Signed distances at all cell centres, row by row from the smallest y. */
  field(grid: Grid): Float64Array;
}

/** Edges in a leaf, and children of a node: boxes over consecutive edges, which lie close together along a ring. */
const FAN = 8;

/** Prepares a shape for many distances: a tree of boxes over the edges in ring order, searched nearest box first. */
export function distanceIndex(shape: Operand): DistanceIndex {
  const tree = boxTree(shape);
  let prepared: LocationIndex | undefined;
  const location = (): LocationIndex => {
    prepared ??= locationIndex(shape);
    return prepared;
  };
  const foot: Foot = { x: 0, y: 0, squared: 0 };
  const best = { edge: -1, x: 0, y: 0, squared: 0 };

  const tryEdge = (x: number, y: number, e: number): void => {
    const { edges } = tree;
    nearestOnEdge(x, y, edges[4 * e], edges[4 * e + 1], edges[4 * e + 2], edges[4 * e + 3], foot);
    // Ties go to the first edge, so that a hint never changes the answer.
    if (foot.squared < best.squared || (foot.squared === best.squared && e < best.edge)) {
      best.edge = e;
      best.x = foot.x;
      best.y = foot.y;
      best.squared = foot.squared;
    }
  };
  const descend = (x: number, y: number, level: number, node: number): void => {
    if (level < 0) {
      const end = Math.min(tree.count, FAN * (node + 1));
      for (let e = FAN * node; e < end; e++) tryEdge(x, y, e);
      return;
    }
    const boxes = tree.levels[level];
    const end = Math.min(boxes.length / 4, FAN * (node + 1));
    const first = FAN * node;
    let nearest = -1;
    let least = best.squared;
    for (let k = first; k < end; k++) {
      const gap = boxGap(boxes, k, x, y);
      if (gap <= least) {
        least = gap;
        nearest = k;
      }
    }
    if (nearest < 0) return;
    descend(x, y, level - 1, nearest);
    for (let k = first; k < end; k++)
      if (k !== nearest && boxGap(boxes, k, x, y) <= best.squared) descend(x, y, level - 1, k);
  };
  const search = (x: number, y: number, hint: number): void => {
    best.edge = -1;
    best.squared = Number.POSITIVE_INFINITY;
    if (hint >= 0) tryEdge(x, y, hint);
    if (tree.count) descend(x, y, tree.levels.length - 1, 0);
  };

  return {
    distance(x, y) {
      search(x, y, -1);
      const { side } = location().locate(x, y);
      const [ring, edge] = tree.placeOf(best.edge);
      if (best.edge < 0)
        return { distance: Number.POSITIVE_INFINITY, nearest: { x: Number.NaN, y: Number.NaN }, ring, edge };
      if (side === "boundary") return { distance: 0, nearest: { x, y }, ring, edge };
      const length = distanceTo(best, x, y);
      return { distance: side === "inside" ? -length : length, nearest: { x: best.x, y: best.y }, ring, edge };
    },
    gap(x, y) {
      search(x, y, -1);
      return best.edge < 0 ? Number.POSITIVE_INFINITY : distanceTo(best, x, y);
    },
    field({ x, y, cell, columns, rows }) {
      const values = new Float64Array(columns * rows);
      const centres = new Float64Array(2 * columns);
      for (let row = 0; row < rows; row++) {
        const cy = y + (row + 0.5) * cell;
        for (let column = 0; column < columns; column++) {
          centres[2 * column] = x + (column + 0.5) * cell;
          centres[2 * column + 1] = cy;
        }
        const sides = location().locateAll(centres);
        let hint = -1;
        for (let column = 0; column < columns; column++) {
          search(centres[2 * column], cy, hint);
          hint = best.edge;
          values[row * columns + column] =
            sides[column] === 0 ? 0 : -sides[column] * distanceTo(best, centres[2 * column], cy);
        }
      }
      return values;
    },
  };
}

interface BoxTree {
  count: number;
  /** x0 y0 x1 y1 an edge. */
  edges: Float64Array;
  /** Boxes minX minY maxX maxY; level 0 over runs of edges, each further level over runs of the one before. */
  levels: Float64Array[];
  placeOf(edge: number): [ring: number, edge: number];
}

function boxTree({ rings }: Operand): BoxTree {
  const firsts = [0];
  for (const ring of rings) firsts.push(firsts[firsts.length - 1] + (ring.length >> 1));
  const count = firsts[rings.length];
  const edges = edgesOf(rings);
  const levels: Float64Array[] = [];
  let below = edges;
  while (below.length > 4 * FAN || levels.length === 0) {
    const boxes = new Float64Array(4 * Math.ceil(below.length / 4 / FAN));
    for (let k = 0; k < boxes.length / 4; k++) {
      const end = Math.min(below.length, 4 * FAN * (k + 1));
      let minX = Number.POSITIVE_INFINITY;
      let minY = Number.POSITIVE_INFINITY;
      let maxX = Number.NEGATIVE_INFINITY;
      let maxY = Number.NEGATIVE_INFINITY;
      for (let i = 4 * FAN * k; i < end; i += 4) {
        minX = Math.min(minX, below[i], below[i + 2]);
        maxX = Math.max(maxX, below[i], below[i + 2]);
        minY = Math.min(minY, below[i + 1], below[i + 3]);
        maxY = Math.max(maxY, below[i + 1], below[i + 3]);
      }
      boxes.set([minX, minY, maxX, maxY], 4 * k);
    }
    levels.push(boxes);
    below = boxes;
  }
  const placeOf = (edge: number): [number, number] => {
    if (edge < 0) return [-1, -1];
    let ring = 0;
    while (firsts[ring + 1] <= edge) ring++;
    return [ring, edge - firsts[ring]];
  };
  return { count, edges, levels, placeOf };
}

function boxGap(boxes: Float64Array, k: number, x: number, y: number): number {
  const dx = Math.max(boxes[4 * k] - x, 0, x - boxes[4 * k + 2]);
  const dy = Math.max(boxes[4 * k + 1] - y, 0, y - boxes[4 * k + 3]);
  return dx * dx + dy * dy;
}
