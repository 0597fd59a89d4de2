import { boxCount, children, edgeCount, edges, leafCount, perSquare, sides } from "./memory";
import { clear, cutBack, ENTRY, GAP, push, top } from "./stack";
import { dot } from "./vectors";

/** Squares below this have lost digits. */
export const TINY: f64 = 1e-280;
/** More than rounding can lose of squares. */
const ROUNDED: f64 = 1e-14;

/**
 * Which edges may be nearest to some place of a tile, from those that may be for a larger one:
 *
 *     +-------+  e      c: the tile's centre, b: the point of the boundary nearest to it, D = |c - b|
 *     |   c   |         p = c + d, with |dx| <= hx and |dy| <= hy, anywhere in the tile
 *     |    .  | b       For a point a of edge e: |p - a|^2 - |p - b|^2 is linear in p, and at least
 *     +-------+           |c - a|^2 - D^2 - 2 (hx |ax - bx| + hy |ay - by|).
 *
 * Where that is above 0 for all points of an edge (its distance from c, and whichever end is further from b), or of a box of edges,
 * nothing of it is nearest anywhere in the tile. The test stays sharp far away, where all distances are nearly the same.
 *
 * An entry is an edge by its number, with its squared distance, or a box by that's complement. Takes those from some place on, puts those that may be nearest on top of them; `hint` is an edge that is near.
 */
export function narrow(from: usize, centre: v128, half: v128, hint: i32): void {
  const to = top;
  findNearest(from, to, centre, hint);
  for (let at = from; at < to; at += ENTRY) {
    const id = load<i32>(at);
    if (id < 0) siftBox(~id, centre, half);
    else if (mayBeNearest(id, load<f64>(at, GAP), half)) push(id);
  }
  // Rounding may have parted the nearest edge from itself.
  if (top === to) push(nearest);
}

/** The edge nearest to the place that was looked at last, and its squared distance. */
export let nearest: i32 = 0;
export let squared: f64 = 0;
/** The point of that edge that is. */
let foot: v128 = f64x2.splat(0);

/** Begins with all edges, as the boxes of the uppermost level. */
export function begin(): void {
  clear();
  // They are nobody's children.
  const first = boxCount > leafCount ? childrenEnd(boxCount - 1) : 0;
  for (let box = first; box < boxCount; box++) push(~box);
}

export function measureEdges(): void {
  for (let e = 0; e < edgeCount; e++) {
    const at = edges + ((<usize>e) << 5);
    const way = f64x2.sub(v128.load(at, 16), v128.load(at));
    const square = dot(way, way);
    store<f64>(perSquare + ((<usize>e) << 3), square > TINY ? 1 / square : 0);
  }
}

/** How many edges the boxes hold that are among the entries from a place on. */
export function heldFrom(from: usize): i32 {
  let held = 0;
  for (let at = from; at < top; at += ENTRY) {
    const id = load<i32>(at);
    if (id < 0) held += load<i32>(children + ((<usize>~id) << 4), 8);
  }
  return held;
}

/** In place of boxes, from some place on, puts the lowest ones in them that may hold what is nearest in the tile that was narrowed last. */
export function unfoldToLeaves(from: usize, centre: v128, half: v128): void {
  const to = top;
  let kept = from;
  for (let at = from; at < to; at += ENTRY) {
    const id = load<i32>(at);
    if (id < ~(leafCount - 1)) siftLeaves(~id, centre, half);
    else {
      store<i32>(kept, id);
      kept += ENTRY;
    }
  }
  memory.copy(kept, to, top - to);
  cutBack(top - (to - kept));
}

/** In place of boxes, from some place on, puts their edges that may be nearest within the tile that was narrowed last. */
export function unfold(from: usize, centre: v128, half: v128): void {
  const to = top;
  let kept = from;
  for (let at = from; at < to; at += ENTRY) {
    const id = load<i32>(at);
    if (id < 0) siftEdges(~id, centre, half);
    else {
      store<i32>(kept, id);
      kept += ENTRY;
    }
  }
  if (kept === to) return;
  memory.copy(kept, to, top - to);
  cutBack(top - (to - kept));
  for (let at = from; at < top; at += ENTRY) if (load<i32>(at) === nearest) return;
  // Beside the boundary, where squares are small, rounding may have parted the nearest edge from itself.
  push(nearest);
}

/** Finds the edge nearest to a place among some entries; `hint` is one that is near. Squared distances are kept beside the entries. */
export function findNearest(from: usize, to: usize, place: v128, hint: i32): void {
  squared = Infinity;
  nearest = hint;
  offer(place, hint);
  let first: usize = 0;
  let least: f64 = Infinity;
  for (let at = from; at < to; at += ENTRY) {
    const id = load<i32>(at);
    const gap = id < 0 ? boxGap(~id, place) : offer(place, id);
    store<f64>(at, gap, GAP);
    if (id >= 0 || gap >= least) continue;
    least = gap;
    first = at;
  }
  if (least >= squared) return;
  // Once the nearest box was looked at, few others are near enough.
  search(place, ~load<i32>(first));
  for (let at = from; at < to; at += ENTRY) {
    const id = load<i32>(at);
    if (id < 0 && at !== first && load<f64>(at, GAP) < squared) search(place, ~id);
  }
}

/** Takes an edge as the nearest to a place, if it is; gives its squared distance. */
function offer(place: v128, e: i32): f64 {
  const way = wayFrom(e, place);
  const gap = dot(way, way);
  if (gap < squared) {
    squared = gap;
    foot = f64x2.sub(place, way);
    nearest = e;
  }
  return gap;
}

/** The way to a place from the point of an edge that is nearest to it. */
function wayFrom(e: i32, place: v128): v128 {
  const at = edges + ((<usize>e) << 5);
  const a = v128.load(at);
  const along = f64x2.sub(v128.load(at, 16), a);
  const from = f64x2.sub(place, a);
  let share = dot(from, along) * load<f64>(perSquare + ((<usize>e) << 3));
  if (share < 0) share = 0;
  else if (share > 1) share = 1;
  return f64x2.sub(from, f64x2.mul(f64x2.splat(share), along));
}

function mayBeNearest(e: i32, gap: f64, half: v128): bool {
  const at = edges + ((<usize>e) << 5);
  const atStart = dot(half, f64x2.abs(f64x2.sub(v128.load(at), foot)));
  const atEnd = dot(half, f64x2.abs(f64x2.sub(v128.load(at, 16), foot)));
  const reach = 2 * select(atStart, atEnd, atStart > atEnd);
  return gap - squared <= reach + ROUNDED * (gap + squared + reach);
}

/** Looks among the edges of a box for one that is nearer. */
function search(place: v128, box: i32): void {
  if (boxGap(box, place) >= squared) return;
  const first = firstChild(box);
  const end = childrenEnd(box);
  if (box < leafCount) {
    for (let e = first; e < end; e++) offer(place, e);
    return;
  }
  let best = first;
  let least: f64 = Infinity;
  for (let child = first; child < end; child++) {
    const gap = boxGap(child, place);
    if (gap >= least) continue;
    least = gap;
    best = child;
  }
  search(place, best);
  for (let child = first; child < end; child++) if (child !== best) search(place, child);
}

/** Keeps a box that may hold what is nearest somewhere in the tile; one that is large beside it by its parts. */
function siftBox(box: i32, centre: v128, half: v128): void {
  if (!mayHoldNearest(box, centre, half)) return;
  const at = sides + ((<usize>box) << 5);
  const one = f64x2.splat(1);
  if (dot(one, f64x2.sub(v128.load(at, 16), v128.load(at))) <= dot(one, half)) push(~box);
  else if (box < leafCount) siftEdges(box, centre, half);
  else {
    const end = childrenEnd(box);
    for (let child = firstChild(box); child < end; child++) siftBox(child, centre, half);
  }
}

function siftLeaves(box: i32, centre: v128, half: v128): void {
  if (!mayHoldNearest(box, centre, half)) return;
  if (box < leafCount) push(~box);
  else {
    const end = childrenEnd(box);
    for (let child = firstChild(box); child < end; child++) siftLeaves(child, centre, half);
  }
}

function mayHoldNearest(box: i32, centre: v128, half: v128): bool {
  const at = sides + ((<usize>box) << 5);
  const beyond = f64x2.pmax(f64x2.sub(v128.load(at, 16), foot), f64x2.sub(foot, v128.load(at)));
  const reach = 2 * dot(half, beyond);
  const gap = boxGap(box, centre);
  return gap - squared <= reach + ROUNDED * (gap + squared + reach);
}

function siftEdges(box: i32, centre: v128, half: v128): void {
  const end = childrenEnd(box);
  for (let child = firstChild(box); child < end; child++) {
    if (box >= leafCount) siftEdges(child, centre, half);
    else {
      const way = wayFrom(child, centre);
      if (mayBeNearest(child, dot(way, way), half)) push(child);
    }
  }
}

/** The squared distance of a place from a box. */
function boxGap(box: i32, place: v128): f64 {
  const at = sides + ((<usize>box) << 5);
  const beyond = f64x2.pmax(f64x2.sub(v128.load(at), place), f64x2.sub(place, v128.load(at, 16)));
  const way = f64x2.pmax(f64x2.splat(0), beyond);
  return dot(way, way);
}

function firstChild(box: i32): i32 {
  return load<i32>(children + ((<usize>box) << 4));
}

function childrenEnd(box: i32): i32 {
  return load<i32>(children + ((<usize>box) << 4), 4);
}
