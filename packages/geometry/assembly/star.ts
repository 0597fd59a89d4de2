import { edges } from "./memory";
import {
  across,
  along,
  both,
  bytes,
  clamped,
  factor,
  fromX,
  fromY,
  isEither,
  keepFactor,
  length,
  signed,
  write,
} from "./places";

/**
 * A star by its edge from a tip to a hollow, in the frame of the tip; the directions of all tips are in `edges`, cosine and sine each.
 * Half of the angle between two is that of (wedgeCos, wedgeSin).
 */
export function star(
  count: i32,
  cx: f64,
  cy: f64,
  tip: f64,
  hollowU: f64,
  hollowV: f64,
  tips: i32,
  wedgeCos: f64,
  wedgeSin: f64,
): void {
  const eu = both(hollowU - tip);
  const ev = both(hollowV);
  keepFactor(1 / ((hollowU - tip) * (hollowU - tip) + hollowV * hollowV));
  cos = v128.load_splat<f64>(edges);
  sin = v128.load_splat<f64>(edges, 8);
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const dx = fromX(at, cx);
    const dy = fromY(at, cy);
    let u = along(dx, dy, cos, sin);
    let v = f64x2.abs(across(dx, dy, cos, sin));
    // One place is next to the one before, so is mostly its tip.
    if (isEither(f64x2.gt(f64x2.mul(v, both(wedgeCos)), f64x2.mul(u, both(wedgeSin))))) {
      findTips(dx, dy, tips);
      u = along(dx, dy, cos, sin);
      v = f64x2.abs(across(dx, dy, cos, sin));
    }
    const beyond = f64x2.sub(u, both(tip));
    const share = clamped(f64x2.mul(along(beyond, v, eu, ev), factor));
    const du = f64x2.sub(beyond, f64x2.mul(share, eu));
    const dv = f64x2.sub(v, f64x2.mul(share, ev));
    write(at, signed(length(du, dv), f64x2.gt(f64x2.mul(eu, v), f64x2.mul(ev, beyond))));
  }
}

/** The directions of the nearest tips. */
let cos: v128 = f64x2.splat(1);
let sin: v128 = f64x2.splat(0);

function findTips(dx: v128, dy: v128, tips: i32): void {
  let most = both(-Infinity);
  const end = edges + ((<usize>tips) << 4);
  for (let at = edges; at < end; at += 16) {
    const tipCos = v128.load_splat<f64>(at);
    const tipSin = v128.load_splat<f64>(at, 8);
    const way = along(dx, dy, tipCos, tipSin);
    const isMore = f64x2.gt(way, most);
    most = v128.bitselect(way, most, isMore);
    cos = v128.bitselect(tipCos, cos, isMore);
    sin = v128.bitselect(tipSin, sin, isMore);
  }
}
