import { both, bytes, factor, keepFactor, placeX, placeY, write, written } from "./places";

/** More steps Newton's method never took at ratios of the axes up to 1e4; where rounding stalls it, the last place stands. */
const STEPS: i32 = 60;
/** After a relative step of at most this the distance is exact to its last place: derived in docs/distance.md. */
const LAST: f64 = 1e-5;
/** Places at most this far from the longer axis are treated as on it; smaller roots would underflow in the powers below. */
const TINY: f64 = 1e-40;
/** Beyond this distance the nearest point depends on the direction alone, to the last place of the distance. */
const FAR: f64 = 1e10;

/** Parts of a list that are gone through side by side: while the processor waits for a root of one, it works on the other. */
const PARTS: i32 = 2;
/** Before this much of a part roots are guessed by less: a cubic takes four pairs. */
const BEGINNING: usize = 64;

/** Where the places are along the longer half-axis and along the shorter one, and the middle. */
let longs: usize = 0;
let shorts: usize = 0;
let middleLong: f64 = 0;
let middleShort: f64 = 0;

/** By the longer half-axis, which becomes 1, and what the shorter one is of it; the longer one lies along y where it is tall. */
export function ellipse(count: i32, cx: f64, cy: f64, long: f64, r: f64, isTall: bool): void {
  longs = isTall ? placeY : placeX;
  shorts = isTall ? placeX : placeY;
  middleLong = isTall ? cy : cx;
  middleShort = isTall ? cx : cy;
  keepFactor(1 / long);
  findRoots(count, r);
  const end = bytes(count);
  const rest = both(1 - r * r);
  let isRare = both(0);
  for (let at: usize = 0; at < end; at += 16) {
    const u = alongLong(at);
    const v = alongShort(at);
    const root = written(at);
    const rv = f64x2.mul(v, both(r));
    isRare = v128.or(isRare, v128.or(isOnAxis(u, rv, r), isFar(u, v)));
    // (p, q) points to the nearest point on the unit circle that the ellipse is an image of.
    const distance = alongNormals(u, v, r, f64x2.mul(u, root), f64x2.mul(rv, f64x2.add(root, rest)));
    write(at, f64x2.mul(both(long), distance));
  }
  if (!v128.any_true(isRare)) return;
  for (let at: usize = 0; at < end; at += 16) writeRare(at, long, r);
}

function isOnAxis(u: v128, rv: v128, r: f64): v128 {
  return v128.and(f64x2.lt(rv, both(TINY)), f64x2.le(u, both(1 - r * r + TINY)));
}

function isFar(u: v128, v: v128): v128 {
  return f64x2.gt(f64x2.add(u, v), both(FAR));
}

function alongLong(at: usize): v128 {
  return f64x2.mul(f64x2.abs(f64x2.sub(v128.load(longs + at), both(middleLong))), factor);
}

function alongShort(at: usize): v128 {
  return f64x2.mul(f64x2.abs(f64x2.sub(v128.load(shorts + at), both(middleShort))), factor);
}

/** Whether a step that was made was too long to be the last one. */
let isOpen: v128 = f64x2.splat(0);

/** Writes where the ways from the places meet the ellipse at right angles, each guessed by those before. */
function findRoots(count: i32, r: f64): void {
  const part = bytes((count + (2 * PARTS - 1)) / (2 * PARTS)) * 2;
  const end = part * PARTS;
  for (let first: usize = 0; first < part; first += 16) {
    isOpen = both(0);
    for (let at = first; at < end; at += part)
      write(at, firstRoot(alongLong(at), alongShort(at), r, guessAt(at, first, part)));
    if (!v128.any_true(isOpen)) continue;
    for (let at = first; at < end; at += part) write(at, risenRoot(alongLong(at), alongShort(at), r, written(at)));
  }
}

/** The next one, as roots go on along a cubic; at the beginning less is known. */
function guessAt(at: usize, before: usize, part: usize): v128 {
  if (before >= BEGINNING) {
    const evens = f64x2.mul(both(4), f64x2.add(written(at - 16), written(at - 48)));
    return f64x2.sub(evens, f64x2.add(f64x2.mul(both(6), written(at - 32)), written(at - 64)));
  }
  if (before > 0) return written(at - 16);
  return at > 0 ? written(at - part) : both(0);
}

/** One step of Newton's method from a guess. For places on the axis or far away roots say nothing. */
function firstRoot(u: v128, v: v128, r: f64, guess: v128): v128 {
  const rest = both(1 - r * r);
  const rv = f64x2.mul(both(r), v);
  const least = f64x2.pmax(f64x2.sub(u, rest), rv);
  // Whatever was guessed, the root is no more than this.
  const from = f64x2.pmax(least, f64x2.pmin(f64x2.add(u, rv), guess));
  const by = step(u, rv, rest, from);
  // From a guess beyond the root a step leads before it.
  const root = f64x2.pmax(least, f64x2.add(from, by));
  isOpen = v128.or(isOpen, f64x2.gt(f64x2.abs(by), f64x2.mul(both(LAST), root)));
  return root;
}

/** From before a root steps only rise. */
function risenRoot(u: v128, v: v128, r: f64, from: v128): v128 {
  const rest = both(1 - r * r);
  const rv = f64x2.mul(both(r), v);
  let s = f64x2.pmax(from, f64x2.pmax(f64x2.sub(u, rest), rv));
  for (let k = 1; k < STEPS; k++) {
    const by = step(u, rv, rest, s);
    s = f64x2.pmax(s, f64x2.add(s, by));
    if (!v128.any_true(f64x2.gt(by, f64x2.mul(both(LAST), s)))) break;
  }
  return s;
}

function step(u: v128, rv: v128, rest: v128, s: v128): v128 {
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

/** Distances along the normals at the nearest points: an error of a root enters squared. */
function alongNormals(u: v128, v: v128, r: f64, p: v128, q: v128): v128 {
  const pr = f64x2.mul(both(r), p);
  const qq = f64x2.mul(q, q);
  const size = f64x2.sqrt(f64x2.add(f64x2.mul(p, p), qq));
  const normal = f64x2.sqrt(f64x2.add(f64x2.mul(pr, pr), qq));
  const way = f64x2.add(f64x2.mul(u, pr), f64x2.mul(v, q));
  return f64x2.div(f64x2.sub(way, f64x2.mul(both(r), size)), normal);
}

/** Writes a pair's distances anew where a place is on the axis, or so far away that powers of its root overflow. */
function writeRare(at: usize, long: f64, r: f64): void {
  const rest = 1 - r * r;
  const u = alongLong(at);
  const v = alongShort(at);
  const rv = f64x2.mul(v, both(r));
  const areFar = isFar(u, v);
  const areOnAxis = isOnAxis(u, rv, r);
  if (!v128.any_true(v128.or(areFar, areOnAxis))) return;
  // Nearer in the same direction.
  const share = v128.bitselect(f64x2.div(both(FAR), f64x2.add(u, v)), both(1), areFar);
  const nearU = f64x2.mul(share, u);
  const nearV = f64x2.mul(share, v);
  const root = risenRoot(nearU, nearV, r, both(0));
  const onAxis: v128 = rest > 0 ? f64x2.div(u, both(rest)) : both(0);
  const onCircle = f64x2.sqrt(f64x2.sub(both(1), f64x2.mul(onAxis, onAxis)));
  const p = v128.bitselect(onAxis, f64x2.mul(nearU, root), areOnAxis);
  const q = v128.bitselect(onCircle, f64x2.mul(f64x2.mul(both(r), nearV), f64x2.add(root, both(rest))), areOnAxis);
  write(at, f64x2.mul(both(long), alongNormals(u, v, r, p, q)));
}
