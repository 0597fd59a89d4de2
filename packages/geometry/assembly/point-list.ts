import { edges, order, reserve, xs, ys } from "./memory";
import { top } from "./stack";
import { dot, pair } from "./vectors";

/** Whether points were moved. */
export let hasMoved: bool = false;
let count: i32 = 0;

/** Begins with points as they came, and looks at all. */
export function beginPoints(points: i32): void {
  hasMoved = false;
  count = points;
  look(0, points);
  const sides = f64x2.sub(high, low);
  if (dot(sides, sides) < Infinity) return;
  leaveOut();
  look(0, points);
}

/** Points so far from the first edge that squares are infinite would keep the box around them and others from telling anything. */
function leaveOut(): void {
  for (let k = 0; k < count; k++) {
    const way = f64x2.sub(placeOf(k), v128.load(edges));
    if (dot(way, way) < Infinity) continue;
    store<f64>(xs + ((<usize>k) << 3), NaN);
    store<f64>(ys + ((<usize>k) << 3), NaN);
  }
}

/** The box around the points that were looked at last. */
export let low: v128 = f64x2.splat(0);
export let high: v128 = f64x2.splat(0);

export function look(first: i32, last: i32): void {
  let lowX = f64x2.splat(Infinity);
  let lowY = lowX;
  let highX = f64x2.splat(-Infinity);
  let highY = highX;
  let k = first;
  for (; k + 1 < last; k += 2) {
    const x = v128.load(xs + ((<usize>k) << 3));
    const y = v128.load(ys + ((<usize>k) << 3));
    lowX = f64x2.pmin(lowX, x);
    highX = f64x2.pmax(highX, x);
    lowY = f64x2.pmin(lowY, y);
    highY = f64x2.pmax(highY, y);
  }
  low = f64x2.pmin(v128.shuffle<f64>(lowX, lowY, 0, 2), v128.shuffle<f64>(lowX, lowY, 1, 3));
  high = f64x2.pmax(v128.shuffle<f64>(highX, highY, 0, 2), v128.shuffle<f64>(highX, highY, 1, 3));
  if (k < last) {
    low = f64x2.pmin(low, placeOf(k));
    high = f64x2.pmax(high, placeOf(k));
  }
}

/** Points up to a value first, otherwise in the order they have; where the others begin. */
export function divide(first: i32, last: i32, values: usize, value: f64): i32 {
  if (!hasMoved) {
    hasMoved = true;
    for (let i = 0; i < count; i++) store<i32>(order + ((<usize>i) << 2), i);
  }
  const points = <usize>(last - first);
  reserve(top, points * 20);
  const otherXs = top;
  const otherYs = otherXs + (points << 3);
  const others = otherYs + (points << 3);
  let kept = first;
  let moved: usize = 0;
  for (let k = first; k < last; k++) {
    const x = load<f64>(xs + ((<usize>k) << 3));
    const y = load<f64>(ys + ((<usize>k) << 3));
    const i = numberAt(k);
    if (load<f64>(values + ((<usize>k) << 3)) <= value) {
      store<f64>(xs + ((<usize>kept) << 3), x);
      store<f64>(ys + ((<usize>kept) << 3), y);
      store<i32>(order + ((<usize>kept) << 2), i);
      kept++;
    } else {
      store<f64>(otherXs + (moved << 3), x);
      store<f64>(otherYs + (moved << 3), y);
      store<i32>(others + (moved << 2), i);
      moved++;
    }
  }
  memory.copy(xs + ((<usize>kept) << 3), otherXs, moved << 3);
  memory.copy(ys + ((<usize>kept) << 3), otherYs, moved << 3);
  memory.copy(order + ((<usize>kept) << 2), others, moved << 2);
  return kept;
}

/** The number of a point, wherever it was moved. */
export function numberAt(k: i32): i32 {
  return hasMoved ? load<i32>(order + ((<usize>k) << 2)) : k;
}

export function placeOf(k: i32): v128 {
  return pair(load<f64>(xs + ((<usize>k) << 3)), load<f64>(ys + ((<usize>k) << 3)));
}
