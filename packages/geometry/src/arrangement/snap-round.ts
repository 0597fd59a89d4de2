import { crossRounded } from "../numeric";
import { crossingPixel, type Pixel } from "./crossing-pixel";
import { nodeAt, PieceCollector, type Pieces, sortedNodes } from "./pieces";

export interface Rounded {
  pieces: Pieces;
  passes: number;
  /** Proper crossings found. */
  intersections: number;
  /** How far, in grid steps, the passes together may have moved a point of an edge. */
  movement: number;
}

/**
 * Splits pieces at all their meetings and bends them to the pixels that they pass through, until nothing changes.
 *
 * One pass makes an arrangement whose pieces meet only at nodes: a bent piece runs within the pixels' width of the
 * edge that it came from, and a pixel centre on it would close that strip off, so the edge would have passed through
 * that pixel too. Further passes move pieces off pixels that only the bending brought them into; after the last one
 * no piece comes within half a step of a node that is not its end, and rounding the result again changes nothing.
 */
export function snapRound(start: Pieces): Rounded {
  const crossings = crossingPixels(start);
  let pieces = withNodes(start, crossings.xs, crossings.ys);
  let movement = 0;
  for (let passes = 1; ; passes++) {
    const bent = bendThroughPixels(pieces);
    movement += bent.movement;
    pieces = bent.pieces;
    if (!bent.changed) return { pieces, passes, intersections: crossings.xs.length, movement };
  }
}

/** The pixels of all proper crossings, by a sweep over x with the pieces that overlap in x compared in pairs. */
function crossingPixels({ x, y, from, to }: Pieces): { xs: number[]; ys: number[] } {
  const count = from.length;
  const xs: number[] = [];
  const ys: number[] = [];
  const pixel: Pixel = { x: 0, y: 0 };
  const low = new Float64Array(count);
  const high = new Float64Array(count);
  for (let e = 0; e < count; e++) {
    low[e] = Math.min(y[from[e]], y[to[e]]);
    high[e] = Math.max(y[from[e]], y[to[e]]);
  }
  const order = Uint32Array.from(from, (_, e) => e).sort((e, f) => from[e] - from[f]);
  const active = new Uint32Array(count);
  let size = 0;
  for (const e of order) {
    const left = x[from[e]];
    let kept = 0;
    for (let i = 0; i < size; i++) {
      const f = active[i];
      if (x[to[f]] < left) continue;
      active[kept++] = f;
      if (low[f] > high[e] || high[f] < low[e]) continue;
      const [a, b, c, d] = [from[e], to[e], from[f], to[f]];
      if (a === c || b === d || a === d || b === c) continue;
      if (crossingPixel(x[a], y[a], x[b], y[b], x[c], y[c], x[d], y[d], pixel)) {
        xs.push(pixel.x);
        ys.push(pixel.y);
      }
    }
    size = kept;
    active[size++] = e;
  }
  return { xs, ys };
}

/** The same pieces, with further nodes. */
function withNodes(pieces: Pieces, xs: number[], ys: number[]): Pieces {
  if (xs.length === 0) return pieces;
  const { x, y } = sortedNodes([...pieces.x, ...xs], [...pieces.y, ...ys]);
  const renamed = Int32Array.from(pieces.x, (px, i) => nodeAt(x, y, px, pieces.y[i]));
  return { ...pieces, x, y, from: pieces.from.map((u) => renamed[u]), to: pieces.to.map((u) => renamed[u]) };
}

/** One pass: every piece becomes the chain through the centres of all pixels that it meets. */
function bendThroughPixels(pieces: Pieces): { pieces: Pieces; changed: boolean; movement: number } {
  const { x, y, from, to, turn, operands } = pieces;
  const collector = new PieceCollector(x, y, operands);
  let changed = false;
  let movement = 0;
  const chain: number[] = [];
  for (let e = 0; e < from.length; e++) {
    const u = from[e];
    const v = to[e];
    const dx = x[v] - x[u];
    const dy = y[v] - y[u];
    const low = Math.min(y[u], y[v]);
    const high = Math.max(y[u], y[v]);
    const reach = dx + Math.abs(dy);
    chain.length = 0;
    // Nodes are sorted by x, so those in the piece's box lie around its ends; vertical neighbours may come first.
    for (let i = firstAt(x, x[u]); i < x.length && x[i] <= x[v]; i++) {
      if (y[i] < low || y[i] > high || i === u || i === v) continue;
      const cross = crossRounded(dx, dy, x[i] - x[u], y[i] - y[u]);
      const twice = 2 * Math.abs(cross);
      // The pixel is half-open: of its corners only the lower left one belongs to it.
      if (twice < reach || (twice === reach && 2 * cross === dx - dy)) {
        chain.push(i);
        movement = Math.max(movement, Math.abs(cross) / Math.hypot(dx, dy));
      }
    }
    if (chain.length) {
      changed = true;
      sortAlong(chain, x, y, dx, dy);
    }
    let last = u;
    for (const node of chain) {
      collector.add(last, node, turn, e * operands, 1);
      last = node;
    }
    collector.add(last, v, turn, e * operands, 1);
  }
  return { pieces: changed ? collector.collect() : pieces, changed, movement };
}

/** In the order in which the piece passes them: by its longer axis, then by the other. */
function sortAlong(chain: number[], x: Float64Array, y: Float64Array, dx: number, dy: number): void {
  const sx = dx < 0 ? -1 : 1;
  const sy = dy < 0 ? -1 : 1;
  if (Math.abs(dx) >= Math.abs(dy)) chain.sort((i, j) => sx * (x[i] - x[j]) || sy * (y[i] - y[j]));
  else chain.sort((i, j) => sy * (y[i] - y[j]) || sx * (x[i] - x[j]));
}

function firstAt(x: Float64Array, value: number): number {
  let low = 0;
  let high = x.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (x[middle] < value) low = middle + 1;
    else high = middle;
  }
  return low;
}
