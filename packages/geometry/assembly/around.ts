import {
  beginOpen,
  beginSeen,
  beginShown,
  boxGaps,
  FULL,
  findViews,
  firstOf,
  hasRoom,
  listBoth,
  listOpen,
  mostAway,
  mostAwayFrom,
  NEAR_X,
  NEAR_Y,
  OWN,
  openAt,
  ownerOf,
  pairOf,
  reachOf,
  SEEN_X,
  SEEN_Y,
  secondOf,
  see,
  seeBoth,
  seen,
  show,
  squaredGap,
  startOf,
  startsAt,
  storeFrom,
} from "./copies";
import { edges } from "./memory";
import { across, along, both, bytes, fromX, fromY, length, slotAt, squares } from "./places";

/** Slots of the cosine and the sine of the nearest copy's rotation. */
const COS: i32 = OWN;
const SIN: i32 = OWN + 1;
/** And of an angle: copies whose directions are further beyond the border of the nearest one's wedge are nearest to no place of the run. */
const ASIDE: i32 = OWN + 2;

let copies: i32 = 0;
/** The centre; the way from it to the middle of the first copy's box, and its length; half the box. */
let cx: f64 = 0;
let cy: f64 = 0;
let midX: f64 = 0;
let midY: f64 = 0;
let away: f64 = 0;
let halfWidth: f64 = 0;
let halfHeight: f64 = 0;
/** How far the shape reaches from that middle; by how much less the distances to two copies may differ than those to their middles. */
let reach: f64 = 0;
let play: f64 = 0;
/** Half the angle between two copies, its cosine and its sine. */
let wedge: f64 = Math.PI;
let wedgeCos: f64 = -1;
let wedgeSin: f64 = 0;

/** Bytes of a copy in `edges`: cosine and sine of its rotation, the cosine of the least angle between a place and ring k, and 8 unused. */
const COPY: usize = 32;

/** Sets the copies. To be called again after the shape was measured, which may have copies of its own. */
export function beginAround(
  count: i32,
  x: f64,
  y: f64,
  awayX: f64,
  awayY: f64,
  boxHalfWidth: f64,
  boxHalfHeight: f64,
  halfCos: f64,
  halfSin: f64,
  reachFromMiddle: f64,
  playOfDistances: f64,
): void {
  copies = count;
  wedge = Math.PI / <f64>count;
  cx = x;
  cy = y;
  midX = awayX;
  midY = awayY;
  halfWidth = boxHalfWidth;
  halfHeight = boxHalfHeight;
  wedgeCos = halfCos;
  wedgeSin = halfSin;
  away = Math.sqrt(midX * midX + midY * midY);
  reach = reachFromMiddle;
  play = playOfDistances;
}

/** The rotations of the copies nearest to two places. Neighbouring places mostly share them, so they are tried first. */
let cos: v128 = f64x2.splat(1);
let sin: v128 = f64x2.splat(0);

/** Writes the middles of runs, which are the places now, in the frames of their nearest copies. */
export function seeNearestAround(count: i32, slot: i32): void {
  const toX = slotAt(slot + SEEN_X);
  const toY = slotAt(slot + SEEN_Y);
  const toCos = slotAt(slot + COS);
  const toSin = slotAt(slot + SIN);
  cos = both(1);
  sin = both(0);
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const dx = fromX(at, cx);
    const dy = fromY(at, cy);
    let u = along(dx, dy, cos, sin);
    let v = across(dx, dy, cos, sin);
    const ahead = f64x2.mul(along(u, v, both(midX), both(midY)), both(wedgeSin));
    const aside = f64x2.mul(f64x2.abs(across(u, v, both(midX), both(midY))), both(wedgeCos));
    if (v128.any_true(f64x2.gt(aside, ahead))) {
      findNearest(dx, dy);
      u = along(dx, dy, cos, sin);
      v = across(dx, dy, cos, sin);
    }
    v128.store(toX + at, f64x2.add(both(cx), u));
    v128.store(toY + at, f64x2.add(both(cy), v));
    v128.store(toCos + at, cos);
    v128.store(toSin + at, sin);
  }
}

/** Shows the places to the copies that are nearest to their runs. */
export function showNearestAround(runs: i32, slot: i32): void {
  const toX = slotAt(slot + NEAR_X);
  const toY = slotAt(slot + NEAR_Y);
  const cosAt = slotAt(slot + COS);
  const sinAt = slotAt(slot + SIN);
  const starts = startsAt(slot);
  for (let run = 0; run < runs; run++) {
    const runCos = v128.load_splat<f64>(cosAt + bytes(run));
    const runSin = v128.load_splat<f64>(sinAt + bytes(run));
    const start = startOf(starts, run);
    const end = startOf(starts, run + 1);
    for (let at = pairOf(starts, run); at < end; at += 16) {
      const dx = fromX(at, cx);
      const dy = fromY(at, cy);
      storeFrom(start, toX, at, f64x2.add(both(cx), along(dx, dy, runCos, runSin)));
      storeFrom(start, toY, at, f64x2.add(both(cy), across(dx, dy, runCos, runSin)));
    }
  }
}

/** Shows the places of the runs of kept views to their copies. */
export function showAround(from: i32, kept: i32, result: i32, slot: i32, room: i32): i32 {
  const fromXs = slotAt(slot + NEAR_X);
  const fromYs = slotAt(slot + NEAR_Y);
  const least = slotAt(result);
  const starts = startsAt(slot);
  findViews(slot, room);
  beginShown(slot, room);
  let view = from;
  for (; view < kept && hasRoom(); view++) {
    const run = ownerOf(view);
    const end = startOf(starts, run + 1);
    const turnCos = both(firstOf(view));
    const turnSin = both(secondOf(view));
    for (let at = pairOf(starts, run); at < end; at += 16) {
      const dx = f64x2.sub(v128.load(fromXs + at), both(cx));
      const dy = f64x2.sub(v128.load(fromYs + at), both(cy));
      const u = along(dx, dy, turnCos, turnSin);
      const v = across(dx, dy, turnCos, turnSin);
      const gaps = boxGaps(f64x2.sub(u, both(midX)), f64x2.sub(v, both(midY)), halfWidth, halfHeight);
      show(f64x2.add(both(cx), u), f64x2.add(both(cy), v), gaps, at, least);
    }
  }
  return view;
}

function findNearest(dx: v128, dy: v128): void {
  const all = both(<f64>copies);
  const from = f64x2.sub(turns(dx, dy), turns(both(midX), both(midY)));
  const nearest = f64x2.nearest(f64x2.mul(from, all));
  const copy = f64x2.add(nearest, v128.and(all, f64x2.lt(nearest, both(0))));
  const number = i32x4.trunc_sat_f64x2_s_zero(f64x2.sub(copy, v128.and(all, f64x2.ge(copy, all))));
  const one = v128.load(edges + <usize>i32x4.extract_lane(number, 0) * COPY);
  const other = v128.load(edges + <usize>i32x4.extract_lane(number, 1) * COPY);
  cos = v128.shuffle<f64>(one, other, 0, 2);
  sin = v128.shuffle<f64>(one, other, 1, 3);
}

/** The error of the angles of nearest copies, or more. */
const ANGLES: f64 = 2e-5;

/** Angles of vectors, in turns, within 2e-6 (Abramowitz and Stegun 1964, 4.4.49: 1e-5 in radians). */
function turns(dx: v128, dy: v128): v128 {
  const width = f64x2.abs(dx);
  const height = f64x2.abs(dy);
  const tan = f64x2.div(f64x2.pmin(height, width), f64x2.pmax(width, height));
  const square = f64x2.mul(tan, tan);
  let sum = both(0.0208351);
  sum = f64x2.add(f64x2.mul(sum, square), both(-0.085133));
  sum = f64x2.add(f64x2.mul(sum, square), both(0.180141));
  sum = f64x2.add(f64x2.mul(sum, square), both(-0.3302995));
  sum = f64x2.add(f64x2.mul(sum, square), both(0.999866));
  let turn = f64x2.mul(f64x2.mul(sum, tan), both(0.5 / Math.PI));
  turn = v128.bitselect(f64x2.sub(both(0.25), turn), turn, f64x2.gt(height, width));
  turn = v128.bitselect(f64x2.sub(both(0.5), turn), turn, f64x2.lt(dx, both(0)));
  return v128.bitselect(f64x2.neg(turn), turn, f64x2.lt(dy, both(0)));
}

/** Adds views of runs, from one on, by the two copies beside the nearest ones. */
export function seeBesideAround(from: i32, count: i32, stay: i32, slot: i32, room: i32): i32 {
  const fromXs = slotAt(slot + SEEN_X);
  const fromYs = slotAt(slot + SEEN_Y);
  const toAside = slotAt(slot + ASIDE);
  const turnCos = load<f64>(edges + COPY);
  const turnSin = load<f64>(edges + COPY, 8);
  const leftX = turnCos * midX - turnSin * midY;
  const leftY = turnSin * midX + turnCos * midY;
  const rightX = turnCos * midX + turnSin * midY;
  const rightY = turnCos * midY - turnSin * midX;
  beginOpen(slot, stay);
  beginSeen(slot, room);
  for (; from < count && seen < FULL; from += 2) {
    const at = bytes(from);
    const u = f64x2.sub(v128.load(fromXs + at), both(cx));
    const v = f64x2.sub(v128.load(fromYs + at), both(cy));
    const mostGap = mostAway(at, slot);
    const most = f64x2.add(mostGap, both(reach));
    // The middle of any other copy's box lies no nearer than that of one of these.
    const toLeft = squares(f64x2.sub(u, both(leftX)), f64x2.sub(v, both(leftY)));
    const toRight = squares(f64x2.sub(u, both(rightX)), f64x2.sub(v, both(rightY)));
    const isNear = f64x2.le(f64x2.pmin(toLeft, toRight), f64x2.mul(most, most));
    if (!v128.any_true(isNear)) continue;
    const far = length(u, v);
    const aside = asideOf(at, slot, far, length(f64x2.sub(u, both(midX)), f64x2.sub(v, both(midY))));
    v128.store(toAside + at, aside);
    const ahead = along(u, v, both(midX), both(midY));
    const side = across(u, v, both(midX), both(midY));
    const inWedge = f64x2.sub(f64x2.mul(ahead, both(wedgeSin)), f64x2.mul(f64x2.abs(side), both(wedgeCos)));
    const isClosed = f64x2.gt(inWedge, f64x2.mul(f64x2.mul(far, both(away)), aside));
    const isOpen = v128.andnot(isNear, isClosed);
    if (!v128.any_true(isOpen)) continue;
    // The copy on the other side of the nearest one lies further aside.
    const isOneOnly = f64x2.gt(both(wedge), aside);
    const isLeft = f64x2.ge(side, both(0));
    const mostSquare = f64x2.mul(mostGap, mostGap);
    seeBothTurned(v128.andnot(isOpen, v128.andnot(isOneOnly, isLeft)), u, v, turnCos, turnSin, mostSquare, from, count);
    seeBothTurned(v128.andnot(isOpen, v128.and(isOneOnly, isLeft)), u, v, turnCos, -turnSin, mostSquare, from, count);
    listBoth(i64x2.bitmask(isOpen), from, count);
  }
  return min(from, count);
}

/** Adds those of two views that are asked for if the box of the copy is near enough. */
function seeBothTurned(
  asked: v128,
  dx: v128,
  dy: v128,
  turnCos: f64,
  turnSin: f64,
  mostSquare: v128,
  run: i32,
  runs: i32,
): void {
  const u = along(dx, dy, both(turnCos), both(turnSin));
  const v = across(dx, dy, both(turnCos), both(turnSin));
  const gaps = boxGaps(f64x2.sub(u, both(midX)), f64x2.sub(v, both(midY)), halfWidth, halfHeight);
  const isNear = v128.and(asked, f64x2.le(gaps, mostSquare));
  seeBoth(isNear, f64x2.add(both(cx), u), f64x2.add(both(cy), v), both(turnCos), both(turnSin), run, runs);
}

/**
 * The sum of two angles, or somewhat more: that by which the direction of a place may differ from the middle's of its run, and that by
 * which a copy has to lie beyond the border so that its middle is further by more than `play`. Derived in docs/distance.md; not a number
 * where there are none.
 */
function asideOf(at: usize, slot: i32, far: v128, toMiddle: v128): v128 {
  const half = reachOf(at, slot);
  const wide = f64x2.sqrt(f64x2.sub(f64x2.mul(far, far), f64x2.mul(half, half)));
  const most = f64x2.mul(both(play), f64x2.add(both(play), f64x2.mul(both(2), f64x2.add(toMiddle, half))));
  const sine = f64x2.div(most, f64x2.mul(f64x2.sub(far, half), both(4 * away * wedgeSin)));
  const cosine = f64x2.sqrt(f64x2.sub(both(1), f64x2.mul(sine, sine)));
  return f64x2.add(f64x2.div(half, wide), f64x2.div(f64x2.add(sine, sine), cosine));
}

/** Adds views of open runs by the copies of the rings `first` to `last`. */
export function seeAround(from: i32, count: i32, stay: i32, slot: i32, room: i32, first: i32, last: i32): i32 {
  const fromXs = slotAt(slot + SEEN_X);
  const fromYs = slotAt(slot + SEEN_Y);
  const asideAt = slotAt(slot + ASIDE);
  const open = openAt(slot);
  const end = min(last, copies >> 1);
  beginOpen(slot, stay);
  beginSeen(slot, room);
  for (; from < count && seen < FULL; from++) {
    const run = load<i32>(open + ((<usize>from) << 2));
    const at = bytes(run);
    const u = load<f64>(fromXs + at) - cx;
    const v = load<f64>(fromYs + at) - cy;
    const aside = load<f64>(asideAt + at);
    const mostGap = mostAwayFrom(at, slot);
    const most = reach + mostGap;
    const squares = u * u + v * v + away * away;
    const product = 2 * Math.sqrt(u * u + v * v) * away;
    const side = v * midX - u * midY;
    let ring = first;
    for (; ring <= end; ring++) {
      const copy = edges + <usize>ring * COPY;
      // The law of cosines, for the least angle that there may be.
      if (squares - product * load<f64>(copy, 16) > most * most) break;
      if (<f64>(2 * ring - 2) * wedge > aside + ANGLES) break;
      const turnCos = load<f64>(copy);
      const turnSin = load<f64>(copy, 8);
      // The copy on the other side of the nearest one lies further aside.
      const isOneOnly = <f64>(2 * ring - 1) * wedge > aside;
      if (!isOneOnly || side >= 0) seeTurned(u, v, turnCos, turnSin, mostGap * mostGap, run);
      if (!isOneOnly || side < 0) seeTurned(u, v, turnCos, -turnSin, mostGap * mostGap, run);
    }
    if (ring > last) listOpen(run);
  }
  return from;
}

/** Adds a view if the box of the copy is near enough. */
function seeTurned(dx: f64, dy: f64, turnCos: f64, turnSin: f64, mostSquare: f64, run: i32): void {
  const u = dx * turnCos + dy * turnSin;
  const v = dy * turnCos - dx * turnSin;
  if (squaredGap(u - midX, halfWidth) + squaredGap(v - midY, halfHeight) <= mostSquare)
    see(cx + u, cy + v, turnCos, turnSin, run);
}
