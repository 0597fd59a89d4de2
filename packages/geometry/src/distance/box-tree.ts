import { edgesOf, type Operand } from "../polygon";

/** Edges in a leaf, and children of a node. */
export const FAN = 8;

/** Boxes over runs of edges, and over runs of those: edges that follow each other along a ring lie close together. */
export interface BoxTree {
  count: number;
  /** x0 y0 x1 y1 an edge. */
  edges: Float64Array;
  /** Boxes minX minY maxX maxY; level 0 over runs of edges, each further level over runs of the one before. */
  levels: Float64Array[];
  placeOf(edge: number): [ring: number, edge: number];
}

export function boxTree({ rings }: Operand): BoxTree {
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

/** What no coordinate is greater than. */
export function sizeOf({ levels }: BoxTree): number {
  return levels[levels.length - 1].reduce((most, side) => Math.max(most, Math.abs(side)), 0);
}

/** The squared distance of a point from a box. */
export function boxGap(boxes: Float64Array, k: number, x: number, y: number): number {
  const dx = Math.max(boxes[4 * k] - x, 0, x - boxes[4 * k + 2]);
  const dy = Math.max(boxes[4 * k + 1] - y, 0, y - boxes[4 * k + 3]);
  return dx * dx + dy * dy;
}
