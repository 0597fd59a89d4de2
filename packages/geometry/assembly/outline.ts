import { edges } from "./memory";
import { across, along, both, bytes, clamped, length, placeX, placeY, signed, squares, write } from "./places";

/** Bytes of a line: its start, its way, one over its squared length, its least and greatest y, and 1 where it goes that way, −1 otherwise. */
const LINE: usize = 64;
/** Of an arc: its centre and radius, the axis in its middle, and its end on the left of that in that frame. */
const ARC: usize = 56;
/** Of a part of an arc to one side of its centre: that and the squared radius, 1 for the right or −1, then y as for lines. */
const HALF: usize = 56;

/**
 * An outline of straight lines and arcs of circles, by the lists of these in `edges`: the nearest of all, inside where the winding
 * number is not 0, or odd. That counts the lines and halves of arcs that lie to the right of a place, each without its greatest y.
 */
export function outline(count: i32, lines: i32, arcs: i32, halves: i32, isOdd: bool): void {
  const firstArc = edges + <usize>lines * LINE;
  const firstHalf = firstArc + <usize>arcs * ARC;
  const end = firstHalf + <usize>halves * HALF;
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const x = v128.load(placeX + at);
    const y = v128.load(placeY + at);
    let least = both(Infinity);
    let winding = both(0);
    for (let line = edges; line < firstArc; line += LINE) {
      const wx = f64x2.sub(x, v128.load_splat<f64>(line));
      const wy = f64x2.sub(y, v128.load_splat<f64>(line, 8));
      const ux = v128.load_splat<f64>(line, 16);
      const uy = v128.load_splat<f64>(line, 24);
      const share = clamped(f64x2.mul(along(wx, wy, ux, uy), v128.load_splat<f64>(line, 32)));
      least = f64x2.pmin(least, squares(f64x2.sub(wx, f64x2.mul(share, ux)), f64x2.sub(wy, f64x2.mul(share, uy))));
      const sense = v128.load_splat<f64>(line, 56);
      // What goes up has places to its left that lie to the left of it, what goes down to its right.
      const isBefore = f64x2.gt(f64x2.mul(across(wx, wy, ux, uy), sense), both(0));
      winding = f64x2.add(winding, v128.and(sense, v128.and(isBefore, isLevel(y, line + 40))));
    }
    for (let arc = firstArc; arc < firstHalf; arc += ARC) {
      const dx = f64x2.sub(x, v128.load_splat<f64>(arc));
      const dy = f64x2.sub(y, v128.load_splat<f64>(arc, 8));
      const radius = v128.load_splat<f64>(arc, 16);
      const cos = v128.load_splat<f64>(arc, 24);
      const sin = v128.load_splat<f64>(arc, 32);
      const endCos = v128.load_splat<f64>(arc, 40);
      const endSin = v128.load_splat<f64>(arc, 48);
      const u = along(dx, dy, cos, sin);
      const v = f64x2.abs(across(dx, dy, cos, sin));
      const toArc = f64x2.sub(length(u, v), radius);
      const toEnd = squares(f64x2.sub(u, f64x2.mul(radius, endCos)), f64x2.sub(v, f64x2.mul(radius, endSin)));
      const isWithin = f64x2.ge(f64x2.sub(f64x2.mul(u, endSin), f64x2.mul(v, endCos)), both(0));
      least = f64x2.pmin(least, v128.bitselect(f64x2.mul(toArc, toArc), toEnd, isWithin));
    }
    for (let half = firstHalf; half < end; half += HALF) {
      const dx = f64x2.sub(x, v128.load_splat<f64>(half));
      const dy = f64x2.sub(y, v128.load_splat<f64>(half, 8));
      const isLeft = f64x2.lt(dx, both(0));
      const isIn = f64x2.lt(squares(dx, dy), v128.load_splat<f64>(half, 16));
      const isOnRight = f64x2.gt(v128.load_splat<f64>(half, 24), both(0));
      const isBefore = v128.bitselect(v128.or(isLeft, isIn), v128.andnot(isLeft, isIn), isOnRight);
      const sense = v128.load_splat<f64>(half, 48);
      winding = f64x2.add(winding, v128.and(sense, v128.and(isBefore, isLevel(y, half + 32))));
    }
    const part = f64x2.mul(winding, both(0.5));
    const isInside = isOdd ? f64x2.ne(f64x2.floor(part), part) : f64x2.ne(winding, both(0));
    write(at, signed(f64x2.sqrt(least), isInside));
  }
}

/** Whether places lie from a least y up to a greatest one, but not on that. */
function isLevel(y: v128, at: usize): v128 {
  return v128.and(f64x2.ge(y, v128.load_splat<f64>(at)), f64x2.lt(y, v128.load_splat<f64>(at, 8)));
}
