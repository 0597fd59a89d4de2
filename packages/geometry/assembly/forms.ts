import { across, along, both, bytes, clamped, FOUR, from, length, out, placeX, placeY, signed, TWO } from "./places";

/*
 * Signed distances in closed form, two places at a time: as packages/geometry/src/distance/forms has them for one, and docs/distance.md
 * derives them. Each round of a loop takes four places, so that they share what V8 does anew in each: it makes all constants. It also reads
 * globals anew, and keeps nothing in registers over a call.
 */

export function circle(count: i32, cx: f64, cy: f64, radius: f64): void {
  const xs = placeX;
  const ys = placeY;
  const to = out;
  for (let at: usize = 0; at < bytes(count); at += FOUR) {
    v128.store(to + at, Near.circle(xs + at, ys + at, cx, cy, radius));
    v128.store(to + at, Near.circle(xs + at + TWO, ys + at + TWO, cx, cy, radius), TWO);
  }
}

export function ring(count: i32, cx: f64, cy: f64, inner: f64, outer: f64): void {
  const xs = placeX;
  const ys = placeY;
  const to = out;
  for (let at: usize = 0; at < bytes(count); at += FOUR) {
    v128.store(to + at, Near.ring(xs + at, ys + at, cx, cy, inner, outer));
    v128.store(to + at, Near.ring(xs + at + TWO, ys + at + TWO, cx, cy, inner, outer), TWO);
  }
}

export function box(count: i32, cx: f64, cy: f64, halfWidth: f64, halfHeight: f64): void {
  const xs = placeX;
  const ys = placeY;
  const to = out;
  for (let at: usize = 0; at < bytes(count); at += FOUR) {
    v128.store(to + at, Near.box(xs + at, ys + at, cx, cy, halfWidth, halfHeight));
    v128.store(to + at, Near.box(xs + at + TWO, ys + at + TWO, cx, cy, halfWidth, halfHeight), TWO);
  }
}

/** By its sides, and the radii around from the corner of least x and y towards +x. */
export function roundedBox(
  count: i32,
  left: f64,
  low: f64,
  right: f64,
  high: f64,
  r0: f64,
  r1: f64,
  r2: f64,
  r3: f64,
): void {
  const xs = placeX;
  const ys = placeY;
  const to = out;
  for (let at: usize = 0; at < bytes(count); at += TWO) {
    const x = v128.load(xs + at);
    const y = v128.load(ys + at);
    const onLeft = f64x2.sub(both(left), x);
    const onRight = f64x2.sub(x, both(right));
    const below = f64x2.sub(both(low), y);
    const above = f64x2.sub(y, both(high));
    let distance = f64x2.pmax(f64x2.pmax(onLeft, onRight), f64x2.pmax(below, above));
    distance = Near.corner(distance, onLeft, below, r0);
    distance = Near.corner(distance, onRight, below, r1);
    distance = Near.corner(distance, onRight, above, r2);
    distance = Near.corner(distance, onLeft, above, r3);
    v128.store(to + at, distance);
  }
}

/** All within a radius of a segment; the segment alone with a radius of 0. */
export function capsule(count: i32, x0: f64, y0: f64, x1: f64, y1: f64, radius: f64): void {
  const xs = placeX;
  const ys = placeY;
  const to = out;
  const ux = x1 - x0;
  const uy = y1 - y0;
  const square = ux * ux + uy * uy;
  const per: f64 = square > 0 ? 1 / square : 0;
  for (let at: usize = 0; at < bytes(count); at += FOUR) {
    v128.store(to + at, Near.capsule(xs + at, ys + at, x0, y0, ux, uy, per, radius));
    v128.store(to + at, Near.capsule(xs + at + TWO, ys + at + TWO, x0, y0, ux, uy, per, radius), TWO);
  }
}

/** Parts of a circle lie to both sides of an axis (cos, sin), as far as the directions (endCos, ±endSin) in its frame. */
export function arc(count: i32, cx: f64, cy: f64, cos: f64, sin: f64, endCos: f64, endSin: f64, radius: f64): void {
  const xs = placeX;
  const ys = placeY;
  const to = out;
  for (let at: usize = 0; at < bytes(count); at += FOUR) {
    v128.store(to + at, Near.arc(xs + at, ys + at, cx, cy, cos, sin, endCos, endSin, radius));
    v128.store(to + at, Near.arc(xs + at + TWO, ys + at + TWO, cx, cy, cos, sin, endCos, endSin, radius), TWO);
  }
}

export function circularSegment(
  count: i32,
  cx: f64,
  cy: f64,
  cos: f64,
  sin: f64,
  endCos: f64,
  endSin: f64,
  radius: f64,
): void {
  const xs = placeX;
  const ys = placeY;
  const to = out;
  for (let at: usize = 0; at < bytes(count); at += FOUR) {
    v128.store(to + at, Near.segment(xs + at, ys + at, cx, cy, cos, sin, endCos, endSin, radius));
    v128.store(to + at, Near.segment(xs + at + TWO, ys + at + TWO, cx, cy, cos, sin, endCos, endSin, radius), TWO);
  }
}

/** A part of a ring; of a disc, with an inner radius of 0. */
export function ringSector(
  count: i32,
  cx: f64,
  cy: f64,
  cos: f64,
  sin: f64,
  endCos: f64,
  endSin: f64,
  inner: f64,
  outer: f64,
): void {
  const xs = placeX;
  const ys = placeY;
  const to = out;
  for (let at: usize = 0; at < bytes(count); at += FOUR) {
    v128.store(to + at, Near.ringSector(xs + at, ys + at, cx, cy, cos, sin, endCos, endSin, inner, outer));
    v128.store(
      to + at,
      Near.ringSector(xs + at + TWO, ys + at + TWO, cx, cy, cos, sin, endCos, endSin, inner, outer),
      TWO,
    );
  }
}

/** Bytes of a side: its start, its direction, and its length. */
const SIDE: usize = 40;

/** A convex polygon, by sides that lie one behind the other; of these the one that a place lies beyond most has the nearest point. */
export function corners(count: i32, first: usize, end: usize): void {
  const xs = placeX;
  const ys = placeY;
  const to = out;
  for (let at: usize = 0; at < bytes(count); at += FOUR) {
    const x = v128.load(xs + at);
    const y = v128.load(ys + at);
    const nextX = v128.load(xs + at, TWO);
    const nextY = v128.load(ys + at, TWO);
    let most = both(-Infinity);
    let past = both(0);
    let nextMost = most;
    let nextPast = past;
    for (let side = first; side < end; side += SIDE) {
      const sx = v128.load_splat<f64>(side);
      const sy = v128.load_splat<f64>(side, 8);
      const ux = v128.load_splat<f64>(side, 16);
      const uy = v128.load_splat<f64>(side, 24);
      const length = v128.load_splat<f64>(side, 32);
      const beyond = Near.beyond(x, y, sx, sy, ux, uy);
      const isMore = f64x2.gt(beyond, most);
      most = v128.bitselect(beyond, most, isMore);
      past = v128.bitselect(Near.past(x, y, sx, sy, ux, uy, length), past, isMore);
      const nextBeyond = Near.beyond(nextX, nextY, sx, sy, ux, uy);
      const isNextMore = f64x2.gt(nextBeyond, nextMost);
      nextMost = v128.bitselect(nextBeyond, nextMost, isNextMore);
      nextPast = v128.bitselect(Near.past(nextX, nextY, sx, sy, ux, uy, length), nextPast, isNextMore);
    }
    v128.store(to + at, Near.corners(most, past));
    v128.store(to + at, Near.corners(nextMost, nextPast), TWO);
  }
}

/** Squares of shorter lengths lose their digits. */
const LEAST: f64 = 1e-150;

/** Distances of two places. Methods, since functions cannot be marked to be written out wherever they are called. */
class Near {
  @inline static circle(x: usize, y: usize, cx: f64, cy: f64, radius: f64): v128 {
    return f64x2.sub(length(from(x, cx), from(y, cy)), both(radius));
  }

  @inline static ring(x: usize, y: usize, cx: f64, cy: f64, inner: f64, outer: f64): v128 {
    const way = length(from(x, cx), from(y, cy));
    return f64x2.pmax(f64x2.sub(both(inner), way), f64x2.sub(way, both(outer)));
  }

  @inline static box(x: usize, y: usize, cx: f64, cy: f64, halfWidth: f64, halfHeight: f64): v128 {
    const beside = f64x2.sub(f64x2.abs(from(x, cx)), both(halfWidth));
    const beyond = f64x2.sub(f64x2.abs(from(y, cy)), both(halfHeight));
    const within = f64x2.pmin(both(0), f64x2.pmax(beside, beyond));
    return f64x2.add(length(f64x2.pmax(both(0), beside), f64x2.pmax(both(0), beyond)), within);
  }

  /** Where places lie beyond the centre of a corner's arc both ways, the distance from the arc. */
  @inline static corner(distance: v128, beside: v128, beyond: v128, radius: f64): v128 {
    const dx = f64x2.add(beside, both(radius));
    const dy = f64x2.add(beyond, both(radius));
    const isThere = v128.and(f64x2.gt(dx, both(0)), f64x2.gt(dy, both(0)));
    const onArc = f64x2.sub(length(dx, dy), both(radius));
    return v128.bitselect(f64x2.pmax(distance, onArc), distance, isThere);
  }

  @inline static capsule(x: usize, y: usize, x0: f64, y0: f64, ux: f64, uy: f64, per: f64, radius: f64): v128 {
    const wx = from(x, x0);
    const wy = from(y, y0);
    const share = clamped(f64x2.mul(along(wx, wy, both(ux), both(uy)), both(per)));
    const dx = f64x2.sub(wx, f64x2.mul(share, both(ux)));
    const dy = f64x2.sub(wy, f64x2.mul(share, both(uy)));
    return f64x2.sub(length(dx, dy), both(radius));
  }

  @inline static arc(
    x: usize,
    y: usize,
    cx: f64,
    cy: f64,
    cos: f64,
    sin: f64,
    endCos: f64,
    endSin: f64,
    radius: f64,
  ): v128 {
    const dx = from(x, cx);
    const dy = from(y, cy);
    const u = along(dx, dy, both(cos), both(sin));
    const v = f64x2.abs(across(dx, dy, both(cos), both(sin)));
    const way = length(u, v);
    const toEnd = length(f64x2.sub(u, both(radius * endCos)), f64x2.sub(v, both(radius * endSin)));
    return v128.bitselect(f64x2.abs(f64x2.sub(way, both(radius))), toEnd, Near.isBetween(u, v, way, endCos, endSin));
  }

  @inline static segment(
    x: usize,
    y: usize,
    cx: f64,
    cy: f64,
    cos: f64,
    sin: f64,
    endCos: f64,
    endSin: f64,
    radius: f64,
  ): v128 {
    const dx = from(x, cx);
    const dy = from(y, cy);
    const u = along(dx, dy, both(cos), both(sin));
    const v = f64x2.abs(across(dx, dy, both(cos), both(sin)));
    const way = length(u, v);
    const beyondChord = f64x2.sub(u, both(radius * endCos));
    const toChord = length(beyondChord, f64x2.pmax(both(0), f64x2.sub(v, both(radius * endSin))));
    const toArc = f64x2.sub(way, both(radius));
    const isInside = v128.and(f64x2.gt(beyondChord, both(0)), f64x2.lt(toArc, both(0)));
    return signed(nearer(f64x2.abs(toArc), toChord, Near.isBetween(u, v, way, endCos, endSin)), isInside);
  }

  @inline static ringSector(
    x: usize,
    y: usize,
    cx: f64,
    cy: f64,
    cos: f64,
    sin: f64,
    endCos: f64,
    endSin: f64,
    inner: f64,
    outer: f64,
  ): v128 {
    const dx = from(x, cx);
    const dy = from(y, cy);
    const u = along(dx, dy, both(cos), both(sin));
    const v = f64x2.abs(across(dx, dy, both(cos), both(sin)));
    const way = length(u, v);
    const onWay = f64x2.pmin(both(outer), f64x2.pmax(both(inner), along(u, v, both(endCos), both(endSin))));
    const toEnd = length(f64x2.sub(u, f64x2.mul(onWay, both(endCos))), f64x2.sub(v, f64x2.mul(onWay, both(endSin))));
    const beyond = f64x2.sub(way, both(outer));
    const toArc: v128 = inner > 0 ? f64x2.pmax(f64x2.sub(both(inner), way), beyond) : beyond;
    const between = Near.isBetween(u, v, way, endCos, endSin);
    return signed(nearer(f64x2.abs(toArc), toEnd, between), v128.and(between, f64x2.lt(toArc, both(0))));
  }

  @inline static isBetween(u: v128, v: v128, way: v128, endCos: f64, endSin: f64): v128 {
    const isWithin = f64x2.ge(f64x2.sub(f64x2.mul(u, both(endSin)), f64x2.mul(v, both(endCos))), both(0));
    // At the centre all of an arc is as near.
    return v128.and(isWithin, f64x2.gt(way, both(LEAST)));
  }

  /** How far places lie beyond a side. */
  @inline static beyond(x: v128, y: v128, sx: v128, sy: v128, ux: v128, uy: v128): v128 {
    return f64x2.neg(across(f64x2.sub(x, sx), f64x2.sub(y, sy), ux, uy));
  }

  /** How far they lie before it, or behind it. */
  @inline static past(x: v128, y: v128, sx: v128, sy: v128, ux: v128, uy: v128, length: v128): v128 {
    const way = along(f64x2.sub(x, sx), f64x2.sub(y, sy), ux, uy);
    return f64x2.pmax(f64x2.neg(way), f64x2.sub(way, length));
  }

  @inline static corners(most: v128, past: v128): v128 {
    return v128.bitselect(length(most, f64x2.pmax(both(0), past)), most, f64x2.gt(most, both(0)));
  }
}

function nearer(toArc: v128, other: v128, between: v128): v128 {
  return v128.bitselect(f64x2.pmin(other, toArc), other, between);
}
