import { both, byTiles, bytes, factor, keepFactor, out, placeX, placeY, TWO, write } from "./places";
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
  const runs = (count + (RUN - 1)) / RUN;
  const half = count > RUN ? bytes(RUN * ((runs + 1) / 2)) : bytes((count + 3) / 4) * 2;
  const isByTiles = byTiles;
  const ofA = roots + BEFORE;
  const ofB = roots + ROOTS + BEFORE;
  let least = both(Infinity);
  let most = both(0);
  for (let at: usize = 0; at < half; ) {
    keepLast(ofA);
    keepLast(ofB);
    for (let k: usize = 0; k < <usize>PAIRS * TWO && at < half; k += TWO) {
      const ua = Pair.along(fromLong + at, inLong, per);
      const va = Pair.along(fromShort + at, inShort, per);
      const ub = Pair.along(fromLong + half + at, inLong, per);
      const vb = Pair.along(fromShort + half + at, inShort, per);
      const rva = f64x2.mul(both(r), va);
      const rvb = f64x2.mul(both(r), vb);
      let nextA: v128;
      let nextB: v128;
      if (!isByTiles) {
        nextA = Pair.cubic(ofA + k, 1);
        nextB = Pair.cubic(ofB + k, 1);
      } else if (k >= 16 * TWO) {
        nextA = Pair.cubic(ofA + k, 4);
        nextB = Pair.cubic(ofB + k, 4);
      } else {
        nextA = Pair.early(ofA + k, <i32>(k / TWO));
        nextB = Pair.early(ofB + k, <i32>(k / TWO));
      }
      const fromA = Pair.guess(ua, rva, rest, nextA);
      const fromB = Pair.guess(ub, rvb, rest, nextB);
      let byA = Pair.step(ua, rva, rest, fromA);
      let byB = Pair.step(ub, rvb, rest, fromB);
      // From a guess beyond the root a step leads before it, and from there on steps only rise.
      let a = Pair.raised(ua, rva, rest, f64x2.add(fromA, byA));
      let b = Pair.raised(ub, rvb, rest, f64x2.add(fromB, byB));
      for (let step = 0; step < STEPS && v128.any_true(v128.or(Pair.isLong(byA, a), Pair.isLong(byB, b))); step++) {
        byA = Pair.step(ua, rva, rest, a);
        byB = Pair.step(ub, rvb, rest, b);
        a = f64x2.pmax(a, f64x2.add(a, byA));
        b = f64x2.pmax(b, f64x2.add(b, byB));
      }
      v128.store(ofA + k, a);
      v128.store(ofB + k, b);
      least = f64x2.pmin(least, f64x2.pmin(rva, rvb));
      most = f64x2.pmax(most, f64x2.pmax(f64x2.add(ua, va), f64x2.add(ub, vb)));
      v128.store(to + at, Pair.distance(ua, va, r, long, a));
      v128.store(to + half + at, Pair.distance(ub, vb, r, long, b));
      at += TWO;
    }
  }
  // On the axis, or far away, roots say nothing.
  if (!v128.any_true(v128.or(f64x2.lt(least, both(TINY)), f64x2.gt(most, both(FAR))))) return;
  for (let at: usize = 0; at < bytes(count); at += TWO)
    writeRare(at, Pair.along(fromLong + at, inLong, per), Pair.along(fromShort + at, inShort, per), long, r);
}

/** Goes on to the next run: its first roots are guessed by the last ones. */
function keepLast(ofRun: usize): void {
  memory.copy(ofRun - BEFORE, ofRun + (ROOTS - BEFORE) - BEFORE, BEFORE);
}

function back(at: usize, pairs: usize): v128 {
  return v128.load(at - pairs * TWO);
}

/** From the least that a root may be. */
function risenRoot(u: v128, rv: v128, rest: v128): v128 {
  let s = Pair.raised(u, rv, rest, both(0));
  for (let k = 1; k < STEPS; k++) {
    const by = Pair.step(u, rv, rest, s);
    s = f64x2.pmax(s, f64x2.add(s, by));
    if (!v128.any_true(f64x2.gt(by, f64x2.mul(both(LAST), s)))) break;
  }
  return s;
}

/** Writes a pair's distances anew where a place is on the axis, or so far away that powers of its root overflow. */
function writeRare(at: usize, u: v128, v: v128, long: f64, r: f64): void {
  const rest = 1 - r * r;
  const rv = f64x2.mul(both(r), v);
  const areFar = f64x2.gt(f64x2.add(u, v), both(FAR));
  const areOnAxis = v128.and(f64x2.lt(rv, both(TINY)), f64x2.le(u, both(rest + TINY)));
  if (!v128.any_true(v128.or(areFar, areOnAxis))) return;
  // Nearer in the same direction.
  const share = v128.bitselect(f64x2.div(both(FAR), f64x2.add(u, v)), both(1), areFar);
  const nearU = f64x2.mul(share, u);
  const nearV = f64x2.mul(share, v);
  const root = risenRoot(nearU, f64x2.mul(both(r), nearV), both(rest));
  const onAxis: v128 = rest > 0 ? f64x2.div(u, both(rest)) : both(0);
  const onCircle = f64x2.sqrt(f64x2.sub(both(1), f64x2.mul(onAxis, onAxis)));
  const p = v128.bitselect(onAxis, f64x2.mul(nearU, root), areOnAxis);
  const q = v128.bitselect(onCircle, f64x2.mul(f64x2.mul(both(r), nearV), f64x2.add(root, both(rest))), areOnAxis);
  write(at, f64x2.mul(both(long), Pair.alongNormals(u, v, r, p, q)));
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

  /** Raises roots to the least that they may be. */
  @inline static raised(u: v128, rv: v128, rest: v128, s: v128): v128 {
    return f64x2.pmax(f64x2.pmax(f64x2.sub(u, rest), rv), s);
  }

  /** The next root, as those before it go on along a cubic, or those above it in a tile. */
  @inline static cubic(at: usize, by: usize): v128 {
    const odd = f64x2.mul(both(4), f64x2.add(back(at, by), back(at, 3 * by)));
    return f64x2.sub(odd, f64x2.add(f64x2.mul(both(6), back(at, 2 * by)), back(at, 4 * by)));
  }

  /** Roots are no more than u + rv. */
  @inline static guess(u: v128, rv: v128, rest: v128, next: v128): v128 {
    return Pair.raised(u, rv, rest, f64x2.pmin(f64x2.add(u, rv), next));
  }

  /** A step of Newton's method. */
  @inline static step(u: v128, rv: v128, rest: v128, s: v128): v128 {
    const more = f64x2.add(s, rest);
    const product = f64x2.mul(s, more);
    const p = f64x2.mul(u, s);
    const q = f64x2.mul(rv, more);
    const pp = f64x2.mul(p, p);
    const qq = f64x2.mul(q, q);
    const fall = f64x2.add(f64x2.mul(pp, s), f64x2.mul(qq, more));
    const above = f64x2.sub(f64x2.add(pp, qq), f64x2.mul(product, product));
    return f64x2.div(f64x2.mul(above, product), f64x2.add(fall, fall));
  }

  /** Whether steps to roots were too long to be the last ones. */
  @inline static isLong(by: v128, root: v128): v128 {
    return f64x2.gt(f64x2.abs(by), f64x2.mul(both(LAST), root));
  }

  @inline static distance(u: v128, v: v128, r: f64, long: f64, root: v128): v128 {
    const p = f64x2.mul(u, root);
    const q = f64x2.mul(f64x2.mul(both(r), v), f64x2.add(root, both(1 - r * r)));
    return f64x2.mul(both(long), Pair.alongNormals(u, v, r, p, q));
  }

  /**
   * Distances along the normals at the nearest points, where (p, q) points to those on the unit circle that the ellipse is an image of: an
   * error of a root enters squared.
   */
  @inline static alongNormals(u: v128, v: v128, r: f64, p: v128, q: v128): v128 {
    const pr = f64x2.mul(both(r), p);
    const qq = f64x2.mul(q, q);
    const size = f64x2.sqrt(f64x2.add(f64x2.mul(p, p), qq));
    const normal = f64x2.sqrt(f64x2.add(f64x2.mul(pr, pr), qq));
    const way = f64x2.add(f64x2.mul(u, pr), f64x2.mul(v, q));
    return f64x2.div(f64x2.sub(way, f64x2.mul(both(r), size)), normal);
  }
}
