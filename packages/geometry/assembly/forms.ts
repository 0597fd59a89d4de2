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
  keepFactor,
  length,
  placeX,
  placeY,
  signed,
  write,
} from "./places";

/**
 * Signed distances in closed form, two places at a time: as packages/geometry/src/distance/forms has them for one, and docs/distance.md
 * derives them.
 */
export function circle(count: i32, cx: f64, cy: f64, radius: f64): void {
  for (let at: usize = 0; at < bytes(count); at += 16)
    write(at, f64x2.sub(length(fromX(at, cx), fromY(at, cy)), both(radius)));
}

export function ring(count: i32, cx: f64, cy: f64, inner: f64, outer: f64): void {
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const way = length(fromX(at, cx), fromY(at, cy));
    write(at, f64x2.pmax(f64x2.sub(both(inner), way), f64x2.sub(way, both(outer))));
  }
}

export function box(count: i32, cx: f64, cy: f64, halfWidth: f64, halfHeight: f64): void {
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const beside = f64x2.sub(f64x2.abs(fromX(at, cx)), both(halfWidth));
    const beyond = f64x2.sub(f64x2.abs(fromY(at, cy)), both(halfHeight));
    const within = f64x2.pmin(both(0), f64x2.pmax(beside, beyond));
    write(at, f64x2.add(length(f64x2.pmax(both(0), beside), f64x2.pmax(both(0), beyond)), within));
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
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const x = v128.load(placeX + at);
    const y = v128.load(placeY + at);
    const onLeft = f64x2.sub(both(left), x);
    const onRight = f64x2.sub(x, both(right));
    const below = f64x2.sub(both(low), y);
    const above = f64x2.sub(y, both(high));
    let distance = f64x2.pmax(f64x2.pmax(onLeft, onRight), f64x2.pmax(below, above));
    distance = beyondCorner(distance, onLeft, below, r0);
    distance = beyondCorner(distance, onRight, below, r1);
    distance = beyondCorner(distance, onRight, above, r2);
    distance = beyondCorner(distance, onLeft, above, r3);
    write(at, distance);
  }
}

/** Where places lie beyond the centre of a corner's arc both ways, the distance from the arc. */
function beyondCorner(distance: v128, beside: v128, beyond: v128, radius: f64): v128 {
  const dx = f64x2.add(beside, both(radius));
  const dy = f64x2.add(beyond, both(radius));
  const isThere = v128.and(f64x2.gt(dx, both(0)), f64x2.gt(dy, both(0)));
  if (!v128.any_true(isThere)) return distance;
  const onArc = f64x2.sub(length(dx, dy), both(radius));
  return v128.bitselect(f64x2.pmax(distance, onArc), distance, isThere);
}

/** All within a radius of a segment; the segment alone with a radius of 0. */
export function capsule(count: i32, x0: f64, y0: f64, x1: f64, y1: f64, radius: f64): void {
  const ux = x1 - x0;
  const uy = y1 - y0;
  const square = ux * ux + uy * uy;
  keepFactor(square > 0 ? 1 / square : 0);
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const wx = fromX(at, x0);
    const wy = fromY(at, y0);
    const share = clamped(f64x2.mul(along(wx, wy, both(ux), both(uy)), factor));
    const dx = f64x2.sub(wx, f64x2.mul(share, both(ux)));
    const dy = f64x2.sub(wy, f64x2.mul(share, both(uy)));
    write(at, f64x2.sub(length(dx, dy), both(radius)));
  }
}

/** Parts of a circle lie to both sides of an axis (cos, sin), as far as the directions (endCos, ±endSin) in its frame. */
export function arc(count: i32, cx: f64, cy: f64, cos: f64, sin: f64, endCos: f64, endSin: f64, radius: f64): void {
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const dx = fromX(at, cx);
    const dy = fromY(at, cy);
    const u = along(dx, dy, both(cos), both(sin));
    const v = f64x2.abs(across(dx, dy, both(cos), both(sin)));
    const way = length(u, v);
    const toEnd = length(f64x2.sub(u, both(radius * endCos)), f64x2.sub(v, both(radius * endSin)));
    write(at, v128.bitselect(f64x2.abs(f64x2.sub(way, both(radius))), toEnd, isBetween(u, v, way, endCos, endSin)));
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
  const chord = radius * endCos;
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const dx = fromX(at, cx);
    const dy = fromY(at, cy);
    const u = along(dx, dy, both(cos), both(sin));
    const v = f64x2.abs(across(dx, dy, both(cos), both(sin)));
    const way = length(u, v);
    const beyondChord = f64x2.sub(u, both(chord));
    const toChord = length(beyondChord, f64x2.pmax(both(0), f64x2.sub(v, both(radius * endSin))));
    const toArc = f64x2.sub(way, both(radius));
    const isInside = v128.and(f64x2.gt(beyondChord, both(0)), f64x2.lt(toArc, both(0)));
    write(at, signed(nearer(f64x2.abs(toArc), toChord, isBetween(u, v, way, endCos, endSin)), isInside));
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
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const dx = fromX(at, cx);
    const dy = fromY(at, cy);
    const u = along(dx, dy, both(cos), both(sin));
    const v = f64x2.abs(across(dx, dy, both(cos), both(sin)));
    const way = length(u, v);
    const onWay = f64x2.pmin(both(outer), f64x2.pmax(both(inner), along(u, v, both(endCos), both(endSin))));
    const toEnd = length(f64x2.sub(u, f64x2.mul(onWay, both(endCos))), f64x2.sub(v, f64x2.mul(onWay, both(endSin))));
    const beyond = f64x2.sub(way, both(outer));
    const toArc: v128 = inner > 0 ? f64x2.pmax(f64x2.sub(both(inner), way), beyond) : beyond;
    const between = isBetween(u, v, way, endCos, endSin);
    const isInside = v128.and(between, f64x2.lt(toArc, both(0)));
    write(at, signed(nearer(f64x2.abs(toArc), toEnd, between), isInside));
  }
}

function isBetween(u: v128, v: v128, way: v128, endCos: f64, endSin: f64): v128 {
  const isWithin = f64x2.ge(f64x2.sub(f64x2.mul(u, both(endSin)), f64x2.mul(v, both(endCos))), both(0));
  // At the centre all of an arc is as near.
  return v128.and(isWithin, f64x2.gt(way, both(LEAST)));
}

/** Squares of shorter lengths lose their digits. */
const LEAST: f64 = 1e-150;

function nearer(toArc: v128, other: v128, between: v128): v128 {
  return v128.bitselect(f64x2.pmin(other, toArc), other, between);
}

/** Bytes of a side: its start, its direction, and its length. */
const SIDE: usize = 40;

/** A convex polygon, by the sides in `edges`; of these the one that a place lies beyond most has the nearest point. */
export function corners(count: i32, sides: i32): void {
  const end = edges + <usize>sides * SIDE;
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const x = v128.load(placeX + at);
    const y = v128.load(placeY + at);
    let most = both(-Infinity);
    let past = both(0);
    for (let side = edges; side < end; side += SIDE) {
      const wx = f64x2.sub(x, v128.load_splat<f64>(side));
      const wy = f64x2.sub(y, v128.load_splat<f64>(side, 8));
      const ux = v128.load_splat<f64>(side, 16);
      const uy = v128.load_splat<f64>(side, 24);
      const beyond = f64x2.neg(across(wx, wy, ux, uy));
      const way = along(wx, wy, ux, uy);
      const isMore = f64x2.gt(beyond, most);
      most = v128.bitselect(beyond, most, isMore);
      // How far places lie before the side, or behind it.
      const beside = f64x2.pmax(f64x2.neg(way), f64x2.sub(way, v128.load_splat<f64>(side, 32)));
      past = v128.bitselect(beside, past, isMore);
    }
    const isOutside = f64x2.gt(most, both(0));
    write(at, v128.bitselect(length(most, f64x2.pmax(both(0), past)), most, isOutside));
  }
}
