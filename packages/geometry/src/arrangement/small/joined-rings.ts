import { crossSign } from "../../numeric";
import type { Ring } from "../../polygon";
import type { PixelGrid } from "../grid/grid";
import {
  count,
  crossing,
  firstTo,
  givenX,
  givenY,
  MOST_CROSSINGS,
  MOST_EDGES,
  MOST_OPERANDS,
  MOST_PIECES,
  onFirst,
  pieceFrom,
  pieceLayer,
  pieceTo,
  ringFirst,
  secondTo,
  selected,
  toLeft,
  x,
  y,
} from "./workspace";

/**
 * Simple rings along selected half-edges, as joinRings makes them, and the operands that each of them comes from; null where
 * one runs straight on at a crossing.
 */
export function joinedRings(grid: PixelGrid): { rings: Ring[]; sources: number[][] } | null {
  const { vertices } = count;
  const halfEdges = 2 * (vertices + 2 * count.crossings);
  used.fill(0, 0, halfEdges);
  seen.fill(-1, 0, vertices + count.crossings);
  const sources: number[][] = [];
  const drawn: Ring[] = [];
  let length = 0;
  for (let start = 0; start < halfEdges; start++) {
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
        const ring = drawnRing(grid, length - from, sources);
        if (!ring) return null;
        drawn.push(ring);
        length = from;
      }
      h = goOn(h, end);
    } while (used[h] === 0);
  }
  return { rings: drawn, sources };
}

function startOf(h: number): number {
  return h & 1 ? pieceTo[h >> 1] : pieceFrom[h >> 1];
}

/** The half-edge after h: at a vertex the other one, at a crossing the first that is selected clockwise from the way back. */
function goOn(h: number, node: number): number {
  const { vertices } = count;
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

function drawnRing(grid: PixelGrid, length: number, sources: number[][]): Ring | null {
  const { vertices } = count;
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
  return node < count.vertices ? x[node] : crossing.x[node - count.vertices];
}

function rowOf(node: number): number {
  return node < count.vertices ? y[node] : crossing.y[node - count.vertices];
}

/** The same ring from another vertex on. */
function turnedTo(ring: Ring, begin: number): Ring {
  const n = ring.length;
  const turned = new Float64Array(n);
  for (let i = 0; i < n; i++) turned[i] = ring[i + begin < n ? i + begin : i + begin - n];
  return turned;
}

const used = new Uint8Array(2 * MOST_PIECES);
const seen = new Int32Array(MOST_EDGES + MOST_CROSSINGS);
const walk = new Int32Array(2 * MOST_PIECES);
const found = new Int32Array(2 * MOST_PIECES);
