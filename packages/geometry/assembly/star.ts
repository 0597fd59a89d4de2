import {
  across,
  along,
  both,
  bytes,
  clamped,
  FOUR,
  factor,
  from,
  isEither,
  keepFactor,
  length,
  out,
  placeX,
  placeY,
  signed,
  TWO,
} from "./places";

/**
 * A star by its edge from a tip to a hollow, in the frame of the tip; the directions of all tips lie one behind the other, cosine and sine each.
 * Half of the angle between two is that of (wedgeCos, wedgeSin).
 */
export function star(
  count: i32,
  cx: f64,
  cy: f64,
  tip: f64,
  hollowU: f64,
  hollowV: f64,
  wedgeCos: f64,
  wedgeSin: f64,
  tips: usize,
  end: usize,
): void {
  const eu = hollowU - tip;
  const ev = hollowV;
  keepFactor(1 / (eu * eu + ev * ev));
  const per = factor;
  cos = v128.load_splat<f64>(tips);
  sin = v128.load_splat<f64>(tips, 8);
  const xs = placeX;
  const ys = placeY;
  const to = out;
  for (let at: usize = 0; at < bytes(count); at += FOUR) {
    const dx = from(xs + at, cx);
    const dy = from(ys + at, cy);
    const nextX = from(xs + at + TWO, cx);
    const nextY = from(ys + at + TWO, cy);
    let u = along(dx, dy, cos, sin);
    let v = f64x2.abs(across(dx, dy, cos, sin));
    let nextU = along(nextX, nextY, cos, sin);
    let nextV = f64x2.abs(across(nextX, nextY, cos, sin));
    const areBeside = Near.areBeside(u, v, wedgeCos, wedgeSin);
    // One place is next to the one before, so is mostly its tip.
    if (isEither(v128.or(areBeside, Near.areBeside(nextU, nextV, wedgeCos, wedgeSin)))) {
      findTips(dx, dy, tips, end);
      u = along(dx, dy, cos, sin);
      v = f64x2.abs(across(dx, dy, cos, sin));
      findTips(nextX, nextY, tips, end);
      nextU = along(nextX, nextY, cos, sin);
      nextV = f64x2.abs(across(nextX, nextY, cos, sin));
    }
    v128.store(to + at, Near.edge(u, v, tip, eu, ev, per));
    v128.store(to + at, Near.edge(nextU, nextV, tip, eu, ev, per), TWO);
  }
}

/** Of two places. Methods, since functions cannot be marked to be written out wherever they are called. */
class Near {
  /** Whether places lie beside the wedges of their tips. */
  @inline static areBeside(u: v128, v: v128, wedgeCos: f64, wedgeSin: f64): v128 {
    return f64x2.gt(f64x2.mul(v, both(wedgeCos)), f64x2.mul(u, both(wedgeSin)));
  }

  @inline static edge(u: v128, v: v128, tip: f64, eu: f64, ev: f64, per: v128): v128 {
    const beyond = f64x2.sub(u, both(tip));
    const share = clamped(f64x2.mul(along(beyond, v, both(eu), both(ev)), per));
    const du = f64x2.sub(beyond, f64x2.mul(share, both(eu)));
    const dv = f64x2.sub(v, f64x2.mul(share, both(ev)));
    return signed(length(du, dv), f64x2.gt(f64x2.mul(both(eu), v), f64x2.mul(both(ev), beyond)));
  }
}

/** The directions of the nearest tips. */
let cos: v128 = f64x2.splat(1);
let sin: v128 = f64x2.splat(0);

function findTips(dx: v128, dy: v128, tips: usize, end: usize): void {
  let most = both(-Infinity);
  for (let at = tips; at < end; at += 16) {
    const tipCos = v128.load_splat<f64>(at);
    const tipSin = v128.load_splat<f64>(at, 8);
    const way = along(dx, dy, tipCos, tipSin);
    const isMore = f64x2.gt(way, most);
    most = v128.bitselect(way, most, isMore);
    cos = v128.bitselect(tipCos, cos, isMore);
    sin = v128.bitselect(tipSin, sin, isMore);
  }
}
