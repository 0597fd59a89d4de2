import { areFewLeft } from "./few-edges";
import { found, gaps } from "./memory";
import { findNearest, heldFrom, narrow, nearest, squared, TINY } from "./near-edges";
import { numberAt, placeOf } from "./point-list";
import { top } from "./stack";
import { seeEdges, writePointDistances } from "./tile-edges";

/** Puts the edges that may be nearest to a group of points on top of the stack; gives whether they are few enough to measure it. */
export function narrowEdges(from: usize, centre: v128, half: v128, hint: i32, points: i32): bool {
  const own = top;
  narrow(from, centre, half, hint);
  return areFewLeft(own, centre, half, points);
}

/** Writes the distances of a group from the entries of the stack from some place on. */
export function measureByEdges(first: i32, last: i32, from: usize, hint: i32, centre: v128, half: v128): void {
  if (heldFrom(from) > 0) findEdges(first, last, from, hint);
  else {
    seeEdges(from, top, centre, half);
    writePointDistances(first, last);
  }
}

/** Finds the nearest edge of each point of a group as well. */
export function findEdges(first: i32, last: i32, from: usize, hint: i32): void {
  let near = hint;
  for (let k = first; k < last; k++) {
    findNearest(from, top, placeOf(k), near);
    near = nearest;
    store<i32>(found + ((<usize>numberAt(k)) << 2), near);
    store<f64>(gaps + ((<usize>k) << 3), squared > TINY ? sqrt(squared) : -1);
  }
}
