import { crossSign } from "../numeric";
import { filled, type Ring } from "../polygon";
import { arrange, type Region } from "./arrange";
import { crossingPixel, type Pixel } from "./grid/crossing-pixel";
import { type PixelGrid, pixelGrid } from "./grid/grid";
import { comesNear, MEETS, meetAsGiven } from "./grid/near-edge";
import { requireFiniteLayers } from "./grid/outlines";
import { type CombineResult, polygonsOf, type Selection, select } from "./output/select";

/** Up to so many edges, crossings and operands this way is the shorter one, while few of them lie side by side. */
const MOST_EDGES = 600;
const MOST_CROSSINGS = 200;
const MOST_OPERANDS = 6;
/** So many times an edge may be asked whether another one, or a crossing, comes near it; on the average. */
const MOST_QUESTIONS = 40;

/**
 * How far, in steps of the grid, everything has to keep from everything else. Rounding and bending move points by a few
 * steps, and doubles tell sides of edges for certain that lie further off than one.
 */
const CLEAR = 64;

/**
 * A selection on few edges in general position, the same to the last bit as by {@link arrange} and {@link select}; null where
 * they are not, or not few: where a vertex or a crossing comes near an edge that it does not belong to, or edges are short.
 *
 * Without such places each crossing is one hot pixel with four pieces around it, nothing meets in the course of bending, and
 * all vertices stay where they were. So the topology needs no search: rings are walked once, with winding numbers kept
 * along, and joined at crossings. What is asked for afterwards is made the long way, of the operands as they are then.
 */
export function inGeneralPosition(operands: readonly Region[], selection: Selection): CombineResult | null {
  let edges = 0;
  for (let k = 0; k < operands.length; k++)
    for (let r = 0; r < operands[k].rings.length; r++) edges += operands[k].rings[r].length / 2;
  if (edges === 0 || edges > MOST_EDGES || operands.length > MOST_OPERANDS) return null;
  requireFiniteLayers(
    operands.map(({ rings }) => rings),
    [],
  );
  const all: Ring[] = [];
  for (let k = 0; k < operands.length; k++)
    for (let r = 0; r < operands[k].rings.length; r++) all.push(operands[k].rings[r]);
  const grid = pixelGrid(all);
  if (!load(operands, grid) || !findCrossings() || !areCrossingsClear()) return null;
  cutIntoPieces();
  takeFaces(operands, selection);
  const movedFirst = movedByBending();
  const rings = movedFirst === null ? null : joinedRings(grid);
  if (rings === null || movedFirst === null) return null;
  const { polygons, order } = polygonsOf(rings);
  let made: CombineResult | null = null;
  const theLongWay = (): CombineResult => {
    made ??= select(arrange(operands), selection);
    return made;
  };
  return {
    polygons,
    report: {
      gridStep: grid.step,
      movement: Math.max(movedFirst, movedFirst > 0 ? Math.sqrt(rounded) : 0) * grid.step,
      passes: crossings > 0 ? 2 : 1,
      intersections: crossings,
      pieces: polygons.length,
      holes: rings.length - polygons.length,
      verticesMoved: 0,
      dropped: 0,
      shortEdges: 0,
      sources: order.map((r) => sources[r]),
    },
    crossings: () => theLongWay().crossings(),
    slivers: () => theLongWay().slivers(),
    origins: () => theLongWay().origins(),
  };
}

// The workspace: made once, and used again by every call. Vertex and edge v are that from v to next[v].

const x = new Float64Array(MOST_EDGES);
const y = new Float64Array(MOST_EDGES);
const next = new Int32Array(MOST_EDGES);
const givenX = new Float64Array(MOST_EDGES);
const givenY = new Float64Array(MOST_EDGES);
const offsetX = new Float64Array(MOST_EDGES);
const offsetY = new Float64Array(MOST_EDGES);
const layerOf = new Int32Array(MOST_EDGES);
const given = { x, y, next, startX: offsetX, startY: offsetY, endX: offsetX, endY: offsetY };
let vertices = 0;
/** The greatest square of a vertex's distance from its pixel's centre, in steps. */
let rounded = 0;
/** Ring r has the vertices ringFirst[r] to ringFirst[r + 1]. */
const ringFirst = new Int32Array(MOST_EDGES + 1);
let rings = 0;
/** Edges by their least x. */
const byX = new Int32Array(MOST_EDGES);
const leastX = new Float64Array(MOST_EDGES);
/** A clear way below each edge, and its greatest y. */
const leastY = new Float64Array(MOST_EDGES);
const greatestY = new Float64Array(MOST_EDGES);
const bucketOf = new Int32Array(MOST_EDGES);
const bucketEnd = new Int32Array(MOST_EDGES);

const crossing: { x: Float64Array; y: Float64Array } = {
  x: new Float64Array(MOST_CROSSINGS),
  y: new Float64Array(MOST_CROSSINGS),
};
/** The two edges of each, and whether the second runs to the left of the first. */
const firstEdge = new Int32Array(MOST_CROSSINGS);
const secondEdge = new Int32Array(MOST_CROSSINGS);
const toLeft = new Uint8Array(MOST_CROSSINGS);
let crossings = 0;
let questionsLeft = 0;
const pixel: Pixel = { x: 0, y: 0 };

/** The crossings of edge e in its order are onEdge[onFirst[e]] to onEdge[onFirst[e + 1]]; its pieces begin at e + onFirst[e]. */
const onFirst = new Int32Array(MOST_EDGES + 1);
const onEdge = new Int32Array(2 * MOST_CROSSINGS);
/** Nodes are vertices, then crossings. */
const MOST_PIECES = MOST_EDGES + 2 * MOST_CROSSINGS;
const pieceFrom = new Int32Array(MOST_PIECES);
const pieceTo = new Int32Array(MOST_PIECES);
const pieceLayer = new Int32Array(MOST_PIECES);
/** The pieces that lead to each crossing, on both of its edges; those after them lead away. */
const firstTo = new Int32Array(MOST_CROSSINGS);
const secondTo = new Int32Array(MOST_CROSSINGS);
/** Half-edges, 2 p along piece p and 2 p + 1 back, with what is taken to their left and not to their right. */
const selected = new Uint8Array(2 * MOST_PIECES);
const used = new Uint8Array(2 * MOST_PIECES);

const winding = new Int32Array(MOST_OPERANDS);
/** By the set of operands that a face lies in: 1 where it is taken, −1 where not, 0 where nobody asked. */
const taken = new Int8Array(1 << MOST_OPERANDS);

const seen = new Int32Array(MOST_EDGES + MOST_CROSSINGS);
const walk = new Int32Array(2 * MOST_PIECES);
const found = new Int32Array(2 * MOST_PIECES);
let sources: number[][] = [];

/** Puts the operands on the grid; false where an edge is short. */
function load(operands: readonly Region[], grid: PixelGrid): boolean {
  vertices = 0;
  rings = 0;
  rounded = 0;
  for (let k = 0; k < operands.length; k++)
    for (let r = 0; r < operands[k].rings.length; r++) {
      const ring = operands[k].rings[r];
      const begin = vertices;
      if (ring.length < 6) return false;
      for (let i = 0; i < ring.length; i += 2) {
        const px = ring[i] + 0;
        const py = ring[i + 1] + 0;
        givenX[vertices] = px;
        givenY[vertices] = py;
        const column = grid.column(px);
        const row = grid.row(py);
        x[vertices] = column;
        y[vertices] = row;
        const ox = grid.offsetX(px, column);
        const oy = grid.offsetY(py, row);
        offsetX[vertices] = ox;
        offsetY[vertices] = oy;
        rounded = Math.max(rounded, ox * ox + oy * oy);
        layerOf[vertices] = k;
        next[vertices] = vertices + 1;
        vertices++;
      }
      next[vertices - 1] = begin;
      ringFirst[rings++] = begin;
    }
  ringFirst[rings] = vertices;
  for (let e = 0; e < vertices; e++) {
    if (Math.abs(x[next[e]] - x[e]) + Math.abs(y[next[e]] - y[e]) < 4 * CLEAR) return false;
    const i = next[e];
    leastX[e] = Math.min(x[e], x[i]);
    leastY[e] = Math.min(y[e], y[i]) - CLEAR;
    greatestY[e] = Math.max(y[e], y[i]);
  }
  return true;
}

/** Finds where edges cross; false where one comes near a vertex of another, or there are too many to ask. */
function findCrossings(): boolean {
  crossings = 0;
  questionsLeft = MOST_QUESTIONS * vertices;
  sortByX();
  for (let k = 0; k < vertices; k++) {
    const e = byX[k];
    const i = next[e];
    const greatestX = Math.max(x[e], x[i]) + CLEAR;
    const low = leastY[e];
    const high = greatestY[e];
    for (let l = k + 1; l < vertices; l++) {
      const f = byX[l];
      if (leastX[f] > greatestX) break;
      if (--questionsLeft < 0) return false;
      if (leastY[f] > high || greatestY[f] < low) continue;
      if (!meet(e, i, f, next[f])) return false;
    }
  }
  return true;
}

/** By buckets of equal width, as many as edges, then one by one, which is soon done then. */
function sortByX(): void {
  let least = leastX[0];
  let greatest = least;
  for (let e = 1; e < vertices; e++) {
    if (leastX[e] < least) least = leastX[e];
    if (leastX[e] > greatest) greatest = leastX[e];
  }
  const scale = greatest > least ? (vertices - 1) / (greatest - least) : 0;
  bucketEnd.fill(0, 0, vertices);
  for (let e = 0; e < vertices; e++) {
    bucketOf[e] = (leastX[e] - least) * scale;
    bucketEnd[bucketOf[e]]++;
  }
  for (let k = 1; k < vertices; k++) bucketEnd[k] += bucketEnd[k - 1];
  for (let e = 0; e < vertices; e++) byX[--bucketEnd[bucketOf[e]]] = e;
  for (let k = 1; k < vertices; k++) {
    const e = byX[k];
    let at = k;
    for (; at > 0 && leastX[byX[at - 1]] > leastX[e]; at--) byX[at] = byX[at - 1];
    byX[at] = e;
  }
}

/** Notes where two edges cross; false where an end of one comes near the other. */
function meet(e: number, i: number, f: number, j: number): boolean {
  if (i !== f && e !== f && isNear(e, f)) return false;
  if (j !== e && j !== i && isNear(e, j)) return false;
  if (j !== e && isNear(f, e)) return false;
  if (i !== f && i !== j && isNear(f, i)) return false;
  if (i === f || j === e || !crossingPixel(given, Math.min(e, f), Math.max(e, f), pixel)) return true;
  if (crossings === MOST_CROSSINGS) return false;
  const c = crossings++;
  crossing.x[c] = pixel.x;
  crossing.y[c] = pixel.y;
  firstEdge[c] = e;
  secondEdge[c] = f;
  toLeft[c] = (x[i] - x[e]) * (y[j] - y[f]) - (y[i] - y[e]) * (x[j] - x[f]) > 0 ? 1 : 0;
  return true;
}

function isNear(e: number, p: number): boolean {
  return comesNear(x[e], y[e], x[next[e]], y[next[e]], x[p], y[p], CLEAR);
}

function areCrossingsClear(): boolean {
  for (let c = 0; c < crossings; c++)
    for (let k = 0; k < vertices; k++) {
      const e = byX[k];
      if (leastX[e] > crossing.x[c] + CLEAR) break;
      if (--questionsLeft < 0) return false;
      if (leastY[e] > crossing.y[c] || greatestY[e] < crossing.y[c] - CLEAR) continue;
      if (e === firstEdge[c] || e === secondEdge[c]) continue;
      if (comesNear(x[e], y[e], x[next[e]], y[next[e]], crossing.x[c], crossing.y[c], CLEAR)) return false;
    }
  return true;
}

function cutIntoPieces(): void {
  onFirst.fill(0, 0, vertices + 1);
  for (let c = 0; c < crossings; c++) {
    onFirst[firstEdge[c] + 1]++;
    onFirst[secondEdge[c] + 1]++;
  }
  for (let e = 0; e < vertices; e++) onFirst[e + 1] += onFirst[e];
  // Filled from behind, then set back to the beginnings.
  for (let c = 0; c < crossings; c++) {
    onEdge[--onFirst[firstEdge[c] + 1]] = c;
    onEdge[--onFirst[secondEdge[c] + 1]] = c;
  }
  for (let e = 0; e < vertices; e++) onFirst[e] = onFirst[e + 1];
  onFirst[vertices] = 2 * crossings;
  for (let e = 0; e < vertices; e++) {
    const begin = onFirst[e];
    const end = onFirst[e + 1];
    if (begin === end) {
      pieceFrom[e + begin] = e;
      pieceTo[e + begin] = next[e];
      pieceLayer[e + begin] = layerOf[e];
      continue;
    }
    sortAlong(e, begin, end);
    for (let k = begin; k <= end; k++) {
      const p = e + k;
      pieceFrom[p] = k === begin ? e : vertices + onEdge[k - 1];
      pieceTo[p] = k === end ? next[e] : vertices + onEdge[k];
      pieceLayer[p] = layerOf[e];
      if (k === end) continue;
      if (firstEdge[onEdge[k]] === e) firstTo[onEdge[k]] = p;
      else secondTo[onEdge[k]] = p;
    }
  }
}

/** Crossings along an edge: they are clear of each other, so either coordinate that goes further tells their order. */
function sortAlong(e: number, begin: number, end: number): void {
  const isWide = Math.abs(x[next[e]] - x[e]) >= Math.abs(y[next[e]] - y[e]);
  const places = isWide ? crossing.x : crossing.y;
  const start = isWide ? x[e] : y[e];
  for (let k = begin + 1; k < end; k++) {
    const c = onEdge[k];
    const far = Math.abs(places[c] - start);
    let at = k;
    for (; at > begin && Math.abs(places[onEdge[at - 1]] - start) > far; at--) onEdge[at] = onEdge[at - 1];
    onEdge[at] = c;
  }
}

/** Selects the half-edges with a face on their left that is taken, and one on their right that is not. */
function takeFaces(operands: readonly Region[], selection: Selection): void {
  taken.fill(0);
  selected.fill(0, 0, 2 * (vertices + 2 * crossings));
  for (let r = 0; r < rings; r++) {
    const layer = layerOf[ringFirst[r]];
    const start = lowestOf(r);
    for (let k = 0; k < operands.length; k++) winding[k] = 0;
    windAround(start, r);
    // Below the lowest vertex the ring itself does not wind; between its two edges it does.
    if (turnsLeft(start, r)) winding[layer]++;
    let side = sideTaken(layer, operands, selection);
    let e = start;
    do {
      for (let k = onFirst[e]; k <= onFirst[e + 1]; k++) {
        if (side !== NEITHER) selected[2 * (e + k) + side] = 1;
        if (k === onFirst[e + 1]) continue;
        // The left of the other edge is wound around once more than its right.
        const c = onEdge[k];
        const isFirst = firstEdge[c] === e;
        winding[layerOf[isFirst ? secondEdge[c] : firstEdge[c]]] += (toLeft[c] === 1) === isFirst ? -1 : 1;
        side = sideTaken(layer, operands, selection);
      }
      e = next[e];
    } while (e !== start);
  }
}

const NEITHER = -1;

/** Which half-edge of a piece with these winding numbers on its left has a face on its left that alone is taken: 0 or 1. */
function sideTaken(layer: number, operands: readonly Region[], selection: Selection): 0 | 1 | typeof NEITHER {
  const left = isTaken(operands, selection);
  winding[layer]--;
  const right = isTaken(operands, selection);
  winding[layer]++;
  return left === right ? NEITHER : left ? 0 : 1;
}

function lowestOf(r: number): number {
  let lowest = ringFirst[r];
  for (let v = lowest + 1; v < ringFirst[r + 1]; v++)
    if (y[v] < y[lowest] || (y[v] === y[lowest] && x[v] < x[lowest])) lowest = v;
  return lowest;
}

function turnsLeft(v: number, r: number): boolean {
  const before = v === ringFirst[r] ? ringFirst[r + 1] - 1 : v - 1;
  return crossSign(x[v] - x[before], y[v] - y[before], x[next[v]] - x[v], y[next[v]] - y[v]) > 0;
}

/** Winding numbers of all other rings around a vertex, by a ray towards +x; it is clear of their edges. */
function windAround(v: number, own: number): void {
  const px = x[v];
  const py = y[v];
  for (let e = 0; e < vertices; e++) {
    if (e === ringFirst[own]) {
      e = ringFirst[own + 1] - 1;
      continue;
    }
    const j = next[e];
    const isUp = y[e] <= py;
    if (isUp === y[j] <= py) continue;
    const cross = (x[j] - x[e]) * (py - y[e]) - (y[j] - y[e]) * (px - x[e]);
    if (cross > 0 === isUp) winding[layerOf[e]] += isUp ? 1 : -1;
  }
}

function isTaken(operands: readonly Region[], selection: Selection): boolean {
  let set = 0;
  for (let k = 0; k < operands.length; k++) if (filled(winding[k], operands[k].fillRule)) set |= 1 << k;
  if (taken[set] === 0) taken[set] = selection(operands.map((_, k) => ((set >> k) & 1) === 1)) ? 1 : -1;
  return taken[set] > 0;
}

const one = Int32Array.of(0);
const how = new Uint8Array(1);
const distance = new Float64Array(1);

/** How far edges are bent at most, in steps: to the pixels of their crossings. Null where one would miss such a pixel. */
function movedByBending(): number | null {
  let most = 0;
  for (let c = 0; c < crossings; c++) {
    one[0] = c;
    for (let k = 0; k < 2; k++) {
      meetAsGiven(given, k === 0 ? firstEdge[c] : secondEdge[c], crossing, one, 0, 1, how, distance);
      if (how[0] !== MEETS) return null;
      if (distance[0] > most) most = distance[0];
    }
  }
  return most;
}

/** Simple rings along selected half-edges, as joinRings makes them; null where one runs straight on at a crossing. */
function joinedRings(grid: PixelGrid): Ring[] | null {
  const count = 2 * (vertices + 2 * crossings);
  used.fill(0, 0, count);
  seen.fill(-1, 0, vertices + crossings);
  sources = [];
  const drawn: Ring[] = [];
  let length = 0;
  for (let start = 0; start < count; start++) {
    if (selected[start] === 0 || used[start] === 1) continue;
    let h = start;
    do {
      used[h] = 1;
      seen[startOf(h)] = length;
      walk[length++] = h;
      const end = startOf(h ^ 1);
      if (seen[end] >= 0) {
        const from = seen[end];
        for (let i = from; i < length; i++) {
          found[i - from] = walk[i];
          seen[startOf(walk[i])] = -1;
        }
        const ring = drawnRing(grid, length - from);
        if (!ring) return null;
        drawn.push(ring);
        length = from;
      }
      h = goOn(h, end);
    } while (used[h] === 0);
  }
  return drawn;
}

function startOf(h: number): number {
  return h & 1 ? pieceTo[h >> 1] : pieceFrom[h >> 1];
}

/** The half-edge after h: at a vertex the other one, at a crossing the first that is selected clockwise from the way back. */
function goOn(h: number, node: number): number {
  const p = h >> 1;
  if (node < vertices) {
    if ((h & 1) === 0) return 2 * (node + onFirst[node]);
    // The last piece of the edge that leads to the vertex.
    return p > 0 && pieceTo[p - 1] === node ? 2 * (p - 1) + 1 : 2 * lastPieceTo(node) + 1;
  }
  const c = node - vertices;
  const [a, b] = [firstTo[c], secondTo[c]];
  // Counterclockwise: the first edge ahead, what lies to its left, the first edge back, what lies to its right.
  const left = toLeft[c] === 1 ? 2 * (b + 1) : 2 * b + 1;
  const right = toLeft[c] === 1 ? 2 * b + 1 : 2 * (b + 1);
  const ahead = 2 * (a + 1);
  const back = 2 * a + 1;
  const cameBy = h ^ 1;
  for (let turn = 1, out = cameBy; turn < 4; turn++) {
    out = out === ahead ? right : out === right ? back : out === back ? left : ahead;
    if (selected[out] === 1) return out;
  }
  return cameBy;
}

/** Only the edge that closes a ring is not the one before. */
function lastPieceTo(vertex: number): number {
  let r = 0;
  while (ringFirst[r + 1] <= vertex) r++;
  const e = vertex === ringFirst[r] ? ringFirst[r + 1] - 1 : vertex - 1;
  return e + onFirst[e + 1];
}

function drawnRing(grid: PixelGrid, length: number): Ring | null {
  const ring = new Float64Array(2 * length);
  let least = 0;
  let set = 0;
  for (let i = 0; i < length; i++) {
    const node = startOf(found[i]);
    set |= 1 << pieceLayer[found[i] >> 1];
    if (node >= vertices && isStraight(startOf(found[i === 0 ? length - 1 : i - 1]), node, startOf(found[i] ^ 1)))
      return null;
    ring[2 * i] = node < vertices ? givenX[node] : grid.x(crossing.x[node - vertices]);
    ring[2 * i + 1] = node < vertices ? givenY[node] : grid.y(crossing.y[node - vertices]);
    if (ring[2 * i] < ring[2 * least] || (ring[2 * i] === ring[2 * least] && ring[2 * i + 1] < ring[2 * least + 1]))
      least = i;
  }
  sources.push(MEMBERS[set]);
  return least === 0 ? ring : turnedTo(ring, 2 * least);
}

/** The members of each set, by the set's bits. */
const MEMBERS = Array.from({ length: 1 << MOST_OPERANDS }, (_, set) =>
  Array.from({ length: MOST_OPERANDS }, (_, k) => k).filter((k) => (set >> k) & 1),
);

function isStraight(p: number, q: number, r: number): boolean {
  return (
    crossSign(columnOf(q) - columnOf(p), rowOf(q) - rowOf(p), columnOf(r) - columnOf(q), rowOf(r) - rowOf(q)) === 0
  );
}

function columnOf(node: number): number {
  return node < vertices ? x[node] : crossing.x[node - vertices];
}

function rowOf(node: number): number {
  return node < vertices ? y[node] : crossing.y[node - vertices];
}

/** The same ring from another vertex on. */
function turnedTo(ring: Ring, begin: number): Ring {
  const n = ring.length;
  const turned = new Float64Array(n);
  for (let i = 0; i < n; i++) turned[i] = ring[i + begin < n ? i + begin : i + begin - n];
  return turned;
}
