import { along, areBoth, both, bytes, clamped, FOUR, out, placeX, placeY, signed, squares, TWO } from "./places";
import { boxOfRun, maxX, maxY, minX, minY, RUN } from "./runs";
import { dot, pair } from "./vectors";

/** Bytes of an edge: its start, the way to its end, one over its squared length, and its end. */
const EDGE: usize = 56;
const END: usize = 40;

/** Edges of a polygon, at most: as packages/geometry/src/distance/forms/polygon-numbers.ts has it. */
const MOST_EDGES: i32 = 128;

/** Written for places where the floating-point filter cannot decide the side, or squares overflow; and whether there was such a place. */
export let unsure: f64 = -Infinity;
export let wasUnsure: bool = false;

export function beginUnsure(value: f64): void {
  unsure = value;
  wasUnsure = false;
}

/** Squared distances from the middle of a run to all edges, and the edges that may be nearest to a place of the run. */
const gaps = memory.data(8 * MOST_EDGES);
const near = memory.data(4 * MOST_EDGES);
let nearEnd: usize = 0;
/** The edges that a ray from a place of the run may cross. */
const level = memory.data(4 * MOST_EDGES);
let levelEnd: usize = 0;

/** More than rounding changes squared distances by, as a share. */
const ROUNDED: f64 = 1e-9;
/** The filter's bound, as a share of the coordinates: nearer to the boundary than this, rounding may change the side (see `insideOf`). */
const OWN: f64 = 1 / <f64>((<i64>1) << 46);
/** Squares are trusted between these. */
const LEAST: f64 = 1e-280;
const GREATEST: f64 = 1e280;

/**
 * Signed distances to a polygon of few edges, under the nonzero rule or the even-odd one. Each run of places is measured by the edges that may be
 * nearest to one of them. No coordinate of the edges is greater than `size`.
 */
export function polygon(count: i32, first: usize, end: usize, isOdd: bool, size: f64): void {
  const xs = placeX;
  const ys = placeY;
  for (let place = 0; place < count; place += RUN) {
    const begin = bytes(place);
    const last = bytes(min(count, place + RUN));
    boxOfRun(place, min(RUN, count - place));
    const halfWidth = 0.5 * (maxX - minX);
    const halfHeight = 0.5 * (maxY - minY);
    const middle = pair(minX + halfWidth, minY + halfHeight);
    const radius = sqrt(halfWidth * halfWidth + halfHeight * halfHeight);
    seeEdges(first, end, middle);
    const gap = sqrt(least);
    keepNear(first, end, pair(halfWidth, halfHeight));
    const nearest = OWN * (size + max(abs(minX), abs(maxX)) + max(abs(minY), abs(maxY)));
    leastTold = both(max(LEAST, nearest * nearest));
    let inside = both(0);
    // No edge comes between the places then.
    const areBeside = gap * (1 - ROUNDED) > radius + nearest;
    if (areBeside) {
      const y = f64x2.extract_lane(middle, 1);
      keepLevel(first, end, f64x2.extract_lane(middle, 0), y, y);
      inside = insideOf(v128.shuffle<f64>(middle, middle, 0, 0), v128.shuffle<f64>(middle, middle, 1, 1), isOdd);
    } else keepLevel(first, end, minX, minY, maxY);
    for (let at = begin; at < last; at += FOUR) {
      const x = v128.load(xs + at);
      const y = v128.load(ys + at);
      const nextX = v128.load(xs + at, TWO);
      const nextY = v128.load(ys + at, TWO);
      let square = both(Infinity);
      let nextSquare = square;
      for (let listed = near; listed < nearEnd; listed += 4) {
        const edge = <usize>load<i32>(listed);
        const ax = v128.load_splat<f64>(edge);
        const ay = v128.load_splat<f64>(edge, 8);
        const ux = v128.load_splat<f64>(edge, 16);
        const uy = v128.load_splat<f64>(edge, 24);
        const per = v128.load_splat<f64>(edge, 32);
        square = f64x2.pmin(square, Pair.square(f64x2.sub(x, ax), f64x2.sub(y, ay), ux, uy, per));
        nextSquare = f64x2.pmin(nextSquare, Pair.square(f64x2.sub(nextX, ax), f64x2.sub(nextY, ay), ux, uy, per));
      }
      write(at, square, areBeside ? inside : insideOf(x, y, isOdd));
      write(at + TWO, nextSquare, areBeside ? inside : insideOf(nextX, nextY, isOdd));
    }
  }
}

/** Of two places. Methods, since functions cannot be marked to be written out wherever they are called. */
class Pair {
  /** Squared distances to an edge from the ways to its start. */
  @inline static square(wx: v128, wy: v128, ux: v128, uy: v128, per: v128): v128 {
    const share = clamped(f64x2.mul(along(wx, wy, ux, uy), per));
    return squares(f64x2.sub(wx, f64x2.mul(share, ux)), f64x2.sub(wy, f64x2.mul(share, uy)));
  }
}

/** The filter's bound, squared. */
let leastTold: v128 = f64x2.splat(0);

function write(at: usize, square: v128, inside: v128): void {
  const isTold = v128.and(f64x2.gt(square, leastTold), f64x2.lt(square, both(GREATEST)));
  v128.store(out + at, v128.bitselect(signed(f64x2.sqrt(square), inside), both(unsure), isTold));
  if (!areBoth(isTold)) wasUnsure = true;
}

/** The least squared distance from a middle to an edge, and the point of that edge. */
let least: f64 = 0;
let foot: v128 = f64x2.splat(0);

/** Writes the squared distances from a middle to edges. */
function seeEdges(first: usize, end: usize, middle: v128): void {
  let square: f64 = Infinity;
  let nearest = middle;
  let to = gaps;
  for (let edge = first; edge < end; edge += EDGE) {
    const way = f64x2.sub(middle, v128.load(edge));
    const along = v128.load(edge, 16);
    let share = dot(way, along) * load<f64>(edge, 32);
    if (share < 0) share = 0;
    else if (share > 1) share = 1;
    const rest = f64x2.sub(way, f64x2.mul(both(share), along));
    const gap = dot(rest, rest);
    store<f64>(to, gap);
    to += 8;
    if (gap < square) {
      square = gap;
      nearest = f64x2.sub(middle, rest);
    }
  }
  least = square;
  foot = nearest;
}

/** Lists the edges that may be nearest to a place: as packages/geometry/assembly/near-edges.ts finds them. */
function keepNear(first: usize, end: usize, half: v128): void {
  const square = least;
  const nearest = foot;
  let from = gaps;
  nearEnd = near;
  for (let edge = first; edge < end; edge += EDGE) {
    const start = f64x2.sub(v128.load(edge), nearest);
    const atStart = dot(half, f64x2.abs(start));
    const atEnd = dot(half, f64x2.abs(f64x2.add(start, v128.load(edge, 16))));
    const reach = 2 * select(atStart, atEnd, atStart > atEnd);
    const gap = load<f64>(from);
    from += 8;
    store<i32>(nearEnd, <i32>edge);
    // What is not a number tells nothing.
    nearEnd += (<usize>i32(!(gap - square > reach + ROUNDED * (gap + square + reach)))) << 2;
  }
}

/** Lists the edges that rays towards +x may cross which begin at some x or more, and between some y. */
function keepLevel(first: usize, end: usize, left: f64, low: f64, high: f64): void {
  levelEnd = level;
  for (let edge = first; edge < end; edge += EDGE) {
    const startY = load<f64>(edge, 8);
    const endY = load<f64>(edge, END + 8);
    const isRight = i32(load<f64>(edge) >= left) | i32(load<f64>(edge, END) >= left);
    const isAbove = i32(startY > low) | i32(endY > low);
    const isBelow = i32(startY <= high) | i32(endY <= high);
    store<i32>(levelEnd, <i32>edge);
    levelEnd += (<usize>(isRight & isAbove & isBelow)) << 2;
  }
}

/**
 * Which places lie inside: the winding number is not 0, or odd. A ray from p towards +x crosses the edge from a to b, u = b - a and w = p - a,
 * where one end lies above p, the other does not, and p lies on the left of what rises or on the right of what falls, by the sign of w × u.
 *
 *     b
 *      \   p ------>
 *       \
 *        a
 *
 * Rounding changes w × u by no more than 4 · 2^-53 (|wy ux| + |wx uy|), and |wy| is at most |uy|. So the side is wrong only where the way to the
 * edge along the ray's line, |w × u| / |uy|, is at most 4 · 2^-53 (|ux| + |wx|).
 */
function insideOf(x: v128, y: v128, isOdd: bool): v128 {
  let winding = i64x2.splat(0);
  for (let at = level; at < levelEnd; at += 4) {
    const edge = <usize>load<i32>(at);
    const startY = v128.load_splat<f64>(edge, 8);
    const wx = f64x2.sub(x, v128.load_splat<f64>(edge));
    const wy = f64x2.sub(y, startY);
    const turn = f64x2.sub(
      f64x2.mul(wy, v128.load_splat<f64>(edge, 16)),
      f64x2.mul(wx, v128.load_splat<f64>(edge, 24)),
    );
    const startsBelow = f64x2.ge(y, startY);
    const endsBelow = f64x2.ge(y, v128.load_splat<f64>(edge, END + 8));
    const rising = v128.and(v128.andnot(startsBelow, endsBelow), f64x2.gt(turn, both(0)));
    const falling = v128.and(v128.andnot(endsBelow, startsBelow), f64x2.lt(turn, both(0)));
    winding = i64x2.sub(i64x2.add(winding, rising), falling);
  }
  return i64x2.ne(isOdd ? v128.and(winding, i64x2.splat(1)) : winding, i64x2.splat(0));
}
