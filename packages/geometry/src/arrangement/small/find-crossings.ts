import { crossingPixel, type Pixel } from "../grid/crossing-pixel";
import { comesNear } from "../grid/near-edge";
import {
  CLEAR,
  count,
  crossing,
  firstEdge,
  given,
  MOST_CROSSINGS,
  MOST_EDGES,
  next,
  secondEdge,
  toLeft,
  x,
  y,
} from "./workspace";

/** How often, on the average, an edge may be asked whether another one, or a crossing, comes near it. */
const MOST_QUESTIONS = 40;

/** Finds where edges cross; false where one comes near a vertex of another, or there are too many to ask. */
export function findCrossings(): boolean {
  const { vertices } = count;
  boxEdges();
  count.crossings = 0;
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

function boxEdges(): void {
  const { vertices } = count;
  for (let e = 0; e < vertices; e++) {
    const i = next[e];
    leastX[e] = Math.min(x[e], x[i]);
    leastY[e] = Math.min(y[e], y[i]) - CLEAR;
    greatestY[e] = Math.max(y[e], y[i]);
  }
}

/** By buckets of equal width, as many as edges, then one by one, which is soon done then. */
function sortByX(): void {
  const { vertices } = count;
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
  if (count.crossings === MOST_CROSSINGS) return false;
  const c = count.crossings++;
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

/** Whether no edge comes near a crossing of two others. */
export function areCrossingsClear(): boolean {
  const { vertices } = count;
  for (let c = 0; c < count.crossings; c++)
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

let questionsLeft = 0;
const pixel: Pixel = { x: 0, y: 0 };
/** Edges by their least x. */
const byX = new Int32Array(MOST_EDGES);
const leastX = new Float64Array(MOST_EDGES);
/** A clear way below each edge, and its greatest y. */
const leastY = new Float64Array(MOST_EDGES);
const greatestY = new Float64Array(MOST_EDGES);
const bucketOf = new Int32Array(MOST_EDGES);
const bucketEnd = new Int32Array(MOST_EDGES);
