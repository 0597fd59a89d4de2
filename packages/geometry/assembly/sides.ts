import { begins, gaps, xs, ys } from "./memory";

/** More than rounding can change distances by: as a share of their own, and of the coordinates' size. */
const OWN: f64 = 1e-3;
const ROUNDED: f64 = 1e-13;

/**
 * Parts the points, one at least, into runs that lie on one side of the boundary, by their distances, and writes where each begins: who is
 * nearer to the one before than either is to the boundary lies on the same side. Gives how many runs there are.
 */
export function runsOfSides(points: i32, size: f64): i32 {
  const lost = f64x2.splat(ROUNDED * size);
  const own = f64x2.splat(1 - OWN);
  let to = begins;
  store<i32>(to, 0);
  to += 4;
  for (let k = 1; k < points; k += 2) {
    const at = (<usize>k) << 3;
    const distance = v128.load(gaps + at);
    const free = f64x2.sub(f64x2.mul(f64x2.pmax(distance, v128.load(gaps + at - 8)), own), lost);
    const dx = f64x2.sub(v128.load(xs + at), v128.load(xs + at - 8));
    const dy = f64x2.sub(v128.load(ys + at), v128.load(ys + at - 8));
    const step = f64x2.add(f64x2.mul(dx, dx), f64x2.mul(dy, dy));
    const isFree = f64x2.gt(free, f64x2.splat(0));
    const isNear = v128.and(f64x2.lt(step, f64x2.mul(free, free)), f64x2.ge(distance, f64x2.splat(0)));
    const same = i64x2.bitmask(v128.and(isFree, isNear));
    if (same === 3) continue;
    if ((same & 1) === 0) {
      store<i32>(to, k);
      to += 4;
    }
    if ((same & 2) === 0 && k + 1 < points) {
      store<i32>(to, k + 1);
      to += 4;
    }
  }
  return <i32>((to - begins) >> 2);
}
