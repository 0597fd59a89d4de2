import { type LocationIndex, locationIndex } from "../location";
import type { Operand } from "../polygon";
import { withEdges } from "./assembly/edges";
import { boxGap, boxTree, FAN, sizeOf } from "./box-tree";
import { type Grid, samplesOf, signedField } from "./field";
import { type Boundary, nearestEdges, signedDistances } from "./nearest/many-points";
import { distanceTo, type Foot, nearestOnEdge } from "./nearest-on-edge";
import type { SignedDistance } from "./signed-distance";

/** Signed distances of many points, column by column; `nearest` holds x y of each. */
export interface SignedDistances {
  distance: Float64Array;
  nearest: Float64Array;
  ring: Int32Array;
  edge: Int32Array;
}

export interface DistanceIndex {
  /** The same answers as `signedDistance`. */
  distance(x: number, y: number): SignedDistance;
  /** The distance to the boundary, without a sign; Infinity where there is none. */
  gap(x: number, y: number): number;
  /** The same for many points at once, several times as fast where they lie close together; where two edges are as near, either. */
  distances(x: Float64Array, y: Float64Array): SignedDistances;
  /** Writes the distances alone, which takes a third of that. */
  list(x: Float64Array, y: Float64Array, values: Float64Array): void;
  /**
   * Signed distances at all cell centres, row by row from the smallest y, in doubles or rounded to floats. What is further from the boundary
   * than `reach` (plan units) is −reach or reach: a narrow band costs less.
   */
  field(grid: Grid, options?: FieldOptions & { single?: false }): Float64Array;
  field(grid: Grid, options: FieldOptions & { single: true }): Float32Array;
}

interface FieldOptions {
  reach?: number;
  /** Where the values are written; otherwise into a new array. */
  values?: Float64Array;
}

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
    // Ties go to the first edge.
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
  const search = (x: number, y: number): void => {
    best.edge = -1;
    best.squared = Number.POSITIVE_INFINITY;
    if (tree.count) descend(x, y, tree.levels.length - 1, 0);
  };

  const gap = (x: number, y: number): number => {
    search(x, y);
    return best.edge < 0 ? Number.POSITIVE_INFINITY : distanceTo(best, x, y);
  };

  const boundary: Boundary = {
    withTables: (points, use) => withEdges(tree, points, use),
    measure: (engine, points) => engine.pointDistances(points),
    size: sizeOf(tree),
    gap,
    sideAt: (x, y) => location().locate(x, y).side,
  };

  function field(grid: Grid, options?: FieldOptions & { single?: false }): Float64Array;
  function field(grid: Grid, options: FieldOptions & { single: true }): Float32Array;
  function field(
    grid: Grid,
    { reach = Number.POSITIVE_INFINITY, values: given, single = false }: FieldOptions & { single?: boolean } = {},
  ): Float32Array | Float64Array {
    const values = samplesOf(grid, given);
    signedField(shape, tree, grid, reach, gap, values);
    return single ? new Float32Array(values) : values;
  }

  return {
    field,
    distance(x, y) {
      search(x, y);
      const { side } = location().locate(x, y);
      const [ring, edge] = tree.placeOf(best.edge);
      if (best.edge < 0)
        return { distance: Number.POSITIVE_INFINITY, nearest: { x: Number.NaN, y: Number.NaN }, ring, edge };
      if (side === "boundary") return { distance: 0, nearest: { x, y }, ring, edge };
      const length = distanceTo(best, x, y);
      return { distance: side === "inside" ? 0 - length : length, nearest: { x: best.x, y: best.y }, ring, edge };
    },
    gap,
    distances(x, y) {
      const n = x.length;
      const all: SignedDistances = {
        distance: new Float64Array(n).fill(Number.POSITIVE_INFINITY),
        nearest: new Float64Array(2 * n).fill(Number.NaN),
        ring: new Int32Array(n).fill(-1),
        edge: new Int32Array(n).fill(-1),
      };
      if (tree.count === 0) return all;
      const { edges, sides } = nearestEdges(boundary, x, y);
      let last = -1;
      let place = tree.placeOf(last);
      for (let i = 0; i < n; i++) {
        if (edges[i] !== last) {
          last = edges[i];
          place = tree.placeOf(last);
        }
        best.squared = Number.POSITIVE_INFINITY;
        best.edge = -1;
        tryEdge(x[i], y[i], last);
        // So far away that it cannot be squared.
        if (best.edge < 0) continue;
        const isOn = sides[i] === 0;
        const length = isOn ? 0 : distanceTo(best, x[i], y[i]);
        all.distance[i] = sides[i] < 0 ? 0 - length : length;
        all.nearest[2 * i] = isOn ? x[i] : best.x;
        all.nearest[2 * i + 1] = isOn ? y[i] : best.y;
        all.ring[i] = place[0];
        all.edge[i] = place[1];
      }
      return all;
    },
    list(x, y, values) {
      if (tree.count === 0) values.fill(Number.POSITIVE_INFINITY);
      else signedDistances(boundary, x, y, values);
    },
  };
}
