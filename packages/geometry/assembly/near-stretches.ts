import { sides } from "./memory";
import { both } from "./places";
import { clear, ENTRY, entriesFrom, GAP, push, top } from "./stack";
import { chordGap, pointOf, REACH, stretchOf, WAY } from "./stretches";
import { dot } from "./vectors";

/** More than what rounding changes lengths by, as a share. */
const ROUNDED: f64 = 1e-9;
/** Groups of no more points are not parted further, nor those that so few stretches are near. */
const TOGETHER: i32 = 32;
const WORTH: i32 = 512;

/** Stretches that follow each other have a box around all of them. */
const RUN: i32 = 16;

let count: i32 = 0;

/** Begins with all stretches, run by run: an entry of the stack is a stretch by its number, or a run by that's complement. */
export function beginCurves(stretches: i32): void {
  count = stretches;
  clear();
  for (let run = 0; run * RUN < count; run++) push(~run);
}

/**
 * Puts the stretches that may be nearest to a point of a group on top of the stack; gives whether they are few enough to measure it. With b a
 * point of the curves that is near the middle c of the group's box, D = |c - b|, and g how far a stretch is from c at least: for a point q
 * of it, |p - q|² - |p - b|² is at least g² - D² - 2 (hx |qx - bx| + hy |qy - by|) for all points p of the group, see `narrow` in
 * near-edges.ts; and q lies within the stretch's reach of its chord. Where that is above 0 for both ends, nothing of it is nearest.
 */
export function narrowCurves(from: usize, centre: v128, half: v128, points: i32): bool {
  const own = top;
  atMost = Infinity;
  near = centre;
  let first = from;
  let least: f64 = Infinity;
  for (let at = from; at < own; at += ENTRY) {
    const id = load<i32>(at);
    const gap = id < 0 ? runGap(~id, centre) : gapOf(id, centre);
    store<f64>(at, gap, GAP);
    if (id >= 0 || gap >= least) continue;
    least = gap;
    first = at;
  }
  // The nearest run holds what is nearest, or something about as near.
  if (least < Infinity) {
    const begin = RUN * ~load<i32>(first);
    for (let i = begin; i < min(count, begin + RUN); i++) gapOf(i, centre);
  }
  for (let at = from; at < own; at += ENTRY) {
    const id = load<i32>(at);
    const gap = load<f64>(at, GAP);
    if (id >= 0) {
      if (mayBeNearest(id, gap, half)) keep(id, gap);
    } else if (gap <= (atMost + 2 * sqrt(dot(half, half))) * (1 + ROUNDED)) {
      const begin = RUN * ~id;
      for (let i = begin; i < min(count, begin + RUN); i++) {
        const own = gapOf(i, centre);
        if (mayBeNearest(i, own, half)) keep(i, own);
      }
    }
  }
  return points <= TOGETHER || points * entriesFrom(own) <= WORTH;
}

/** How far the nearest stretch is at most, of those that were looked at; a point of it, and the squared distance of that. */
let atMost: f64 = 0;
let near: v128 = both(0);
let square: f64 = 0;

/** How far a stretch is from a place at least. */
function gapOf(id: i32, place: v128): f64 {
  const stretch = stretchOf(id);
  const gap = chordGap(stretch, place);
  const reach = load<f64>(stretch, REACH);
  if (gap + reach < atMost) {
    atMost = gap + reach;
    near = pointOf(stretch);
    const way = f64x2.sub(near, place);
    square = dot(way, way);
  }
  return gap - reach;
}

function mayBeNearest(id: i32, gap: f64, half: v128): bool {
  if (!(gap > 0)) return true;
  const stretch = stretchOf(id);
  const start = f64x2.sub(v128.load(stretch), near);
  const end = f64x2.add(start, v128.load(stretch, WAY));
  const toEnd = max(dot(half, f64x2.abs(start)), dot(half, f64x2.abs(end)));
  const reach = 2 * (toEnd + sqrt(dot(half, half)) * load<f64>(stretch, REACH));
  return gap * gap - square <= reach + ROUNDED * (gap * gap + square + reach);
}

function keep(id: i32, gap: f64): void {
  push(id);
  store<f64>(top - ENTRY, gap, GAP);
}

/** The distance of a place from the box around a run. */
function runGap(run: i32, place: v128): f64 {
  const at = sides + ((<usize>run) << 5);
  const beyond = f64x2.pmax(f64x2.sub(v128.load(at), place), f64x2.sub(place, v128.load(at, 16)));
  const way = f64x2.pmax(both(0), beyond);
  return sqrt(dot(way, way));
}
