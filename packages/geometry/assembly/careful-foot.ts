import { both } from "./places";
import { ANGLE, jerk, point, SECOND, see, speed, THIRD, turn, WAY } from "./stretches";
import { dot } from "./vectors";

/** So many parts of a stretch are looked at for a place where its foot may be anywhere, none shorter than this; steps for a root. */
const PARTS: i32 = 256;
const FINEST: f64 = 1 / <f64>(1 << 24);
const HALVINGS: i32 = 100;

/** The least squared distance that was found, and how many parts may still be looked at. */
let best: f64 = 0;
let left: i32 = 0;

/** The squared distance of a place, from the stretch's beginning, if it is less than another; -1 where it takes too long. */
export function careful(stretch: usize, place: v128, least: f64): f64 {
  best = least;
  left = PARTS;
  if (load<f64>(stretch, THIRD) === Infinity) return -1;
  const end = v128.load(stretch, WAY);
  keepNearer(f64x2.sub(both(0), place));
  keepNearer(f64x2.sub(end, place));
  search(stretch, 0, 1, both(0), end, place);
  return left > 0 ? best : -1;
}

function keepNearer(away: v128): void {
  best = min(best, dot(away, away));
}

/** Looks in a part of a stretch, whose ends are given: halves it until g' keeps its sign, or all of it is too far. */
function search(stretch: usize, low: f64, high: f64, start: v128, end: v128, place: v128): void {
  if (--left <= 0) return;
  const length = high - low;
  const leaves = length * length * 0.125 * load<f64>(stretch, SECOND);
  const gap = sqrt(squaredGap(f64x2.sub(start, place), f64x2.sub(end, start))) - leaves;
  if (gap > 0 && gap * gap >= best) return;
  const slope = slopeIn(stretch, low, high, place);
  const middle = point;
  keepNearer(f64x2.sub(middle, place));
  if (abs(slope) > changeIn(stretch, length, place, 0)) {
    if (slope > 0) findRoot(stretch, low, high, place);
  } else if (length > FINEST) {
    const half = 0.5 * (low + high);
    search(stretch, low, half, start, middle, place);
    search(stretch, half, high, middle, end, place);
  }
}

/** The squared distance of the origin from a line that begins somewhere and goes some way. */
function squaredGap(start: v128, way: v128): f64 {
  const square = dot(way, way);
  const share = square > 0 ? max(0, min(1, -dot(start, way) / square)) : 0;
  const nearest = f64x2.add(start, f64x2.mul(both(share), way));
  return dot(nearest, nearest);
}

/** Newton's method where g rises, halving the bracket where that leads out of it. */
function findRoot(stretch: usize, low: f64, high: f64, place: v128): void {
  let s = 0.5 * (low + high);
  for (let step = 0; step < HALVINGS && high - low > FINEST * FINEST; step++) {
    see(stretch, s);
    const away = f64x2.sub(point, place);
    keepNearer(away);
    const g = dot(away, speed);
    if (g === 0) return;
    if (g < 0) low = s;
    else high = s;
    const next = s - g / (dot(speed, speed) + dot(away, turn));
    if (abs(next - s) <= FINEST * FINEST) return;
    s = next > low && next < high ? next : 0.5 * (low + high);
  }
}

/** Whether g' keeps its sign for all places within `spread` of one, from the stretch's beginning. */
export function keepsSign(stretch: usize, place: v128, spread: f64): bool {
  return abs(slopeIn(stretch, 0, 1, place)) > changeIn(stretch, 1, place, spread);
}

/** g' in the middle of a part of a stretch, which is seen then; and how much it may change from there. */
function slopeIn(stretch: usize, low: f64, high: f64, place: v128): f64 {
  see(stretch, 0.5 * (low + high));
  return dot(speed, speed) + dot(f64x2.sub(point, place), turn);
}

function changeIn(stretch: usize, length: f64, place: v128, spread: f64): f64 {
  const second = load<f64>(stretch, SECOND);
  const third = load<f64>(stretch, THIRD);
  const angle = load<f64>(stretch, ANGLE);
  const away = f64x2.sub(point, place);
  const half = 0.5 * length;
  const fastest = sqrt(dot(speed, speed)) + half * second;
  const furthest = sqrt(dot(away, away)) + spread + half * fastest;
  const bend = abs(3 * dot(speed, turn) + dot(away, jerk)) + spread * third;
  const most = 3 * second * second + 4 * fastest * third + furthest * angle * angle * second;
  return half * (bend + 0.5 * half * most) + spread * second;
}
