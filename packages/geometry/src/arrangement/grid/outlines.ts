import { headOf } from "../../memory";
import { pointOrder } from "../../numeric";
import { type Ring, requireFiniteRings } from "../../polygon";
import type { GivenEdges } from "./given-edges";
import type { PixelGrid } from "./grid";

/** Rings of one operand, or the open polylines of a cut. */
export interface Layer {
  outlines: readonly Ring[];
  isCut: boolean;
}

/**
 * All outlines on the grid. Edge i runs from vertex i to vertex next[i]; where a polyline ends, to itself. Neighbours in
 * one pixel are one vertex, outlines that fit into one pixel are left out. Outlines follow each other along a curve that
 * fills the plane, so that runs of edges lie close together.
 */
export interface Outlines extends GivenEdges {
  /** As given; of several in one pixel the lexicographically least, or its centre where one is too far from that. */
  givenX: Float64Array;
  givenY: Float64Array;
  /** The place of each vertex in its outline, as given; of several in one pixel the last, where the edge begins. */
  place: Int32Array;
  /** Outline r has the vertices first[r] to first[r + 1]. */
  first: Int32Array;
  layerOf: Int32Array;
  /** The place of each outline in its layer. */
  outlineOf: Int32Array;
  /** Outlines that were smaller than the grid. */
  dropped: number;
  /** Edges, of the others, whose different ends lie in one pixel. */
  shortEdges: number;
  /** How far, in steps, a vertex was moved at most to a neighbour in its pixel, or to the centre. */
  united: number;
}

/** Throws `OperandError` for coordinates that are not finite. */
export function loadOutlines(grid: PixelGrid, layers: readonly Layer[]): Outlines {
  const all: Given[] = [];
  let total = 0;
  for (let layer = 0; layer < layers.length; layer++) {
    const { outlines, isCut } = layers[layer];
    for (let index = 0; index < outlines.length; index++) {
      const ring = outlines[index];
      all.push({ ring, index, layer, isCut });
      total += ring.length / 2;
    }
  }
  const x = new Float64Array(total);
  const y = new Float64Array(total);
  const next = new Int32Array(total);
  const givenX = new Float64Array(total);
  const givenY = new Float64Array(total);
  const startX = new Float64Array(total);
  const startY = new Float64Array(total);
  let endX = startX;
  let endY = startY;
  const place = new Int32Array(total);
  const first = new Int32Array(all.length + 1);
  const layerOf = new Int32Array(all.length);
  const outlineOf = new Int32Array(all.length);
  let count = 0;
  let n = 0;
  let dropped = 0;
  let shortEdges = 0;
  /** From here on edges may start elsewhere than the ones before end. */
  const part = (): void => {
    if (endX !== startX) return;
    endX = startX.slice();
    endY = startY.slice();
  };
  let united = 0;
  /** Vertices of a ring that lie in one pixel become one, v: the least of them, unless that would move one too far. */
  const unite = (v: number, ring: Ring, from: number, to: number): void => {
    const at = (i: number): number => (i + ring.length) % ring.length;
    let least = at(from);
    for (let i = from + 2; i <= to; i += 2)
      if (isLess(ring[at(i)], ring[at(i) + 1], ring[least], ring[least + 1])) least = at(i);
    let most = 0;
    for (let i = from; i <= to; i += 2)
      most = Math.max(most, grid.distance(ring[at(i)], ring[at(i) + 1], ring[least], ring[least + 1]));
    givenX[v] = most > MOST_UNITED ? grid.x(x[v]) : ring[least] + 0;
    givenY[v] = most > MOST_UNITED ? grid.y(y[v]) : ring[least + 1] + 0;
    united = Math.max(united, Math.min(most, MOST_UNITED));
  };
  for (const r of alongCurve(all)) {
    const { ring, index, layer, isCut } = all[r];
    const begin = n;
    const vertices = ring.length / 2;
    let short = 0;
    // Where the last vertex began, in the ring, and where the first one ended.
    let from = 0;
    let beginTo = 0;
    let isParted = false;
    for (let i = 0; i < vertices; i++) {
      const px = ring[2 * i] + 0;
      const py = ring[2 * i + 1] + 0;
      const column = grid.column(px);
      const row = grid.row(py);
      if (n > begin && x[n - 1] === column && y[n - 1] === row) {
        place[n - 1] = i;
        if (n - 1 === begin) beginTo = 2 * i;
        if (ring[2 * i] === ring[2 * i - 2] && ring[2 * i + 1] === ring[2 * i - 1]) continue;
        short++;
        part();
        startX[n - 1] = grid.offsetX(px, column);
        startY[n - 1] = grid.offsetY(py, row);
        isParted = true;
        continue;
      }
      if (isParted) unite(n - 1, ring, from, 2 * i - 2);
      isParted = false;
      from = 2 * i;
      x[n] = column;
      y[n] = row;
      givenX[n] = px;
      givenY[n] = py;
      startX[n] = grid.offsetX(px, column);
      startY[n] = grid.offsetY(py, row);
      if (endX !== startX) {
        endX[n] = startX[n];
        endY[n] = startY[n];
      }
      place[n] = i;
      next[n] = n + 1;
      n++;
    }
    if (isParted) unite(n - 1, ring, from, ring.length - 2);
    // What comes last may lie in the first one's pixel.
    if (!isCut && n > begin + 1 && x[n - 1] === x[begin] && y[n - 1] === y[begin]) {
      n--;
      if (ring[0] !== ring[ring.length - 2] || ring[1] !== ring[ring.length - 1]) short++;
      if (
        endX[n] !== endX[begin] ||
        endY[n] !== endY[begin] ||
        givenX[n] !== givenX[begin] ||
        givenY[n] !== givenY[begin]
      ) {
        part();
        endX[begin] = endX[n];
        endY[begin] = endY[n];
        unite(begin, ring, from - ring.length, beginTo);
      }
    }
    if (n - begin < 2) {
      if (n > begin) dropped++;
      n = begin;
      continue;
    }
    shortEdges += short;
    next[n - 1] = isCut ? n - 1 : begin;
    layerOf[count] = layer;
    outlineOf[count] = index;
    first[++count] = n;
  }
  return {
    x: headOf(x, n),
    y: headOf(y, n),
    next: headOf(next, n),
    startX: headOf(startX, n),
    startY: headOf(startY, n),
    endX: headOf(endX, n),
    endY: headOf(endY, n),
    givenX: headOf(givenX, n),
    givenY: headOf(givenY, n),
    place: headOf(place, n),
    first: headOf(first, count + 1),
    layerOf: headOf(layerOf, count),
    outlineOf: headOf(outlineOf, count),
    dropped,
    shortEdges,
    united,
  };
}

/** So far a vertex may be moved to another one in its pixel, in steps; otherwise they meet in the pixel's centre. */
export const MOST_UNITED = 1;

/** The greatest distance of an end of an edge from the centre of its pixel, in steps. */
export function roundingOf({ startX, startY, endX, endY }: Outlines): number {
  let most = 0;
  for (let i = 0; i < startX.length; i++) {
    const start = startX[i] * startX[i] + startY[i] * startY[i];
    const end = endX[i] * endX[i] + endY[i] * endY[i];
    if (start > most) most = start;
    if (end > most) most = end;
  }
  return Math.sqrt(most);
}

export function isLess(px: number, py: number, qx: number, qy: number): boolean {
  return px < qx || (px === qx && py < qy);
}

interface Given {
  ring: Ring;
  index: number;
  layer: number;
  isCut: boolean;
}

/** Outlines in the order of a Z-shaped curve through their first vertices (G. M. Morton, 1966). */
function alongCurve(all: readonly Given[]): Uint32Array {
  const order = new Uint32Array(all.length);
  for (let r = 0; r < order.length; r++) order[r] = r;
  if (all.length < 3) return order;
  const [xs, ys] = [0, 1].map((axis) => Float64Array.from(all, ({ ring }) => (ring.length ? ring[axis] / 2 : 0)));
  const shares = (values: Float64Array): Uint16Array => {
    let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (const value of values) {
      least = Math.min(least, value);
      greatest = Math.max(greatest, value);
    }
    const extent = greatest - least;
    return Uint16Array.from(values, (value) => (extent > 0 ? ((value - least) / extent) * 65_535 : 0));
  };
  const [columns, rows] = [shares(xs), shares(ys)];
  const codes = Float64Array.from(columns, (column, r) => spread(column) + 2 * spread(rows[r]));
  return pointOrder(codes, new Float64Array(all.length));
}

/** 16 bits with a gap after each. */
function spread(value: number): number {
  let v = value;
  v = (v | (v << 8)) & 0x00ff00ff;
  v = (v | (v << 4)) & 0x0f0f0f0f;
  v = (v | (v << 2)) & 0x33333333;
  return (v | (v << 1)) & 0x55555555;
}

export function requireFiniteLayers(operands: readonly (readonly Ring[])[], cutters: readonly Ring[]): void {
  operands.forEach((rings, k) => {
    requireFiniteRings(rings, `operand ${k + 1}`);
  });
  requireFiniteRings(cutters, "the cutter");
}
