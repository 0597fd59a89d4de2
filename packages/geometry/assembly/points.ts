import { found, gaps, order, stack, xs, ys } from "./memory";
import {
  begin,
  cutBack,
  entriesFrom,
  findNearest,
  heldFrom,
  narrow,
  nearest,
  squared,
  TINY,
  top,
  unfold,
} from "./near-edges";
import { pair } from "./vectors";

/** So few points are not parted further; so few look at boxes by their edges, unless these are more. */
const TOGETHER: i32 = 8;
const SMALL: i32 = 64;
const MANY: i32 = 96;
/** Points times edges up to which more are not, either. */
const WORTH: i32 = 400;

/**
 * The nearest edge of each of some points, anywhere, and its distance, which is -1 where doubles cannot square it: the points are parted
 * in halves of their boxes, each with the edges that may be nearest in it.
 */
export function nearestEdges(points: i32): void {
  for (let i = 0; i < points; i++) store<i32>(order + ((<usize>i) << 2), i);
  begin();
  part(0, points, stack, 0);
}

/** Some points, next to each other in the order, by the entries of the stack from some place on; `hint` is an edge that is near. */
function part(first: i32, last: i32, from: usize, hint: i32): void {
  let low = f64x2.splat(Infinity);
  let high = f64x2.splat(-Infinity);
  for (let k = first; k < last; k++) {
    const place = placeOf(k);
    low = f64x2.pmin(low, place);
    high = f64x2.pmax(high, place);
  }
  // Halves of each, as their sum may be too large.
  const centre = f64x2.add(f64x2.mul(low, f64x2.splat(0.5)), f64x2.mul(high, f64x2.splat(0.5)));
  const half = f64x2.pmax(f64x2.sub(high, centre), f64x2.sub(centre, low));
  const hx = f64x2.extract_lane(half, 0);
  const hy = f64x2.extract_lane(half, 1);
  const own = top;
  narrow(from, centre, half, hint);
  const near = nearest;
  const points = last - first;
  const areOne = hx === 0 && hy === 0;
  let held = heldFrom(own);
  if (held > 0 && held <= MANY && points <= SMALL) {
    unfold(own, centre, half);
    held = 0;
  }
  const isWorth = points <= TOGETHER || (held === 0 && points * entriesFrom(own) <= WORTH) || areOne;
  if (isWorth) findEach(first, last, own, near);
  else {
    const middle =
      hx >= hy
        ? divide(first, last, xs, f64x2.extract_lane(centre, 0))
        : divide(first, last, ys, f64x2.extract_lane(centre, 1));
    // Where the middle of two neighbouring doubles is one of them, all may lie on its one side.
    if (middle === first || middle === last) findEach(first, last, own, near);
    else {
      part(first, middle, own, near);
      part(middle, last, own, near);
    }
  }
  cutBack(own);
}

/** Points up to a value first; where the others begin. */
function divide(first: i32, last: i32, values: usize, value: f64): i32 {
  let low = first;
  let high = last;
  while (low < high) {
    const i = numberAt(low);
    if (load<f64>(values + ((<usize>i) << 3)) <= value) low++;
    else {
      high--;
      store<i32>(order + ((<usize>low) << 2), numberAt(high));
      store<i32>(order + ((<usize>high) << 2), i);
    }
  }
  return low;
}

function findEach(first: i32, last: i32, from: usize, hint: i32): void {
  let near = hint;
  for (let k = first; k < last; k++) {
    findNearest(from, top, placeOf(k), near);
    near = nearest;
    const i = numberAt(k);
    store<i32>(found + ((<usize>i) << 2), near);
    store<f64>(gaps + ((<usize>i) << 3), squared > TINY ? sqrt(squared) : -1);
  }
}

function numberAt(k: i32): i32 {
  return load<i32>(order + ((<usize>k) << 2));
}

function placeOf(k: i32): v128 {
  const offset = (<usize>numberAt(k)) << 3;
  return pair(load<f64>(xs + offset), load<f64>(ys + offset));
}
