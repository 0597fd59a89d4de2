import { BLOCK, block, blockXs, blockYs, edges, gaps, perSquare, reserve, xs, ys } from "./memory";
import { TINY } from "./near-edges";
import { ENTRY } from "./stack";
import { dot } from "./vectors";

/** Bytes of a point, and of a line: its start, the way to its end, and one over its squared length. */
const POINT: usize = 16;
const LINE: usize = 40;

/** The ends, the lines, and the edges that a tile's samples are measured by, behind the stack. */
let points: usize = 0;
let pointsEnd: usize = 0;
let lines: usize = 0;
let linesEnd: usize = 0;
let whole: usize = 0;
let wholeEnd: usize = 0;

/**
 * Edges as they are seen from all places of a tile: where every place's foot on the line lies before an edge, or beyond it, the edge
 * is no more than that end; where every foot lies within, no more than its line. Only the rest need all three.
 *
 *     +-------+                    The foot of p = c + d on the line through a along e lies at the share
 *     |   c   |                    (p − a) · e / e², which differs from that of c by at most (hx |ex| + hy |ey|) / e².
 *     +-------+   a ---------- b
 */
export function seeEdges(from: usize, to: usize, centre: v128, half: v128): void {
  const count = (to - from) / ENTRY;
  reserve(to, count * (POINT + 2 * LINE));
  points = pointsEnd = to;
  lines = linesEnd = points + count * POINT;
  whole = wholeEnd = lines + count * LINE;
  let lastX: f64 = NaN;
  let lastY: f64 = NaN;
  for (let entry = from; entry < to; entry += ENTRY) {
    const e = load<i32>(entry);
    const at = edges + ((<usize>e) << 5);
    const a = v128.load(at);
    const along = f64x2.sub(v128.load(at, 16), a);
    const per = load<f64>(perSquare + ((<usize>e) << 3));
    const share = dot(f64x2.sub(centre, a), along) * per;
    const spread = dot(half, f64x2.abs(along)) * per;
    const isBefore = share + spread <= 0;
    if (isBefore || share - spread >= 1) {
      const end = isBefore ? at : at + 16;
      const x = load<f64>(end);
      const y = load<f64>(end, 8);
      // Edges in a row share their ends.
      if (x === lastX && y === lastY) continue;
      lastX = x;
      lastY = y;
      store<f64>(pointsEnd, x);
      store<f64>(pointsEnd, y, 8);
      pointsEnd += POINT;
    } else if (share - spread >= 0 && share + spread <= 1) {
      writeLine(linesEnd, a, along, per);
      linesEnd += LINE;
    } else {
      writeLine(wholeEnd, a, along, per);
      wholeEnd += LINE;
    }
  }
}

function writeLine(at: usize, a: v128, along: v128, per: f64): void {
  v128.store(at, a);
  v128.store(at, along, 16);
  store<f64>(at, per, 32);
}

/**
 * Writes the distances of a tile's samples into the block, off by some 1e-16 of the lengths; -1 where squares cannot be trusted. Gives
 * whether there may be such.
 */
export function writeDistances(c0: i32, c1: i32, r0: i32, r1: i32): bool {
  let isTooNear = false;
  for (let r = r0; r < r1; r++) {
    const y = v128.load_splat<f64>(blockYs + ((<usize>r) << 3));
    const offset = (<usize>c0) << 3;
    if (writeRow(blockXs + offset, 0, y, block + ((<usize>(r * BLOCK)) << 3) + offset, c1 - c0)) isTooNear = true;
  }
  return isTooNear;
}

/** The same for points. */
export function writePointDistances(first: i32, last: i32): void {
  const offset = (<usize>first) << 3;
  writeRow(xs + offset, ys + offset, f64x2.splat(0), gaps + offset, last - first);
}

/** Distances of places whose x lie from some address on, and their y from another, or it is the same for all. */
function writeRow(fromX: usize, fromY: usize, y: v128, to: usize, count: i32): bool {
  let allTrusted = f64x2.eq(f64x2.splat(0), f64x2.splat(0));
  for (let k = 0; k < count; k += 2) {
    const offset = (<usize>k) << 3;
    if (fromY !== 0) y = v128.load(fromY + offset);
    const least = leastSquares(v128.load(fromX + offset), y);
    const trusted = f64x2.gt(least, f64x2.splat(TINY));
    allTrusted = v128.and(allTrusted, trusted);
    const distances = v128.bitselect(f64x2.sqrt(least), f64x2.splat(-1), trusted);
    if (k + 1 < count) v128.store(to + offset, distances);
    else store<f64>(to + offset, f64x2.extract_lane(distances, 0));
  }
  return !i64x2.all_true(allTrusted);
}

/** The squared distances of two samples beside each other. */
function leastSquares(x: v128, y: v128): v128 {
  let least = f64x2.splat(Infinity);
  for (let at = points; at < pointsEnd; at += POINT) {
    const wx = f64x2.sub(x, v128.load_splat<f64>(at));
    const wy = f64x2.sub(y, v128.load_splat<f64>(at, 8));
    least = f64x2.pmin(least, f64x2.add(f64x2.mul(wx, wx), f64x2.mul(wy, wy)));
  }
  for (let at = lines; at < linesEnd; at += LINE) {
    const wx = f64x2.sub(x, v128.load_splat<f64>(at));
    const wy = f64x2.sub(y, v128.load_splat<f64>(at, 8));
    const dx = v128.load_splat<f64>(at, 16);
    const dy = v128.load_splat<f64>(at, 24);
    const across = f64x2.sub(f64x2.mul(wx, dy), f64x2.mul(wy, dx));
    // In this order nothing overflows.
    least = f64x2.pmin(least, f64x2.mul(f64x2.mul(across, v128.load_splat<f64>(at, 32)), across));
  }
  for (let at = whole; at < wholeEnd; at += LINE) {
    const wx = f64x2.sub(x, v128.load_splat<f64>(at));
    const wy = f64x2.sub(y, v128.load_splat<f64>(at, 8));
    const dx = v128.load_splat<f64>(at, 16);
    const dy = v128.load_splat<f64>(at, 24);
    const share = f64x2.mul(f64x2.add(f64x2.mul(wx, dx), f64x2.mul(wy, dy)), v128.load_splat<f64>(at, 32));
    const within = f64x2.pmax(f64x2.splat(0), f64x2.pmin(f64x2.splat(1), share));
    const px = f64x2.sub(wx, f64x2.mul(within, dx));
    const py = f64x2.sub(wy, f64x2.mul(within, dy));
    least = f64x2.pmin(least, f64x2.add(f64x2.mul(px, px), f64x2.mul(py, py)));
  }
  return least;
}
