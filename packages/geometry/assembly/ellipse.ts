import { areBoth, both, byTiles, bytes, factor, keepFactor, length, out, placeX, placeY, TWO, write } from "./places";
import { RUN } from "./runs";

/** More steps Newton's method never took at ratios of the axes up to 1e4; where rounding stalls it, the last place stands. */
const STEPS: i32 = 60;
/** After a relative step of at most this the distance is exact to its last place: derived in docs/distance.md. */
const LAST: f64 = 5e-5;
/** Places at most this far from the longer axis are treated as on it; smaller roots would underflow in the powers below. */
const TINY: f64 = 1e-40;
/** Beyond this distance the nearest point depends on the direction alone, to the last place of the distance. */
const FAR: f64 = 1e10;

/** Pairs of a run; of the last roots those before a run, and those of it, for both halves of a list. */
const PAIRS: i32 = RUN / 2;
const BEFORE: usize = 4 * TWO;
const ROOTS: usize = BEFORE + <usize>PAIRS * TWO;
const roots = memory.data(2 * <i32>ROOTS);
const spare = memory.data(8 * RUN);
/** V8 would make constants anew in each round, but for what was in memory. */
const constants = memory.data<f64>([6, 6, 4, 4, LAST, LAST, TINY, TINY]);

/**
 * By the longer half-axis, which becomes 1, and what the shorter one is of it; the longer one lies along y where it is tall.
 *
 * Roots tell where the ways from places meet the ellipse at right angles; each is guessed by those before, in a tile by those above. The halves
 * of a list, a and b, are gone through side by side: while the processor waits for a root of one, it works on the other.
 */
export function ellipse(count: i32, cx: f64, cy: f64, long: f64, r: f64, isTall: bool): void {
  const fromLong = isTall ? placeY : placeX;
  const fromShort = isTall ? placeX : placeY;
  const inLong = isTall ? cy : cx;
  const inShort = isTall ? cx : cy;
  keepFactor(1 / long);
  const per = factor;
  const to = out;
  const rest = both(1 - r * r);
  const squared = both(r * r);
  const runs = (count + (RUN - 1)) / RUN;
  const half = count > RUN ? bytes(RUN * ((runs + 1) / 2)) : bytes((count + 3) / 4) * 2;
  const isByTiles = byTiles;
  const ofA = roots + BEFORE;
  const ofB = roots + ROOTS + BEFORE;
  const six = v128.load(constants);
  const four = v128.load(constants, TWO);
  const last = v128.load(constants, 2 * TWO);
  const tiny = v128.load(constants, 3 * TWO);
  let isRare = false;
  for (let at: usize = 0; at < half; ) {
    // Of an odd number of runs the second half has one more than there are, whose values are written to no place of the list.
    const toB = half + at < bytes(count) ? to + half : spare - at;
    keepLast(ofA);
    keepLast(ofB);
    for (let k: usize = 0; k < <usize>PAIRS * TWO && at < half; k += TWO) {
      const uuA = Pair.square(fromLong + at, inLong, per);
      const vvA = Pair.square(fromShort + at, inShort, per);
      const uuB = Pair.square(fromLong + half + at, inLong, per);
      const vvB = Pair.square(fromShort + half + at, inShort, per);
      const rrvvA = f64x2.mul(squared, vvA);
      const rrvvB = f64x2.mul(squared, vvB);
      let fromA: v128;
      let fromB: v128;
      if (!isByTiles) {
        fromA = Pair.cubic(ofA + k, 1, six, four);
        fromB = Pair.cubic(ofB + k, 1, six, four);
      } else if (k >= 16 * TWO) {
        fromA = Pair.cubic(ofA + k, 4, six, four);
        fromB = Pair.cubic(ofB + k, 4, six, four);
      } else {
        fromA = Pair.early(ofA + k, <i32>(k / TWO));
        fromB = Pair.early(ofB + k, <i32>(k / TWO));
      }
      let byA = Pair.step(uuA, rrvvA, rest, fromA);
      let byB = Pair.step(uuB, rrvvB, rest, fromB);
      let a = f64x2.add(fromA, byA);
      let b = f64x2.add(fromB, byB);
      if (!Pair.areLast(byA, a, byB, b, last, tiny)) {
        // From before a root steps only rise.
        a = Pair.from(uuA, rrvvA, rest, fromA, a);
        b = Pair.from(uuB, rrvvB, rest, fromB, b);
        for (let step = 0; step < STEPS; step++) {
          byA = Pair.step(uuA, rrvvA, rest, a);
          byB = Pair.step(uuB, rrvvB, rest, b);
          a = f64x2.pmax(a, f64x2.add(a, byA));
          b = f64x2.pmax(b, f64x2.add(b, byB));
          if (!v128.any_true(v128.or(Pair.isLong(byA, a), Pair.isLong(byB, b)))) break;
        }
        if (!Pair.areLast(byA, a, byB, b, last, tiny)) isRare = true;
      }
      v128.store(ofA + k, a);
      v128.store(ofB + k, b);
      v128.store(to + at, Pair.distance(uuA, vvA, squared, rest, long, a));
      v128.store(toB + at, Pair.distance(uuB, vvB, squared, rest, long, b));
      at += TWO;
    }
  }
  if (!isRare) return;
  // On the axis, or far away, roots say nothing.
  for (let at: usize = 0; at < bytes(count); at += TWO)
    writeRare(at, Pair.along(fromLong + at, inLong, per), Pair.along(fromShort + at, inShort, per), long, r);
}

/** Goes on to the next run: its first roots are guessed by the last ones. */
function keepLast(ofRun: usize): void {
  for (let at = ofRun - BEFORE; at < ofRun; at += TWO) v128.store(at, v128.load(at + (ROOTS - BEFORE)));
}

function back(at: usize, pairs: usize): v128 {
  return v128.load(at - pairs * TWO);
}

/** Writes a pair's distances anew where a place is on the axis, or so far away that powers of its root overflow. */
function writeRare(at: usize, u: v128, v: v128, long: f64, r: f64): void {
  const rest = 1 - r * r;
  const areFar = f64x2.gt(f64x2.add(u, v), both(FAR));
  const areOnAxis = v128.and(f64x2.lt(f64x2.mul(both(r), v), both(TINY)), f64x2.le(u, both(rest + TINY)));
  if (!v128.any_true(v128.or(areFar, areOnAxis))) return;
  // Nearer in the same direction.
  const share = v128.bitselect(f64x2.div(both(FAR), f64x2.add(u, v)), both(1), areFar);
  const nearU = f64x2.mul(share, u);
  const nearRV = f64x2.mul(f64x2.mul(share, both(r)), v);
  const root = risenRoot(nearU, nearRV, both(rest));
  const onAxis: v128 = rest > 0 ? f64x2.div(u, both(rest)) : both(0);
  const onCircle = f64x2.sqrt(f64x2.sub(both(1), f64x2.mul(onAxis, onAxis)));
  // They point to where the nearest points are on the unit circle that the ellipse is an image of.
  const p = v128.bitselect(onAxis, f64x2.mul(nearU, root), areOnAxis);
  const q = v128.bitselect(onCircle, f64x2.mul(nearRV, f64x2.add(root, both(rest))), areOnAxis);
  const pr = f64x2.mul(both(r), p);
  const way = f64x2.add(f64x2.mul(u, pr), f64x2.mul(v, q));
  const past = f64x2.sub(way, f64x2.mul(both(r), length(p, q)));
  write(at, f64x2.mul(both(long), f64x2.div(past, length(pr, q))));
}

/** From the least that a root may be. */
function risenRoot(u: v128, rv: v128, rest: v128): v128 {
  const uu = f64x2.mul(u, u);
  const vv = f64x2.mul(rv, rv);
  let s = f64x2.pmax(f64x2.sub(u, rest), rv);
  for (let k = 0; k < STEPS; k++) {
    const by = Pair.step(uu, vv, rest, s);
    s = f64x2.pmax(s, f64x2.add(s, by));
    if (!v128.any_true(Pair.isLong(by, s))) break;
  }
  return s;
}

/** Of two places. Methods, since functions cannot be marked to be written out wherever they are called. */
class Pair {
  /** The next root in the first rows of a tile, which are four pairs each: along the first row, aslant in the second, then by those above. */
  @inline static early(at: usize, k: i32): v128 {
    if (k >= 12) return f64x2.add(f64x2.mul(both(3), f64x2.sub(back(at, 4), back(at, 8))), back(at, 12));
    if (k >= 8) return f64x2.sub(f64x2.mul(both(2), back(at, 4)), back(at, 8));
    if (k >= 5) return f64x2.add(back(at, 4), f64x2.sub(back(at, 1), back(at, 5)));
    if (k === 4) return back(at, 4);
    if (k === 3) return f64x2.add(f64x2.mul(both(3), f64x2.sub(back(at, 1), back(at, 2))), back(at, 3));
    if (k === 2) return f64x2.sub(f64x2.mul(both(2), back(at, 1)), back(at, 2));
    return back(at, 1);
  }

  /** How far from the middle they are along an axis, in longer half-axes. */
  @inline static along(at: usize, middle: f64, per: v128): v128 {
    return f64x2.mul(f64x2.abs(f64x2.sub(v128.load(at), both(middle))), per);
  }

  /** The square of that. */
  @inline static square(at: usize, middle: f64, per: v128): v128 {
    const way = f64x2.mul(f64x2.sub(v128.load(at), both(middle)), per);
    return f64x2.mul(way, way);
  }

  /** The next root, as those before it go on along a cubic, or those above it in a tile. */
  @inline static cubic(at: usize, by: usize, six: v128, four: v128): v128 {
    const odd = f64x2.mul(four, f64x2.add(back(at, by), back(at, 3 * by)));
    return f64x2.sub(odd, f64x2.add(f64x2.mul(six, back(at, 2 * by)), back(at, 4 * by)));
  }

  /** Where to look for roots from: where a step led to, if guesses were greater than 0, but no less than u - rest and r v. */
  @inline static from(uu: v128, vv: v128, rest: v128, guess: v128, root: v128): v128 {
    const least = f64x2.pmax(f64x2.sub(f64x2.sqrt(uu), rest), f64x2.sqrt(vv));
    return v128.bitselect(f64x2.pmax(least, root), least, f64x2.gt(guess, both(0)));
  }

  /** A step of Newton's method, by the squares of u and r v. */
  @inline static step(uu: v128, vv: v128, rest: v128, s: v128): v128 {
    const more = f64x2.add(s, rest);
    const product = f64x2.mul(s, more);
    const pp = f64x2.mul(f64x2.mul(uu, s), s);
    const qq = f64x2.mul(f64x2.mul(vv, more), more);
    const fall = f64x2.add(f64x2.mul(pp, s), f64x2.mul(qq, more));
    const above = f64x2.sub(f64x2.add(pp, qq), f64x2.mul(product, product));
    return f64x2.div(f64x2.mul(above, product), f64x2.add(fall, fall));
  }

  /** Whether steps to roots were too long to be the last ones. */
  @inline static isLong(by: v128, root: v128): v128 {
    return f64x2.gt(f64x2.abs(by), f64x2.mul(both(LAST), root));
  }

  /** Whether steps to roots of two pairs were short enough; they may be no numbers, or infinite as roots are. */
  @inline static areLast(byA: v128, a: v128, byB: v128, b: v128, last: v128, tiny: v128): bool {
    const isLastA = f64x2.lt(f64x2.abs(byA), f64x2.mul(last, f64x2.sub(a, tiny)));
    const isLastB = f64x2.lt(f64x2.abs(byB), f64x2.mul(last, f64x2.sub(b, tiny)));
    return areBoth(v128.and(isLastA, isLastB));
  }

  /** Distances along the normals at the nearest points: an error of a root enters squared. */
  @inline static distance(uu: v128, vv: v128, squared: v128, rest: v128, long: f64, root: v128): v128 {
    const more = f64x2.add(root, rest);
    const alongLong = f64x2.mul(uu, root);
    const alongShort = f64x2.mul(vv, more);
    const pp = f64x2.mul(alongLong, root);
    const ww = f64x2.mul(alongShort, more);
    const support = f64x2.sqrt(f64x2.add(pp, f64x2.mul(squared, ww)));
    const way = f64x2.sub(f64x2.add(alongLong, alongShort), support);
    return f64x2.mul(both(long), f64x2.div(way, f64x2.sqrt(f64x2.add(pp, ww))));
  }
}
