import { GrowingDoubles, WorkObjects } from "../../memory";
import { pointOrder } from "../../numeric";
import type { MultiPolygon, Polygon, Ring } from "../../polygon";
import type { Arrangement } from "../arrange";
import { roundingOf } from "../grid/outlines";
import { coveringEdges } from "./covering-edges";
import { drawRings } from "./draw-rings";
import { nest } from "./nesting";
import { positionsOf } from "./restore";
import { cornersOf, degreesOf, type HalfEdgeRings, joinRings } from "./rings";
import { closedSlivers } from "./slivers";
import { keepBesideStraight } from "./straight-nodes";

export interface CombineReport {
  /** Side of the grid's pixels, a power of two, in plan units. */
  gridStep: number;
  /** No point of the boundary was moved further than this, in plan units. */
  movement: number;
  /** Rounds of snapping until nothing changed. */
  passes: number;
  /** Proper crossings between edges. */
  intersections: number;
  pieces: number;
  holes: number;
  /** Input vertices in the result that had to stay on the grid because something lies within three steps of them. */
  verticesMoved: number;
  /** Outlines left out because they are smaller than the grid. */
  dropped: number;
  /** Edges left out because both of their ends lie in one pixel; those of outlines that are left out not among them. */
  shortEdges: number;
  /** For each ring of the result (each polygon's outer ring, then its holes): the operands that its edges come from. */
  sources: number[][];
}

/** Where the edges of a ring come from, edge by edge: the operand, its ring, and the edge of that by its first vertex. */
export interface EdgeOrigins {
  operand: Int32Array;
  ring: Int32Array;
  edge: Int32Array;
}

export interface CombineResult {
  polygons: Polygon[];
  report: CombineReport;
  /** For each ring of the result the edges of operands that its edges come from; made when it is asked for. */
  origins(): EdgeOrigins[];
  /** Where edges properly cross, x y of each pixel once, in lexicographic order; made when it is asked for. */
  crossings(): Float64Array;
  /** Stretches along which what was narrower than the grid closed up, x0 y0 x1 y1 each; made when it is asked for. */
  slivers(): Float64Array;
}

/** Tells from the operands that a place lies in whether it belongs to the result. */
export type Selection = (inside: readonly boolean[]) => boolean;

/** The part of the plane that a selection takes, as polygons. */
export function select(arrangement: Arrangement, selection: Selection): CombineResult {
  const selected = new Uint8Array(2 * arrangement.pieces.from.length);
  const faces = facesTaken.take(selected.length);
  faces.begin(arrangement, selection);
  for (let e = 0; 2 * e < selected.length; e++) {
    const left = faces.isTaken(2 * e);
    if (left === faces.isTaken(2 * e + 1)) continue;
    selected[left ? 2 * e : 2 * e + 1] = 1;
  }
  facesTaken.giveBack(faces);
  return assemble(arrangement, selected);
}

const facesTaken = new WorkObjects(() => new Faces());

/** Winding numbers below this, either way, and so many layers are remembered. */
const REMEMBERED = 4;
const MOST_LAYERS = 4;

/** Which faces a selection takes; asked once for each set of small winding numbers. */
class Faces {
  private answers!: Int8Array;
  private windings!: Int32Array;
  private turn!: Int32Array;
  private layers = 0;
  private arrangement!: Arrangement;
  private selection!: Selection;

  begin(arrangement: Arrangement, selection: Selection): void {
    this.arrangement = arrangement;
    this.selection = selection;
    this.windings = arrangement.windings;
    this.turn = arrangement.pieces.turn;
    this.layers = arrangement.pieces.layers;
    this.answers = new Int8Array(this.layers > MOST_LAYERS ? 0 : (2 * REMEMBERED) ** this.layers);
  }

  /** Whether the face to the left of a half-edge is taken. */
  isTaken(h: number): boolean {
    const { answers, windings, turn, layers } = this;
    if (answers.length === 0) return this.ask(h);
    let code = 0;
    for (let k = 0, at = (h >> 1) * layers; k < layers; k++, at++) {
      const winding = windings[at] - (h & 1 ? turn[at] : 0) + REMEMBERED;
      if (winding < 0 || winding >= 2 * REMEMBERED) return this.ask(h);
      code = 2 * REMEMBERED * code + winding;
    }
    if (answers[code] === 0) answers[code] = this.ask(h) ? 1 : -1;
    return answers[code] > 0;
  }

  private ask(h: number): boolean {
    return this.selection(this.arrangement.inside(h));
  }
}

/** The polygons around the faces to the left of the selected half-edges. */
export function assemble(arrangement: Arrangement, selected: Uint8Array): CombineResult {
  const { grid, outlines, meetings, bends, pieces, stars } = arrangement;
  const joined = joinRings(pieces, stars, selected);
  const degree = degreesOf(pieces, joined);
  const positions = positionsOf(grid, outlines, meetings, bends, pieces, degree);
  const corners = cornersOf(pieces, outlines, joined, degree, layersAtNodes(arrangement));
  keepBesideStraight(grid, pieces, joined, corners, positions);
  const { rings: drawn, edges, edgesFirst, verticesMoved } = drawRings(arrangement, joined, corners, positions);
  const { polygons, order } = polygonsOf(drawn);
  const { movedFirst, movedLater } = bends;
  const rounding = verticesMoved > 0 || movedFirst + movedLater > 0 ? roundingOf(outlines) : 0;
  const steps = Math.max(movedFirst, rounding, positions.united) + movedLater;
  return {
    polygons,
    report: {
      gridStep: grid.step,
      movement: steps * grid.step,
      passes: bends.passes,
      intersections: meetings.intersections,
      pieces: polygons.length,
      holes: countHoles(polygons),
      verticesMoved,
      dropped: outlines.dropped,
      shortEdges: outlines.shortEdges,
      sources: sourcesOf(arrangement, joined, order),
    },
    crossings: () => crossingsOf(arrangement),
    slivers: () => closedSlivers(arrangement),
    origins: () =>
      order.map((i) => {
        const along = edges.subarray(edgesFirst[i], edgesFirst[i + 1]);
        return originsOf(arrangement, coveringEdges(arrangement, drawn[i], along));
      }),
  };
}

/** Rings as polygons in lexicographic order, and in which order their outer rings with the holes of each came in. */
export function polygonsOf(drawn: readonly Ring[]): { polygons: Polygon[]; order: number[] } {
  const canonical = canonicalOrder(drawn);
  const rings: Ring[] = [];
  for (let k = 0; k < canonical.length; k++) rings.push(drawn[canonical[k]]);
  const nests = nest(rings);
  const order: number[] = [];
  for (const { outer, holes } of nests) {
    holes.sort((p, q) => p - q);
    order.push(canonical[outer]);
    for (let k = 0; k < holes.length; k++) order.push(canonical[holes[k]]);
  }
  const polygons = nests.map(({ outer, holes }) => ({ outer: rings[outer], holes: holes.map((hole) => rings[hole]) }));
  return { polygons, order };
}

/** Rings in lexicographic order: by their starts, where that is enough. */
function canonicalOrder(rings: readonly Ring[]): Uint32Array {
  const x = new Float64Array(rings.length);
  const y = new Float64Array(rings.length);
  for (let r = 0; r < rings.length; r++) {
    x[r] = rings[r][0];
    y[r] = rings[r][1];
  }
  const order = pointOrder(x, y);
  for (let k = 0, end = 0; k < order.length; k = end) {
    for (end = k + 1; end < order.length && x[order[end]] === x[order[k]] && y[order[end]] === y[order[k]]; end++);
    if (end - k > 1) order.subarray(k, end).sort((i, j) => compareNumbers(rings[i], rings[j]));
  }
  return order;
}

/** Which layers have a vertex at a node: result[u * layers + k] is 1 where layer k has one at node u. */
function layersAtNodes({ outlines, pieces }: Arrangement): Uint8Array {
  const { layers, nodeOf, x } = pieces;
  const owners = new Uint8Array(x.length * layers);
  const { first, layerOf } = outlines;
  for (let r = 0; r < layerOf.length; r++)
    for (let i = first[r]; i < first[r + 1]; i++) if (nodeOf[i] >= 0) owners[nodeOf[i] * layers + layerOf[r]] = 1;
  return owners;
}

function countHoles(polygons: MultiPolygon): number {
  return polygons.reduce((sum, { holes }) => sum + holes.length, 0);
}

/** The layers of each ring's pieces; rings with the same ones, one after the other, share the list. */
function sourcesOf({ pieces }: Arrangement, { halfEdges, first }: HalfEdgeRings, order: readonly number[]): number[][] {
  const { turn, layers } = pieces;
  const isFound = new Uint8Array(layers);
  let list: number[] = [];
  return order.map((r) => {
    isFound.fill(0);
    for (let i = first[r], missing = layers; i < first[r + 1] && missing > 0; i++)
      for (let k = 0; k < layers; k++)
        if (turn[(halfEdges[i] >> 1) * layers + k] !== 0 && isFound[k] === 0) {
          isFound[k] = 1;
          missing--;
        }
    let isSame = true;
    for (let k = 0; k < layers; k++) if ((isFound[k] === 1) !== list.includes(k)) isSame = false;
    if (!isSame) {
      list = [];
      for (let k = 0; k < isFound.length; k++) if (isFound[k] === 1) list.push(k);
    }
    return list;
  });
}

function originsOf({ outlines }: Arrangement, edges: Int32Array): EdgeOrigins {
  const { first, layerOf, outlineOf, place } = outlines;
  const [operand, ring, edge] = [0, 1, 2].map(() => new Int32Array(edges.length));
  let r = 0;
  for (let i = 0; i < edges.length; i++) {
    const e = edges[i];
    if (e < first[r] || e >= first[r + 1]) r = outlineAt(first, e);
    operand[i] = layerOf[r];
    ring[i] = outlineOf[r];
    edge[i] = place[e];
  }
  return { operand, ring, edge };
}

function crossingsOf({ grid, outlines, meetings: { x, y, isGone } }: Arrangement): Float64Array {
  const n = outlines.next.length;
  const order = pointOrder(x.subarray(n), y.subarray(n));
  const crossings = new GrowingDoubles();
  for (const c of order) {
    if (isGone?.[c]) continue;
    crossings.push(grid.x(x[n + c]));
    crossings.push(grid.y(y[n + c]));
  }
  return crossings.values.slice(0, crossings.length);
}

function outlineAt(first: Int32Array, e: number): number {
  let low = 0;
  let high = first.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (first[middle] <= e) low = middle;
    else high = middle - 1;
  }
  return low;
}

export function compareNumbers(a: ArrayLike<number>, b: ArrayLike<number>): number {
  const n = Math.min(a.length, b.length);
  for (let i = 0; i < n; i++) if (a[i] !== b[i]) return a[i] - b[i];
  return a.length - b.length;
}
