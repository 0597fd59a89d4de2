import { measureCurves } from "./feet";
import { stack, xs, ys } from "./memory";
import { begin, nearest } from "./near-edges";
import { beginCurves, narrowCurves } from "./near-stretches";
import { findEdges, measureByEdges, narrowEdges } from "./point-edges";
import { beginPoints, divide, hasMoved, high, look, low } from "./point-list";
import { cutBack, top } from "./stack";

/** Quarters of a list whose boxes have so much shorter sides than that of the whole are close together as they come. */
const CLOSER: f64 = 0.65;

/** What the points are measured by. */
let byCurves: bool = false;
let wantsEdges: bool = false;

/**
 * The distance of each of some points from the nearest edge, -1 where doubles cannot square it: the points are parted in groups, each
 * with the edges that may be nearest in the box around it. A list whose quarters lie close together, and theirs, is parted as it comes;
 * others are moved, and so are the distances. Gives whether that is so: `order` has the numbers of the points then.
 */
export function pointDistances(points: i32): bool {
  byCurves = false;
  wantsEdges = false;
  begin();
  return partAll(points);
}

/** Finds the nearest edges as well, by the points' numbers. */
export function nearestEdges(points: i32): bool {
  byCurves = false;
  wantsEdges = true;
  begin();
  return partAll(points);
}

/** The same distances from stretches of curves; -1 where no short way is certain. */
export function curveDistances(points: i32, stretches: i32): bool {
  byCurves = true;
  beginCurves(stretches);
  return partAll(points);
}

function partAll(points: i32): bool {
  beginPoints(points);
  part(0, points, low, high, stack, 0);
  return hasMoved;
}

/** Some points, next to each other, within a box, by the entries of the stack from some place on; `hint` is an edge that is near. */
function part(first: i32, last: i32, least: v128, most: v128, from: usize, hint: i32): void {
  // Halves of each, as their sum may be too large.
  const centre = f64x2.add(f64x2.mul(least, f64x2.splat(0.5)), f64x2.mul(most, f64x2.splat(0.5)));
  const half = f64x2.pmax(f64x2.sub(most, centre), f64x2.sub(centre, least));
  const hx = f64x2.extract_lane(half, 0);
  const hy = f64x2.extract_lane(half, 1);
  const own = top;
  const points = last - first;
  const isEnough = byCurves ? narrowCurves(from, centre, half, points) : narrowEdges(from, centre, half, hint, points);
  const near = nearest;
  if (isEnough || (hx === 0 && hy === 0)) measure(first, last, own, near, centre, half);
  else if (!partInOrder(first, last, 2 * CLOSER * (hx + hy), own, near)) {
    const middle =
      hx >= hy
        ? divide(first, last, xs, f64x2.extract_lane(centre, 0))
        : divide(first, last, ys, f64x2.extract_lane(centre, 1));
    // Where the middle of two neighbouring doubles is one of them, all may lie on its one side.
    if (middle === first || middle === last) measure(first, last, own, near, centre, half);
    else {
      look(first, middle);
      part(first, middle, low, high, own, near);
      look(middle, last);
      part(middle, last, low, high, own, near);
    }
  }
  cutBack(own);
}

function measure(first: i32, last: i32, from: usize, hint: i32, centre: v128, half: v128): void {
  if (byCurves) measureCurves(first, last, from, centre, half);
  else if (wantsEdges) findEdges(first, last, from, hint);
  else measureByEdges(first, last, from, hint, centre, half);
}

/** Parts points into quarters as they come, unless one has longer sides than `most`; gives whether it was done. */
function partInOrder(first: i32, last: i32, most: f64, from: usize, hint: i32): bool {
  const points = last - first;
  const a = first + (points >> 2);
  const b = first + (points >> 1);
  const c = last - (points >> 2);
  look(first, a);
  const lowA = low;
  const highA = high;
  if (!(sidesOf(lowA, highA) <= most)) return false;
  look(a, b);
  const lowB = low;
  const highB = high;
  if (!(sidesOf(lowB, highB) <= most)) return false;
  look(b, c);
  const lowC = low;
  const highC = high;
  if (!(sidesOf(lowC, highC) <= most)) return false;
  look(c, last);
  const lowD = low;
  const highD = high;
  if (!(sidesOf(lowD, highD) <= most)) return false;
  part(first, a, lowA, highA, from, hint);
  part(a, b, lowB, highB, from, hint);
  part(b, c, lowC, highC, from, hint);
  part(c, last, lowD, highD, from, hint);
  return true;
}

function sidesOf(least: v128, most: v128): f64 {
  const sides = f64x2.sub(most, least);
  return f64x2.extract_lane(sides, 0) + f64x2.extract_lane(sides, 1);
}
