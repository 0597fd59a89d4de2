import { pointOrder } from "../numeric";
import type { Bends } from "./bend";
import { GrowingInts } from "./growing";
import type { Meetings } from "./meetings";
import type { Outlines } from "./outlines";

/**
 * What lies between nodes: a straight piece, or a run of an outline along vertices that nothing else comes to. Nodes are
 * grid points in lexicographic order. No two straight pieces join the same nodes, and pieces meet at nodes only.
 */
export interface Pieces {
  /** Places of the nodes on the grid. */
  x: Float64Array;
  y: Float64Array;
  from: Int32Array;
  to: Int32Array;
  /** The vertices between: first to last in the direction of the piece; −1 for a straight piece. */
  first: Int32Array;
  last: Int32Array;
  /** The edge that a straight piece lies on, or where a run begins. */
  edge: Int32Array;
  /** What the winding number of layer k rises by when piece e is crossed from right to left: turn[e * layers + k]. */
  turn: Int32Array;
  layers: number;
  /** The node at a point (a vertex, or behind those the pixel of a crossing), or −1. */
  nodeOf: Int32Array;
  /** The nodes that edges are bent to, place by place as in {@link Bends}. */
  nodeOfBend: Int32Array;
}

/** Pieces of all outlines; straight ones that coincide are merged, and those that cancel out in all layers left out. */
export function piecesOf(
  outlines: Outlines,
  meetings: Meetings,
  bends: Bends,
  layers: number,
  isCut: (layer: number) => boolean,
): Pieces {
  return merged(separatePieces(outlines, meetings, bends), layers, isCut);
}

/** Pieces as the outlines run along them, one after the other; `count` of them. */
export interface SeparatePieces extends Omit<Pieces, "turn" | "layers"> {
  layer: Int32Array;
  count: number;
}

export function separatePieces(outlines: Outlines, meetings: Meetings, bends: Bends): SeparatePieces {
  const { next, first: begins, layerOf } = outlines;
  const n = next.length;
  const { touched } = meetings;
  // An outline that meets nothing still needs one node: where it begins.
  for (let r = 0; r < layerOf.length; r++) {
    touched[begins[r]] = 1;
    // Where a polyline ends.
    if (next[begins[r + 1] - 1] === begins[r + 1] - 1) touched[begins[r + 1] - 1] = 1;
  }
  const { x, y, nodeOf, nodeOfBend } = nodesOf(outlines, meetings, bends);
  let room = bends.points.length;
  for (let i = 0; i < n; i++) room += touched[i];
  const from = new Int32Array(room);
  const to = new Int32Array(room);
  const first = new Int32Array(room).fill(-1);
  const last = new Int32Array(room).fill(-1);
  const edge = new Int32Array(room);
  const layer = new Int32Array(room);
  let count = 0;
  for (let r = 0; r < layerOf.length; r++) {
    let node = nodeOf[begins[r]];
    let begun = begins[r];
    let run = -1;
    let runEnd = -1;
    const close = (at: number): void => {
      // A spike, to a vertex and straight back, encloses nothing.
      const isSpike = at === node && run === runEnd && run >= 0;
      if (isSpike) {
        run = runEnd = -1;
        return;
      }
      from[count] = node;
      to[count] = at;
      first[count] = run;
      last[count] = runEnd;
      edge[count] = begun;
      layer[count++] = layerOf[r];
      node = at;
      run = runEnd = -1;
    };
    for (let e = begins[r]; e < begins[r + 1] && next[e] !== e; e++) {
      if (run < 0) begun = e;
      for (let k = bends.first[e]; k < bends.first[e + 1]; k++) {
        close(nodeOfBend[k]);
        begun = e;
      }
      const q = next[e];
      if (touched[q]) close(nodeOf[q]);
      else {
        if (run < 0) run = q;
        runEnd = q;
      }
    }
  }
  return { x, y, from, to, first, last, edge, nodeOf, nodeOfBend, layer, count };
}

function nodesOf(
  { next }: Outlines,
  { x: px, y: py, touched }: Meetings,
  bends: Bends,
): { x: Float64Array; y: Float64Array; nodeOf: Int32Array; nodeOfBend: Int32Array } {
  const n = next.length;
  const isBent = new Uint8Array(px.length - n);
  for (let k = 0; k < bends.points.length; k++) if (bends.points[k] >= n) isBent[bends.points[k] - n] = 1;
  const vertices = new GrowingInts();
  for (let i = 0; i < n; i++) if (touched[i]) vertices.push(i);
  const xs = new Float64Array(vertices.length);
  const ys = new Float64Array(vertices.length);
  for (let k = 0; k < xs.length; k++) {
    xs[k] = px[vertices.values[k]];
    ys[k] = py[vertices.values[k]];
  }
  const order = pointOrder(xs, ys);
  const nodeOf = new Int32Array(px.length).fill(-1);
  const x = new Float64Array(order.length + isBent.length);
  const y = new Float64Array(order.length + isBent.length);
  let count = 0;
  // Crossings are in order already: the lesser one of the next vertex and the next crossing is the next point.
  for (let k = 0, c = 0; k < order.length || c < isBent.length; ) {
    const p = n + c;
    const isVertex =
      c === isBent.length ||
      (k < order.length && (xs[order[k]] < px[p] || (xs[order[k]] === px[p] && ys[order[k]] <= py[p])));
    const point = isVertex ? vertices.values[order[k++]] : p;
    if (!isVertex && !isBent[c++]) continue;
    if (count === 0 || x[count - 1] !== px[point] || y[count - 1] !== py[point]) {
      x[count] = px[point];
      y[count++] = py[point];
    }
    nodeOf[point] = count - 1;
  }
  const nodeOfBend = bends.points.map((point) => nodeOf[point]);
  return { x: x.subarray(0, count), y: y.subarray(0, count), nodeOf, nodeOfBend };
}

/** Straight pieces from the lesser node to the greater one, each pair of nodes once; runs as they are. */
function merged(separate: SeparatePieces, layers: number, isCut: (layer: number) => boolean): Pieces {
  const { layer, count, ...all } = separate;
  const { order, begins, far } = straightFirst(separate);
  const turn = new Int32Array(count * layers);
  const from = new Int32Array(count);
  const to = new Int32Array(count);
  const first = new Int32Array(count).fill(-1);
  const last = new Int32Array(count).fill(-1);
  const edge = new Int32Array(count);
  const isCutLayer = Uint8Array.from({ length: layers }, (_, k) => (isCut(k) ? 1 : 0));
  const nodes = all.x.length;
  let kept = 0;
  for (let u = 0; u < nodes; u++) {
    const end = begins[u + 1];
    for (let k = begins[u]; k < end; ) {
      const begin = k;
      const v = far[k] >> 1;
      const at = kept * layers;
      // What a piece that cancelled out left behind.
      for (let i = 0; i < layers; i++) turn[at + i] = 0;
      for (; k < end && far[k] >> 1 === v; k++) {
        const l = layer[order[k]];
        // A cut counts forwards only, so that one that runs back over itself does not cancel out.
        turn[at + l] += (far[k] & 1) === 1 && isCutLayer[l] === 0 ? -1 : 1;
      }
      // It is told by an edge of a layer that does not cancel out.
      let told = begin;
      while (told < k && turn[at + layer[order[told]]] === 0) told++;
      if (told === k) continue;
      from[kept] = u;
      to[kept] = v;
      edge[kept++] = all.edge[order[told]];
    }
  }
  for (let k = begins[nodes]; k < count; k++) {
    const e = order[k];
    from[kept] = all.from[e];
    to[kept] = all.to[e];
    first[kept] = all.first[e];
    last[kept] = all.last[e];
    edge[kept] = all.edge[e];
    for (let i = 0; i < layers; i++) turn[kept * layers + i] = 0;
    turn[kept++ * layers + layer[e]] = 1;
  }
  return {
    ...all,
    from: from.subarray(0, kept),
    to: to.subarray(0, kept),
    first: first.subarray(0, kept),
    last: last.subarray(0, kept),
    edge: edge.subarray(0, kept),
    turn: turn.subarray(0, kept * layers),
    layers,
  };
}

/** Pieces in the order of their ends. */
export interface PieceOrder {
  /** Straight ones by their lesser nodes and then the greater ones, those that coincide as they come; then all runs. */
  order: Int32Array;
  /** Where those with the lesser node u begin: begins[u]; behind the last of them runs begin. */
  begins: Int32Array;
  /** For each straight piece in this order twice its greater node, and one more if it starts there. */
  far: Int32Array;
}

export function straightFirst({ x, from, to, first, count }: SeparatePieces): PieceOrder {
  const nodes = x.length;
  const begins = new Int32Array(nodes + 1);
  for (let e = 0; e < count; e++) if (first[e] < 0) begins[Math.min(from[e], to[e]) + 1]++;
  for (let u = 0; u < nodes; u++) begins[u + 1] += begins[u];
  const fill = begins.slice();
  const order = new Int32Array(count);
  const far = new Int32Array(begins[nodes]);
  let run = begins[nodes];
  for (let e = 0; e < count; e++) {
    const u = from[e];
    const v = to[e];
    if (first[e] >= 0) order[run++] = e;
    else if (u < v) {
      far[fill[u]] = 2 * v;
      order[fill[u]++] = e;
    } else {
      far[fill[v]] = 2 * u + 1;
      order[fill[v]++] = e;
    }
  }
  for (let u = 0; u < nodes; u++) putInOrder(order, far, begins[u], begins[u + 1]);
  return { order, begins, far };
}

/** Pieces that share their lesser node, in the order of their greater one; where that is one, too, as they come. */
function putInOrder(order: Int32Array, far: Int32Array, begin: number, end: number): void {
  if (end - begin > INSERTED) {
    const places = Array.from({ length: end - begin }, (_, k) => begin + k);
    places.sort((p, q) => (far[p] >> 1) - (far[q] >> 1) || p - q);
    order.set(
      places.map((p) => order[p]),
      begin,
    );
    far.set(
      places.map((p) => far[p]),
      begin,
    );
    return;
  }
  for (let k = begin + 1; k < end; k++) {
    const e = order[k];
    const node = far[k];
    let at = k;
    for (; at > begin && far[at - 1] >> 1 > node >> 1; at--) {
      order[at] = order[at - 1];
      far[at] = far[at - 1];
    }
    order[at] = e;
    far[at] = node;
  }
}

/** So many pieces are put in order one by one. */
const INSERTED = 16;
