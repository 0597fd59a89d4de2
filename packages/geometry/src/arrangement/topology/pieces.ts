import { AT_ONCE, headOf, WorkObjects } from "../../memory";
import { isLess, type Outlines } from "../grid/outlines";
import type { Bends } from "../snapping/bend";
import type { Meetings } from "../snapping/meetings";

/**
 * What lies between nodes: a straight piece, or a run of an outline along vertices that nothing else comes to. Nodes are
 * grid points, numbered as outlines come to them: what follows each other along outlines does so in memory. No two straight
 * pieces join the same nodes, and pieces meet at nodes only.
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
  const isOpen = (r: number): boolean => next[begins[r + 1] - 1] === begins[r + 1] - 1;
  // An outline that meets nothing still needs one node: where it begins.
  for (let r = 0; r < layerOf.length; r++) {
    touched[begins[r]] = 1;
    // Where a polyline ends.
    if (isOpen(r)) touched[begins[r + 1] - 1] = 1;
  }
  let room = bends.points.length;
  for (let i = 0; i < n; i++) room += touched[i];
  // Polylines may turn back at any vertex.
  for (let r = 0; r < layerOf.length; r++) if (isOpen(r)) room += begins[r + 1] - begins[r];
  const nodes = nodeLists.take(room);
  nodes.begin(n, meetings, room);
  const strip = strips.take(room);
  strip.begin(room);
  for (let r = 0; r < layerOf.length; r++) {
    strip.beginOutline(nodes.at(begins[r]), layerOf[r], isOpen(r));
    for (let e = begins[r]; e < begins[r + 1]; e += AT_ONCE)
      strip.walk(e, Math.min(begins[r + 1], e + AT_ONCE), outlines, touched, bends, nodes);
  }
  const { x, y, nodeOf } = nodes.all();
  const pieces = strip.all(x, y, nodeOf);
  nodeLists.giveBack(nodes);
  strips.giveBack(strip);
  return pieces;
}

const nodeLists = new WorkObjects(() => new Nodes());
const strips = new WorkObjects(() => new Strip());

/** Pieces along one outline after the other. */
class Strip {
  private from!: Int32Array;
  private to!: Int32Array;
  private first!: Int32Array;
  private last!: Int32Array;
  private edge!: Int32Array;
  private layer!: Int32Array;
  private count = 0;
  private inLayer = 0;
  private isOpen = false;
  /** The last node, and the run since then: its vertices and the edge where it begins. */
  private node = 0;
  private run = -1;
  private runEnd = -1;
  private begun = 0;

  begin(room: number): void {
    this.count = 0;
    this.run = -1;
    this.runEnd = -1;
    this.from = new Int32Array(room);
    this.to = new Int32Array(room);
    this.first = new Int32Array(room);
    this.last = new Int32Array(room);
    this.edge = new Int32Array(room);
    this.layer = new Int32Array(room);
  }

  beginOutline(node: number, layer: number, isOpen: boolean): void {
    this.node = node;
    this.inLayer = layer;
    this.isOpen = isOpen;
  }

  /** Goes along edges of an outline, as far as they go on. */
  walk(begin: number, end: number, { next }: Outlines, touched: Uint8Array, bends: Bends, nodes: Nodes): void {
    const { first, points } = bends;
    for (let e = begin; e < end && next[e] !== e; e++) {
      for (let k = first[e]; k < first[e + 1]; k++) this.reach(nodes.at(points[k]), e, nodes);
      const q = next[e];
      if (touched[q]) this.reach(nodes.at(q), e, nodes);
      else this.pass(q, e);
    }
  }

  /** Comes to a vertex that is no node, by an edge. */
  private pass(vertex: number, edge: number): void {
    if (this.run < 0) {
      this.run = vertex;
      this.begun = edge;
    }
    this.runEnd = vertex;
  }

  /** Comes to a node, by an edge. */
  private reach(node: number, edge: number, nodes: Nodes): void {
    const { run, runEnd } = this;
    this.run = -1;
    this.runEnd = -1;
    if (node !== this.node || run !== runEnd || run < 0) this.add(node, run, runEnd, run < 0 ? edge : this.begun);
    else if (this.isOpen) {
      // A spike, to a vertex and straight back, encloses nothing, but it is a part of a polyline: its tip is a node.
      const tip = nodes.at(run);
      this.add(tip, -1, -1, this.begun);
      this.add(node, -1, -1, edge);
    }
  }

  private add(node: number, first: number, last: number, edge: number): void {
    const at = this.count++;
    this.from[at] = this.node;
    this.to[at] = node;
    this.first[at] = first;
    this.last[at] = last;
    this.edge[at] = edge;
    this.layer[at] = this.inLayer;
    this.node = node;
  }

  /** The pieces, between nodes at those places. */
  all(x: Float64Array, y: Float64Array, nodeOf: Int32Array): SeparatePieces {
    const { from, to, first, last, edge, layer, count } = this;
    return { x, y, nodeOf, from, to, first, last, edge, layer, count };
  }
}

/** Numbers the places of points, as they come. */
class Nodes {
  private nodeOf!: Int32Array;
  private x!: Float64Array;
  private y!: Float64Array;
  private count = 0;
  private vertices = 0;
  private meetings!: Meetings;

  begin(vertices: number, meetings: Meetings, most: number): void {
    this.count = 0;
    this.vertices = vertices;
    this.meetings = meetings;
    this.nodeOf = new Int32Array(meetings.x.length).fill(-1);
    this.x = new Float64Array(most);
    this.y = new Float64Array(most);
  }

  /** The node at a point, which may lie in one pixel with others. */
  at(point: number): number {
    const { nodeOf, vertices, meetings } = this;
    if (nodeOf[point] >= 0) return nodeOf[point];
    let least = point;
    if (point >= vertices && meetings.vertexAt[point - vertices] > 0) least = meetings.vertexAt[point - vertices] - 1;
    if (least < vertices) least = meetings.united.of(least);
    if (nodeOf[least] < 0) {
      this.x[this.count] = meetings.x[point];
      this.y[this.count] = meetings.y[point];
      nodeOf[least] = this.count++;
    }
    nodeOf[point] = nodeOf[least];
    return nodeOf[point];
  }

  all(): Pick<Pieces, "x" | "y" | "nodeOf"> {
    const { x, y, nodeOf, count } = this;
    return { x: headOf(x, count), y: headOf(y, count), nodeOf };
  }
}

/** Straight pieces, each pair of nodes once, from the lexicographically lesser one to the other; runs as they are. */
function merged(separate: SeparatePieces, layers: number, isCut: (layer: number) => boolean): Pieces {
  const { x, y, layer, count } = separate;
  const { order, begins, far } = straightFirst(separate);
  const turn = new Int32Array(count * layers);
  const from = new Int32Array(count);
  const to = new Int32Array(count);
  const first = new Int32Array(count).fill(-1);
  const last = new Int32Array(count).fill(-1);
  const edge = new Int32Array(count);
  const isCutLayer = new Uint8Array(layers);
  for (let k = 0; k < layers; k++) isCutLayer[k] = isCut(k) ? 1 : 0;
  const nodes = x.length;
  let n = 0;
  for (let u = 0; u < nodes; u++) {
    const end = begins[u + 1];
    for (let k = begins[u]; k < end; ) {
      const begin = k;
      const v = far[k] >> 1;
      const at = n * layers;
      const isForward = isLess(x[u], y[u], x[v], y[v]) ? 1 : 0;
      // What a piece that cancelled out left behind.
      for (let i = 0; i < layers; i++) turn[at + i] = 0;
      for (; k < end && far[k] >> 1 === v; k++) {
        const l = layer[order[k]];
        // A cut counts forwards only, so that one that runs back over itself does not cancel out.
        turn[at + l] += (far[k] & 1) === isForward && isCutLayer[l] === 0 ? -1 : 1;
      }
      // It is told by an edge of a layer that does not cancel out.
      let told = begin;
      while (told < k && turn[at + layer[order[told]]] === 0) told++;
      if (told === k) continue;
      from[n] = isForward ? u : v;
      to[n] = isForward ? v : u;
      edge[n++] = separate.edge[order[told]];
    }
  }
  for (let k = begins[nodes]; k < count; k++) {
    const e = order[k];
    from[n] = separate.from[e];
    to[n] = separate.to[e];
    first[n] = separate.first[e];
    last[n] = separate.last[e];
    edge[n] = separate.edge[e];
    for (let i = 0; i < layers; i++) turn[n * layers + i] = 0;
    turn[n++ * layers + layer[e]] = 1;
  }
  return {
    x,
    y,
    from: headOf(from, n),
    to: headOf(to, n),
    first: headOf(first, n),
    last: headOf(last, n),
    edge: headOf(edge, n),
    turn: headOf(turn, n * layers),
    layers,
    nodeOf: separate.nodeOf,
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
