import { both, bytes, fromX, fromY, length, signed, write } from "./places";

/** More steps Newton's method never took at ratios of the axes up to 1e4; where rounding stalls it, the last place stands. */
const STEPS: i32 = 60;
/** After a step by no more than this share, what is left of the way is below the last place: see docs/distance.md. */
const LAST: f64 = 1e-9;
/** A place so close to the longer axis lies on it. */
const TINY: f64 = 1e-290;

/**
 * By the longer half-axis, which becomes 1, and what the shorter one is of it; the longer one lies along y where it is tall. The two halves
 * of the list are gone through side by side: while the processor waits for a root of one, it works on the other.
 */
export function ellipse(count: i32, cx: f64, cy: f64, long: f64, r: f64, isTall: bool): void {
  const half = bytes((count + 3) >> 2) * 2;
  let last = both(0);
  let second = both(0);
  let third = both(0);
  let otherLast = both(0);
  let otherSecond = both(0);
  let otherThird = both(0);
  for (let at: usize = 0; at < half; at += 16) {
    const dx = f64x2.div(f64x2.abs(fromX(at, cx)), both(long));
    const dy = f64x2.div(f64x2.abs(fromY(at, cy)), both(long));
    const u = isTall ? dy : dx;
    const v = isTall ? dx : dy;
    const otherDx = f64x2.div(f64x2.abs(fromX(at + half, cx)), both(long));
    const otherDy = f64x2.div(f64x2.abs(fromY(at + half, cy)), both(long));
    const otherU = isTall ? otherDy : otherDx;
    const otherV = isTall ? otherDx : otherDy;
    const root = findRoot(u, v, r, onward(last, second, third));
    const otherRoot = findRoot(otherU, otherV, r, onward(otherLast, otherSecond, otherThird));
    third = second;
    second = last;
    last = root;
    otherThird = otherSecond;
    otherSecond = otherLast;
    otherLast = otherRoot;
    write(at, distances(u, v, r, long, root));
    write(at + half, distances(otherU, otherV, r, long, otherRoot));
  }
}

/** The next one, as roots go on along a parabola. */
function onward(last: v128, second: v128, third: v128): v128 {
  return f64x2.add(f64x2.mul(both(3), f64x2.sub(last, second)), third);
}

/** Where the way from a place meets the ellipse at right angles, from guesses at it; what there is for places on the axis, says nothing. */
function findRoot(u: v128, v: v128, r: f64, guess: v128): v128 {
  const rest = both(1 - r * r);
  const rv = f64x2.mul(both(r), v);
  const least = f64x2.pmax(f64x2.sub(u, rest), rv);
  let s = f64x2.pmax(least, guess);
  for (let step = 0; step < STEPS; step++) {
    const perLong = f64x2.div(both(1), f64x2.add(s, rest));
    const perShort = f64x2.div(both(1), s);
    const p = f64x2.mul(u, perLong);
    const q = f64x2.mul(rv, perShort);
    const pp = f64x2.mul(p, p);
    const qq = f64x2.mul(q, q);
    const fall = f64x2.add(f64x2.mul(pp, perLong), f64x2.mul(qq, perShort));
    const by = f64x2.div(f64x2.sub(f64x2.add(pp, qq), both(1)), f64x2.add(fall, fall));
    const next = f64x2.add(s, by);
    const isFirst = step === 0;
    // One step from a guess beyond the root leads before it; from there on they only rise.
    s = f64x2.pmax(isFirst ? least : s, next);
    let isOpen = f64x2.gt(by, f64x2.mul(both(LAST), s));
    if (isFirst) isOpen = v128.or(isOpen, f64x2.lt(by, both(0)));
    if (!v128.any_true(isOpen)) break;
  }
  return s;
}

function distances(u: v128, v: v128, r: f64, long: f64, root: v128): v128 {
  const rest = 1 - r * r;
  const rv = f64x2.mul(both(r), v);
  const isOnAxis = v128.and(f64x2.lt(rv, both(TINY)), f64x2.le(u, both(rest)));
  let fu = f64x2.div(u, f64x2.add(root, both(rest)));
  // On the ellipse stretched to a circle, and back onto it what rounding left beside it.
  let fv = f64x2.div(rv, root);
  const size = length(fu, fv);
  fu = f64x2.div(fu, size);
  fv = f64x2.div(fv, size);
  if (v128.any_true(isOnAxis)) {
    const onAxis: v128 = rest > 0 ? f64x2.div(u, both(rest)) : both(0);
    fu = v128.bitselect(onAxis, fu, isOnAxis);
    fv = v128.bitselect(f64x2.sqrt(f64x2.sub(both(1), f64x2.mul(onAxis, onAxis))), fv, isOnAxis);
  }
  const way = length(f64x2.sub(u, fu), f64x2.sub(v, f64x2.mul(both(r), fv)));
  const stretched = f64x2.div(v, both(r));
  const isInside = f64x2.lt(f64x2.add(f64x2.mul(u, u), f64x2.mul(stretched, stretched)), both(1));
  return signed(f64x2.mul(both(long), way), isInside);
}
