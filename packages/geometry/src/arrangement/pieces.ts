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
  const { first } = all;
  const order = straightFirst(separate);
  const turn = new Int32Array(count * layers);
  const from = new Int32Array(count);
  const to = new Int32Array(count);
  const firstOf = new Int32Array(count);
  const lastOf = new Int32Array(count);
  const edge = new Int32Array(count);
  const isCutLayer = Uint8Array.from({ length: layers }, (_, k) => (isCut(k) ? 1 : 0));
  let kept = 0;
  for (let k = 0; k < count; ) {
    const begin = k;
    let e = order[k++];
    const isRun = first[e] >= 0;
    const start = all.from[e];
    const end = all.to[e];
    const turned = !isRun && start > end;
    const u = turned ? end : start;
    const v = turned ? start : end;
    const at = kept * layers;
    // What a piece that cancelled out left behind.
    for (let i = 0; i < layers; i++) turn[at + i] = 0;
    // A cut counts forwards only, so that one that runs back over itself does not cancel out.
    turn[at + layer[e]] = turned && !isCutLayer[layer[e]] ? -1 : 1;
    let merges = !isRun;
    while (merges && k < count) {
      const f = order[k];
      if (first[f] >= 0) break;
      const forwards = all.from[f] === u && all.to[f] === v;
      merges = forwards || (all.from[f] === v && all.to[f] === u);
      if (!merges) break;
      turn[at + layer[f]] += forwards || isCutLayer[layer[f]] ? 1 : -1;
      k++;
    }
    let isThere = false;
    for (let i = 0; i < layers && !isThere; i++) isThere = turn[at + i] !== 0;
    if (!isThere) continue;
    // It is told by an edge of a layer that does not cancel out.
    for (let i = begin + 1; i < k && turn[at + layer[e]] === 0; i++) e = order[i];
    from[kept] = u;
    to[kept] = v;
    firstOf[kept] = first[e];
    lastOf[kept] = all.last[e];
    edge[kept++] = all.edge[e];
  }
  return {
    ...all,
    from: from.subarray(0, kept),
    to: to.subarray(0, kept),
    first: firstOf.subarray(0, kept),
    last: lastOf.subarray(0, kept),
    edge: edge.subarray(0, kept),
    turn: turn.subarray(0, kept * layers),
    layers,
  };
}

/** Straight pieces in the order of their ends, coinciding ones side by side, then all runs. */
export function straightFirst({ x, from, to, first, count }: SeparatePieces): Int32Array {
  const nodes = x.length;
  const start = new Int32Array(nodes + 1);
  let straight = 0;
  for (let e = 0; e < count; e++)
    if (first[e] < 0) {
      start[Math.min(from[e], to[e]) + 1]++;
      straight++;
    }
  for (let u = 0; u < nodes; u++) start[u + 1] += start[u];
  const fill = start.slice();
  const order = new Int32Array(count);
  let run = straight;
  for (let e = 0; e < count; e++)
    if (first[e] < 0) order[fill[Math.min(from[e], to[e])]++] = e;
    else order[run++] = e;
  const far = (e: number): number => Math.max(from[e], to[e]);
  for (let u = 0; u < nodes; u++) {
    const begin = start[u];
    const end = start[u + 1];
    if (end - begin === 2) {
      if (far(order[begin]) > far(order[begin + 1])) {
        const e = order[begin];
        order[begin] = order[begin + 1];
        order[begin + 1] = e;
      }
    } else if (end - begin > 2) order.subarray(begin, end).sort((e, f) => far(e) - far(f) || e - f);
  }
  return order;
}
