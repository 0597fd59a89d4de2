import {
  across,
  along,
  areBoth,
  both,
  bytes,
  clamped,
  FOUR,
  length,
  out,
  placeX,
  placeY,
  signed,
  squares,
  TWO,
} from "./places";
import {
  ANY,
  BETWEEN,
  END,
  keepLevel,
  keepNear,
  LAST,
  least,
  level,
  levelEnd,
  near,
  nearEnd,
  PAIR,
  PER,
  parts,
  ROUNDED,
  seeEdges,
  seeParts,
  WAY_X,
  WAY_Y,
  Y,
} from "./polygon-edges";
import { boxOfRun, maxX, maxY, minX, minY, RUN } from "./runs";

/** Written for places where the floating-point filter cannot decide the side; and whether there was such a place. */
export let unsure: f64 = -Infinity;
export let wasUnsure: bool = false;

export function beginUnsure(value: f64): void {
  unsure = value;
  wasUnsure = false;
}

/** The filter's bound, as a share of the coordinates: nearer to the boundary than this, rounding may change the side (see `Pair.turn`). */
const OWN: f64 = 1 / <f64>((<i64>1) << 46);
/** Squares below this have lost digits. */
const LEAST: f64 = 1e-280;
const LEAST_GAP: f64 = 1e-140;

/** A place, or four and a polygon of no more bytes, are measured one by one. */
const FEW: i32 = 4;
const SMALL: usize = 16 * PAIR;

/**
 * Signed distances to a polygon of few edges, under the nonzero rule or the even-odd one. Each run of places is measured by the edges that may be
 * nearest to one of them. No coordinate of the edges is greater than `size`.
 */
export function polygon(count: i32, first: usize, end: usize, isOdd: bool, size: f64): void {
  if (count === 1 || (count <= FEW && end - first <= SMALL)) {
    for (let place = 0; place < count; place++) writePlace(bytes(place), first, end, isOdd, size);
    return;
  }
  for (let place = 0; place < count; place += RUN) {
    const begin = bytes(place);
    const last = bytes(min(count, place + RUN));
    boxOfRun(place, min(RUN, count - place));
    const halfWidth = 0.5 * (maxX - minX);
    const halfHeight = 0.5 * (maxY - minY);
    const middleX = minX + halfWidth;
    const middleY = minY + halfHeight;
    const radius = sqrt(halfWidth * halfWidth + halfHeight * halfHeight);
    seeEdges(first, end, both(middleX), both(middleY));
    const gap = sqrt(least);
    keepNear(first, end, both(halfWidth), both(halfHeight));
    seeParts(middleX, middleY, halfWidth, halfHeight);
    const nearest = OWN * (size + max(abs(minX), abs(maxX)) + max(abs(minY), abs(maxY)));
    leastTold = both(max(LEAST, nearest * nearest));
    // No edge comes between the places then.
    const areBeside = gap * (1 - ROUNDED) > radius + max(nearest, LEAST_GAP);
    if (areBeside) {
      keepLevel(first, end, middleX, middleY, middleY);
      const inside = sideOf(windingOf(both(middleX), both(middleY)), isOdd);
      if (nearEnd - near === 4) writeOne(<usize>load<i32>(near), load<i32>(parts), begin, last, inside);
      else Listed.write(begin, last, true, inside, isOdd);
    } else {
      keepLevel(first, end, minX, minY, maxY);
      Listed.write(begin, last, false, both(0), isOdd);
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

  /**
   * By how much an edge changes winding numbers. A ray from p towards +x crosses the edge from a to b, u = b - a and w = p - a,
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
  @inline static turn(x: v128, y: v128, ax: v128, ay: v128, ux: v128, uy: v128, endY: v128): v128 {
    const side = f64x2.sub(f64x2.mul(f64x2.sub(y, ay), ux), f64x2.mul(f64x2.sub(x, ax), uy));
    const startsBelow = f64x2.ge(y, ay);
    const endsBelow = f64x2.ge(y, endY);
    const rising = v128.and(v128.andnot(startsBelow, endsBelow), f64x2.gt(side, both(0)));
    const falling = v128.and(v128.andnot(endsBelow, startsBelow), f64x2.lt(side, both(0)));
    return i64x2.sub(falling, rising);
  }
}

/** A method, so that it is written out for each of the two cases. */
class Listed {
  /** Writes distances to the listed edges, at places that lie on one side of the boundary or on both. */
  @inline static write(begin: usize, last: usize, areBeside: bool, inside: v128, isOdd: bool): void {
    const xs = placeX;
    const ys = placeY;
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
        const ay = v128.load_splat<f64>(edge, Y);
        const ux = v128.load_splat<f64>(edge, WAY_X);
        const uy = v128.load_splat<f64>(edge, WAY_Y);
        const per = v128.load_splat<f64>(edge, PER);
        square = f64x2.pmin(square, Pair.square(f64x2.sub(x, ax), f64x2.sub(y, ay), ux, uy, per));
        nextSquare = f64x2.pmin(nextSquare, Pair.square(f64x2.sub(nextX, ax), f64x2.sub(nextY, ay), ux, uy, per));
      }
      if (areBeside) {
        v128.store(out + at, signed(f64x2.sqrt(square), inside));
        v128.store(out + at, signed(f64x2.sqrt(nextSquare), inside), TWO);
        continue;
      }
      let winding = i64x2.splat(0);
      let nextWinding = winding;
      for (let listed = level; listed < levelEnd; listed += 4) {
        const edge = <usize>load<i32>(listed);
        const ax = v128.load_splat<f64>(edge);
        const ay = v128.load_splat<f64>(edge, Y);
        const ux = v128.load_splat<f64>(edge, WAY_X);
        const uy = v128.load_splat<f64>(edge, WAY_Y);
        const endY = v128.load_splat<f64>(edge, END + Y);
        winding = i64x2.add(winding, Pair.turn(x, y, ax, ay, ux, uy, endY));
        nextWinding = i64x2.add(nextWinding, Pair.turn(nextX, nextY, ax, ay, ux, uy, endY));
      }
      write(at, square, sideOf(winding, isOdd));
      write(at + TWO, nextSquare, sideOf(nextWinding, isOdd));
    }
  }
}

/** The filter's bound, squared. */
let leastTold: v128 = f64x2.splat(0);

function write(at: usize, square: v128, inside: v128): void {
  const isTold = f64x2.gt(square, leastTold);
  v128.store(out + at, v128.bitselect(signed(f64x2.sqrt(square), inside), both(unsure), isTold));
  if (!areBoth(isTold)) wasUnsure = true;
}

/** Writes the distance at a place, from all edges, two at once. */
function writePlace(at: usize, first: usize, end: usize, isOdd: bool, size: f64): void {
  const x = v128.load_splat<f64>(placeX + at);
  const y = v128.load_splat<f64>(placeY + at);
  let square = both(Infinity);
  let winding = i64x2.splat(0);
  for (let edges = first; edges < end; edges += PAIR) {
    const ax = v128.load(edges);
    const ay = v128.load(edges, Y);
    const ux = v128.load(edges, WAY_X);
    const uy = v128.load(edges, WAY_Y);
    square = f64x2.pmin(square, Pair.square(f64x2.sub(x, ax), f64x2.sub(y, ay), ux, uy, v128.load(edges, PER)));
    winding = i64x2.add(winding, Pair.turn(x, y, ax, ay, ux, uy, v128.load(edges, END + Y)));
  }
  const nearest = OWN * (size + abs(f64x2.extract_lane(x, 0)) + abs(f64x2.extract_lane(y, 0)));
  leastTold = both(max(LEAST, nearest * nearest));
  square = f64x2.pmin(square, v128.shuffle<f64>(square, square, 1, 0));
  winding = i64x2.add(winding, v128.shuffle<f64>(winding, winding, 1, 0));
  write(at, square, sideOf(winding, isOdd));
}

/** Writes distances to the part of an edge that is nearest to all places of a run, which lie on one side of the boundary. */
function writeOne(edge: usize, part: i32, begin: usize, last: usize, inside: v128): void {
  const xs = placeX;
  const ys = placeY;
  const ux = v128.load_splat<f64>(edge, WAY_X);
  const uy = v128.load_splat<f64>(edge, WAY_Y);
  const per = v128.load_splat<f64>(edge, PER);
  const vertex = edge + (part === LAST ? END : 0);
  const ax = v128.load_splat<f64>(vertex);
  const ay = v128.load_splat<f64>(vertex, Y);
  if (part === ANY)
    for (let at = begin; at < last; at += TWO) {
      const dx = f64x2.sub(v128.load(xs + at), ax);
      const dy = f64x2.sub(v128.load(ys + at), ay);
      v128.store(out + at, signed(f64x2.sqrt(Pair.square(dx, dy, ux, uy, per)), inside));
    }
  else if (part === BETWEEN) {
    const perLength = f64x2.sqrt(per);
    for (let at = begin; at < last; at += TWO) {
      const dx = f64x2.sub(v128.load(xs + at), ax);
      const dy = f64x2.sub(v128.load(ys + at), ay);
      v128.store(out + at, signed(f64x2.mul(f64x2.abs(across(dx, dy, ux, uy)), perLength), inside));
    }
  } else
    for (let at = begin; at < last; at += TWO) {
      const dx = f64x2.sub(v128.load(xs + at), ax);
      const dy = f64x2.sub(v128.load(ys + at), ay);
      v128.store(out + at, signed(length(dx, dy), inside));
    }
}

/** Winding numbers, by the edges that rays may cross. */
function windingOf(x: v128, y: v128): v128 {
  let winding = i64x2.splat(0);
  for (let listed = level; listed < levelEnd; listed += 4) {
    const edge = <usize>load<i32>(listed);
    const ax = v128.load_splat<f64>(edge);
    const ay = v128.load_splat<f64>(edge, Y);
    const ux = v128.load_splat<f64>(edge, WAY_X);
    const uy = v128.load_splat<f64>(edge, WAY_Y);
    winding = i64x2.add(winding, Pair.turn(x, y, ax, ay, ux, uy, v128.load_splat<f64>(edge, END + Y)));
  }
  return winding;
}

/** Which places lie inside: the winding number is not 0, or odd. */
function sideOf(winding: v128, isOdd: bool): v128 {
  return i64x2.ne(isOdd ? v128.and(winding, i64x2.splat(1)) : winding, i64x2.splat(0));
}
