import { edges } from "./memory";
import { both } from "./places";
import { dot } from "./vectors";

/** Bytes of a stretch of a curve, whose parameter goes from 0 to 1; vectors are x y. */
const STRETCH: usize = 192;
/** Behind where it begins: the direction and the length of its chord, and how far it leaves that at most. */
export const CHORD: usize = 16;
export const CHORD_LENGTH: usize = 32;
export const REACH: usize = 40;
/** The greatest lengths of C'' and C'''. */
export const SECOND: usize = 48;
export const THIRD: usize = 56;
/** From its beginning to its end, and C' at both. */
export const WAY: usize = 64;
export const AT_START: usize = 80;
export const AT_END: usize = 96;
/**
 * The coefficients of its parameter's square and cube; of a conic section the half-diameters to its middle and across; of a circle's arc the
 * direction to its middle, and cosine and sine of half its angle.
 */
export const SQUARED: usize = 112;
export const CUBED: usize = 128;
/** Of a conic section the centre, from the beginning, and the angle; of a circle's arc the radius instead. */
export const CENTRE: usize = 144;
export const ANGLE: usize = 160;
/** What it is. */
export const KIND: usize = 168;
/** Of an ellipse 1; of a hyperbola -1, whose cosines and sines are hyperbolic ones. */
export const SIGN: usize = 176;

export const LINE: f64 = 0;
export const CIRCLE: f64 = 1;
export const CONIC: f64 = 2;
export const POLYNOMIAL: f64 = 3;

/** Where a stretch's numbers are. */
export function stretchOf(id: i32): usize {
  return edges + <usize>id * STRETCH;
}

/** Where a stretch's parameter has some value: the point from its beginning, C', C'' and C'''. */
export let point: v128 = both(0);
export let speed: v128 = both(0);
export let turn: v128 = both(0);
export let jerk: v128 = both(0);

export function see(stretch: usize, s: f64): void {
  if (load<f64>(stretch, KIND) === POLYNOMIAL) {
    const b = v128.load(stretch, SQUARED);
    const a = f64x2.mul(both(s), v128.load(stretch, CUBED));
    const c = v128.load(stretch, AT_START);
    point = f64x2.mul(both(s), f64x2.add(c, f64x2.mul(both(s), f64x2.add(b, a))));
    speed = f64x2.add(c, f64x2.mul(both(s), f64x2.add(f64x2.mul(both(2), b), f64x2.mul(both(3), a))));
    turn = f64x2.add(f64x2.mul(both(2), b), f64x2.mul(both(6), a));
    jerk = f64x2.mul(both(6), v128.load(stretch, CUBED));
  } else {
    const angle = load<f64>(stretch, ANGLE);
    const sign = both(load<f64>(stretch, SIGN));
    const at = both(angle * (s - 0.5));
    const square = f64x2.mul(sign, f64x2.mul(at, at));
    const cos = cosOf(square);
    const sin = f64x2.mul(at, sinOf(square));
    const u = v128.load(stretch, SQUARED);
    const v = v128.load(stretch, CUBED);
    const out = f64x2.add(f64x2.mul(u, cos), f64x2.mul(v, sin));
    point = f64x2.add(v128.load(stretch, CENTRE), out);
    speed = f64x2.mul(both(angle), f64x2.sub(f64x2.mul(v, cos), f64x2.mul(sign, f64x2.mul(u, sin))));
    const inwards = f64x2.mul(sign, both(-angle * angle));
    turn = f64x2.mul(inwards, out);
    jerk = f64x2.mul(inwards, speed);
  }
}

/** The distance of a place from the chord of a stretch, and the share of that before its nearest point. */
export function chordGap(stretch: usize, place: v128): f64 {
  const way = f64x2.sub(place, v128.load(stretch));
  const along = v128.load(stretch, CHORD);
  const length = load<f64>(stretch, CHORD_LENGTH);
  const before = max(0, min(length, dot(way, along)));
  chordShare = length > 0 ? before / length : 0;
  const across = f64x2.sub(way, f64x2.mul(along, both(before)));
  return sqrt(dot(across, across));
}

let chordShare: f64 = 0;

/** A point of a stretch about there. */
export function pointOf(stretch: usize): v128 {
  const start = v128.load(stretch);
  const kind = load<f64>(stretch, KIND);
  if (kind === LINE) return f64x2.add(start, f64x2.mul(both(chordShare), v128.load(stretch, WAY)));
  if (kind === CIRCLE || load<f64>(stretch, THIRD) === Infinity)
    return chordShare > 0.5 ? f64x2.add(start, v128.load(stretch, WAY)) : start;
  see(stretch, chordShare);
  return f64x2.add(start, point);
}

/** Cosines of squared angles by Taylor's series: for angles of at most 1/4 what is left out is less than 1e-17. Hyperbolic for less than 0. */
export function cosOf(x: v128): v128 {
  let sum = f64x2.mul(x, both(-1 / <f64>3628800));
  sum = f64x2.mul(x, f64x2.add(both(1 / <f64>40320), sum));
  sum = f64x2.mul(x, f64x2.add(both(-1 / <f64>720), sum));
  sum = f64x2.mul(x, f64x2.add(both(1 / <f64>24), sum));
  return f64x2.add(both(1), f64x2.mul(x, f64x2.add(both(-0.5), sum)));
}

/** The same of sines, divided by the angle. */
export function sinOf(x: v128): v128 {
  let sum = f64x2.mul(x, both(1 / <f64>362880));
  sum = f64x2.mul(x, f64x2.add(both(-1 / <f64>5040), sum));
  sum = f64x2.mul(x, f64x2.add(both(1 / <f64>120), sum));
  sum = f64x2.mul(x, f64x2.add(both(-1 / <f64>6), sum));
  return f64x2.add(both(1), sum);
}
