import { crossSign } from "../../numeric";
import { filled } from "../../polygon";
import type { Region } from "../arrange";
import type { Selection } from "../output/select";
import {
  count,
  firstEdge,
  layerOf,
  MOST_OPERANDS,
  next,
  onEdge,
  onFirst,
  ringFirst,
  secondEdge,
  selected,
  toLeft,
  x,
  y,
} from "./workspace";

/** Selects the half-edges with a face on their left that is taken, and one on their right that is not. */
export function takeFaces(operands: readonly Region[], selection: Selection): void {
  const { vertices } = count;
  taken.fill(0);
  selected.fill(0, 0, 2 * (vertices + 2 * count.crossings));
  for (let r = 0; r < count.rings; r++) {
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
  const { vertices } = count;
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

const winding = new Int32Array(MOST_OPERANDS);
/** By the set of operands that a face lies in: 1 where it is taken, −1 where not, 0 where nobody asked. */
const taken = new Int8Array(1 << MOST_OPERANDS);
