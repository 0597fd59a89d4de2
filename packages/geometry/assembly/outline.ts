import { edges } from "./memory";
import { across, along, both, bytes, clamped, length, placeX, placeY, signed, squares, write } from "./places";

/** Bytes of a line: start x y, vector x y, 1 / squared length, smallest y, greatest y, and the winding delta: 1 where y rises, −1 where it falls. */
const LINE: usize = 64;
/** Bytes of an arc: centre x y, radius, cosine and sine of its middle, cosine and sine of half its angle. */
const ARC: usize = 56;
/** Bytes of a part of an arc on one side of the centre: centre x y, squared radius, 1 for the right side or −1, then y and delta as of lines. */
const HALF: usize = 56;

/**
 * Signed distances to an outline of straight lines and arcs of circles, from tables in `edges`: the least distance to any of them, negative
 * where the winding number is not 0, or odd. A ray towards +x crosses a line or half arc at its smallest y, but not at its greatest.
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
      // The ray crosses where the place lies left of a rising line, or right of a falling one.
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

/** Whether y is at least the number at an address, and less than the next number. */
function isLevel(y: v128, at: usize): v128 {
  return v128.and(f64x2.ge(y, v128.load_splat<f64>(at)), f64x2.lt(y, v128.load_splat<f64>(at, 8)));
}
