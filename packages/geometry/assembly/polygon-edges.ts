import { along, both, clamped, squares, TWO } from "./places";

/*
 * Which edges of a polygon count for a run of places: those that may be nearest to one of them, and those that a ray from one may cross.
 */

/**
 * Edges lie in pairs, and each number of the first one before that of the second: its start, the way to its end, one over its squared length, and its
 * end. An edge is where the first of its numbers is, so the others are 16 bytes apart.
 */
export const Y: usize = 16;
export const WAY_X: usize = 32;
export const WAY_Y: usize = 48;
export const PER: usize = 64;
export const END: usize = 80;
export const PAIR: usize = 112;

/** Edges of a polygon, at most: as packages/geometry/src/distance/forms/polygon-numbers.ts has it. */
const MOST_EDGES: i32 = 128;

/** Squared distances from the middle of a run to all edges, and the edges that may be nearest to a place of the run. */
const gaps = memory.data(8 * MOST_EDGES);
export const near = memory.data(4 * MOST_EDGES + 4);
export let nearEnd: usize = 0;
/** What of them may be nearest. */
export const parts = memory.data(4 * MOST_EDGES);
/** The edges that a ray from a place of the run may cross. */
export const level = memory.data(4 * MOST_EDGES + 4);
export let levelEnd: usize = 0;

/** More than rounding changes squared distances by, as a share. */
export const ROUNDED: f64 = 1e-9;
/** The parts of an edge that may be nearest to places of a run. */
export const ANY: i32 = 0;
const START: i32 = 1;
export const LAST: i32 = 2;
export const BETWEEN: i32 = 3;
/** The bytes of a list of edges that is short enough to look at all pairs of them. */
const FEW: usize = 16;

/** The least squared distance from a middle to an edge, and the point of that edge. */
export let least: f64 = 0;
let footX: v128 = f64x2.splat(0);
let footY: v128 = f64x2.splat(0);

/** Writes the squared distances from a middle to edges. */
export function seeEdges(first: usize, end: usize, x: v128, y: v128): void {
  let square = both(Infinity);
  let restX = both(0);
  let restY = both(0);
  let to = gaps;
  for (let edges = first; edges < end; edges += PAIR) {
    const dx = f64x2.sub(x, v128.load(edges));
    const dy = f64x2.sub(y, v128.load(edges, Y));
    const ux = v128.load(edges, WAY_X);
    const uy = v128.load(edges, WAY_Y);
    const share = clamped(f64x2.mul(along(dx, dy, ux, uy), v128.load(edges, PER)));
    const ofFootX = f64x2.sub(dx, f64x2.mul(share, ux));
    const ofFootY = f64x2.sub(dy, f64x2.mul(share, uy));
    const gap = squares(ofFootX, ofFootY);
    v128.store(to, gap);
    to += TWO;
    const isNearer = f64x2.lt(gap, square);
    square = v128.bitselect(gap, square, isNearer);
    restX = v128.bitselect(ofFootX, restX, isNearer);
    restY = v128.bitselect(ofFootY, restY, isNearer);
  }
  const isSecond = f64x2.extract_lane(square, 1) < f64x2.extract_lane(square, 0);
  least = isSecond ? f64x2.extract_lane(square, 1) : f64x2.extract_lane(square, 0);
  footX = f64x2.sub(x, isSecond ? v128.shuffle<f64>(restX, restX, 1, 1) : v128.shuffle<f64>(restX, restX, 0, 0));
  footY = f64x2.sub(y, isSecond ? v128.shuffle<f64>(restY, restY, 1, 1) : v128.shuffle<f64>(restY, restY, 0, 0));
}

/** Lists the edges that may be nearest to a place: as packages/geometry/assembly/near-edges.ts finds them. */
export function keepNear(first: usize, end: usize, halfWidth: v128, halfHeight: v128): void {
  const square = both(least);
  let from = gaps;
  nearEnd = near;
  for (let edges = first; edges < end; edges += PAIR) {
    const atStart = reachTo(edges, halfWidth, halfHeight);
    const atEnd = reachTo(edges + END, halfWidth, halfHeight);
    const reach = f64x2.mul(both(2), f64x2.pmax(atStart, atEnd));
    const gap = v128.load(from);
    from += TWO;
    const room = f64x2.mul(both(ROUNDED), f64x2.add(f64x2.add(gap, square), reach));
    // What is not a number tells nothing.
    const areFar = i64x2.bitmask(f64x2.gt(f64x2.sub(gap, square), f64x2.add(reach, room)));
    nearEnd = listTwo(nearEnd, edges, ~areFar);
  }
}

/** How much nearer than a run's middle a place of it may be to an end than to the foot, as half a difference of squares. */
function reachTo(ends: usize, halfWidth: v128, halfHeight: v128): v128 {
  const dx = f64x2.abs(f64x2.sub(v128.load(ends), footX));
  const dy = f64x2.abs(f64x2.sub(v128.load(ends, Y), footY));
  return along(dx, dy, halfWidth, halfHeight);
}

/** Lists those of two edges whose bits are set. Returns where the list ends. */
function listTwo(to: usize, edges: usize, bits: i32): usize {
  // Without a branch that the processor would have to guess.
  store<i32>(to, <i32>edges);
  to += (<usize>(bits & 1)) << 2;
  store<i32>(to, <i32>edges + 8);
  return to + ((<usize>(bits & 2)) << 1);
}

/**
 * Finds what of each listed edge may be nearest to places of the run, and leaves out those of which only an end is that another one has too: its distance
 * is no greater anywhere in the run.
 */
export function seeParts(x: f64, y: f64, halfWidth: f64, halfHeight: f64): void {
  const count = nearEnd - near;
  if (count > FEW) return;
  for (let at: usize = 0; at < count; at += 4) {
    const edge = <usize>load<i32>(near + at);
    const ux = load<f64>(edge, WAY_X);
    const uy = load<f64>(edge, WAY_Y);
    const per = load<f64>(edge, PER);
    const share = ((x - load<f64>(edge)) * ux + (y - load<f64>(edge, Y)) * uy) * per;
    const change = (halfWidth * abs(ux) + halfHeight * abs(uy)) * per;
    let part = ANY;
    if (per === 0 || share + change < 0) part = START;
    else if (share - change > 1) part = LAST;
    else if (share - change > 0 && share + change < 1) part = BETWEEN;
    store<i32>(parts + at, part);
  }
  let left: usize = 0;
  for (let at: usize = 0; at < count; at += 4) {
    const edge = <usize>load<i32>(near + at);
    const part = load<i32>(parts + at);
    const isLeftOut =
      (part === START || part === LAST) && isOfOther(edge + (part === LAST ? END : 0), left, at + 4, count);
    store<i32>(near + left, <i32>edge);
    store<i32>(parts + left, part);
    left += (<usize>i32(!isLeftOut)) << 2;
  }
  nearEnd = near + left;
}

/** Whether a vertex is an end of an edge that is listed up to `left`, or from `at` to `end`. */
function isOfOther(vertex: usize, left: usize, at: usize, end: usize): bool {
  for (let other: usize = 0; other < end; other += 4) {
    if (other === left) other = at;
    if (other === end) return false;
    const otherEdge = <usize>load<i32>(near + other);
    if (areSame(vertex, otherEdge) || areSame(vertex, otherEdge + END)) return true;
  }
  return false;
}

function areSame(vertex: usize, other: usize): bool {
  return load<f64>(vertex) === load<f64>(other) && load<f64>(vertex, Y) === load<f64>(other, Y);
}

/** Lists the edges that rays towards +x may cross which begin at some x or more, and between some y. */
export function keepLevel(first: usize, end: usize, left: f64, low: f64, high: f64): void {
  levelEnd = level;
  for (let edges = first; edges < end; edges += PAIR) {
    const startY = v128.load(edges, Y);
    const endY = v128.load(edges, END + Y);
    const isRight = v128.or(f64x2.ge(v128.load(edges), both(left)), f64x2.ge(v128.load(edges, END), both(left)));
    const isAbove = v128.or(f64x2.gt(startY, both(low)), f64x2.gt(endY, both(low)));
    const isBelow = v128.or(f64x2.le(startY, both(high)), f64x2.le(endY, both(high)));
    levelEnd = listTwo(levelEnd, edges, i64x2.bitmask(v128.and(isRight, v128.and(isAbove, isBelow))));
  }
}
