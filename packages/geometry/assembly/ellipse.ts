import { both, bytes, factor, fromX, fromY, keepFactor, write } from "./places";

/** More steps Newton's method never took at ratios of the axes up to 1e4; where rounding stalls it, the last place stands. */
const STEPS: i32 = 60;
/** After a relative step of at most this the distance is exact to its last place: derived in docs/distance.md. */
const LAST: f64 = 1e-5;
/** Places at most this far from the longer axis are treated as on it; smaller roots would underflow in the powers below. */
const TINY: f64 = 1e-40;
/** Beyond this distance the nearest point depends on the direction alone, to the last place of the distance. */
const FAR: f64 = 1e10;

/**
 * By the longer half-axis, which becomes 1, and what the shorter one is of it; the longer one lies along y where it is tall. The two halves
 * of the list are gone through side by side: while the processor waits for a root of one, it works on the other.
 */
export function ellipse(count: i32, cx: f64, cy: f64, long: f64, r: f64, isTall: bool): void {
  const half = bytes((count + 3) >> 2) * 2;
  keepFactor(1 / long);
  let last = both(0);
  let second = both(0);
  let third = both(0);
  let otherLast = both(0);
  let otherSecond = both(0);
  let otherThird = both(0);
  for (let at: usize = 0; at < half; at += 16) {
    const dx = f64x2.mul(f64x2.abs(fromX(at, cx)), factor);
    const dy = f64x2.mul(f64x2.abs(fromY(at, cy)), factor);
    const u = isTall ? dy : dx;
    const v = isTall ? dx : dy;
    const otherDx = f64x2.mul(f64x2.abs(fromX(at + half, cx)), factor);
    const otherDy = f64x2.mul(f64x2.abs(fromY(at + half, cy)), factor);
    const otherU = isTall ? otherDy : otherDx;
    const otherV = isTall ? otherDx : otherDy;
    const share = notFar(u, v);
    const otherShare = notFar(otherU, otherV);
    const root = findRoot(f64x2.mul(share, u), f64x2.mul(share, v), r, onward(last, second, third));
    const otherRoot = findRoot(
      f64x2.mul(otherShare, otherU),
      f64x2.mul(otherShare, otherV),
      r,
      onward(otherLast, otherSecond, otherThird),
    );
    third = second;
    second = last;
    last = root;
    otherThird = otherSecond;
    otherSecond = otherLast;
    otherLast = otherRoot;
    write(at, f64x2.mul(both(long), distances(u, v, share, r, root)));
    write(at + half, f64x2.mul(both(long), distances(otherU, otherV, otherShare, r, otherRoot)));
  }
}

/** The next one, as roots go on along a parabola. */
function onward(last: v128, second: v128, third: v128): v128 {
  return f64x2.add(f64x2.mul(both(3), f64x2.sub(last, second)), third);
}

/** The factor that brings places beyond FAR back to it; 1 for others. */
function notFar(u: v128, v: v128): v128 {
  const sum = f64x2.add(u, v);
  const isFar = f64x2.gt(sum, both(FAR));
  return v128.any_true(isFar) ? v128.bitselect(f64x2.div(both(FAR), sum), both(1), isFar) : both(1);
}

/** Where the way from a place meets the ellipse at right angles, from guesses at it; what there is for places on the axis, says nothing. */
function findRoot(u: v128, v: v128, r: f64, guess: v128): v128 {
  const rest = both(1 - r * r);
  const rv = f64x2.mul(both(r), v);
  const least = f64x2.pmax(f64x2.sub(u, rest), rv);
  let s = f64x2.pmax(least, guess);
  for (let step = 0; step < STEPS; step++) {
    const more = f64x2.add(s, rest);
    const product = f64x2.mul(s, more);
    const p = f64x2.mul(u, s);
    const q = f64x2.mul(rv, more);
    const pp = f64x2.mul(p, p);
    const qq = f64x2.mul(q, q);
    const fall = f64x2.add(f64x2.mul(pp, s), f64x2.mul(qq, more));
    const above = f64x2.sub(f64x2.add(pp, qq), f64x2.mul(product, product));
    const by = f64x2.div(f64x2.mul(above, product), f64x2.add(fall, fall));
    const next = f64x2.add(s, by);
    const isFirst = step === 0;
    // One step from a guess beyond the root leads before it; from there on they only rise.
    s = f64x2.pmax(isFirst ? least : s, next);
    const isOpen = f64x2.gt(isFirst ? f64x2.abs(by) : by, f64x2.mul(both(LAST), s));
    if (!v128.any_true(isOpen)) break;
  }
  return s;
}

/** Distances along the normals at the nearest points: an error of a root enters squared. */
function distances(u: v128, v: v128, share: v128, r: f64, root: v128): v128 {
  const rest = 1 - r * r;
  const rv = f64x2.mul(f64x2.mul(share, v), both(r));
  // (p, q) points to the nearest point on the unit circle that the ellipse is an image of.
  let p = f64x2.mul(f64x2.mul(share, u), root);
  let q = f64x2.mul(rv, f64x2.add(root, both(rest)));
  const isOnAxis = v128.and(f64x2.lt(rv, both(TINY)), f64x2.le(u, both(rest + TINY)));
  if (v128.any_true(isOnAxis)) {
    const onAxis: v128 = rest > 0 ? f64x2.div(u, both(rest)) : both(0);
    p = v128.bitselect(onAxis, p, isOnAxis);
    q = v128.bitselect(f64x2.sqrt(f64x2.sub(both(1), f64x2.mul(onAxis, onAxis))), q, isOnAxis);
  }
  const pr = f64x2.mul(both(r), p);
  const qq = f64x2.mul(q, q);
  const size = f64x2.sqrt(f64x2.add(f64x2.mul(p, p), qq));
  const normal = f64x2.sqrt(f64x2.add(f64x2.mul(pr, pr), qq));
  const per = f64x2.div(both(1), f64x2.mul(size, normal));
  const toCircle = f64x2.mul(normal, per);
  const du = f64x2.sub(u, f64x2.mul(p, toCircle));
  const dv = f64x2.sub(v, f64x2.mul(both(r), f64x2.mul(q, toCircle)));
  return f64x2.mul(f64x2.add(f64x2.mul(du, pr), f64x2.mul(dv, q)), f64x2.mul(size, per));
}
