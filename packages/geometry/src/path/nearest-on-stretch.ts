import { type Derivatives, derivativesInto } from "./derivatives";
import { type Arc, pointAt, type Segment } from "./model";
import type { Nearest } from "./nearest";
import { mostBend } from "./second-derivative";
import { mostJerk } from "./third-derivative";

/** Bounds of a segment's derivatives, computed once. */
export interface Bend {
  /** max|C''| */
  second: number;
  /** max|C'''|; Infinity where it is not known. */
  third: number;
}

export function bendOf(segment: Segment): Bend {
  return { second: mostBend(segment), third: mostJerk(segment) };
}

/** What is nearer by less than this share of the distance, or of the stretch, is not told apart. */
const SAME = 2 ** -46;
/** Around the centre of a rational circle every stretch is as near: so many of them are enough then. */
const MOST = 4096;
let looked = 0;
/** Reused between calls. */
const found: Derivatives = { x: 0, y: 0, dx: 0, dy: 0, ddx: 0, ddy: 0 };
/** Stretches are not halved below this, nor roots looked for below it. */
const FINEST = 2 ** -44;

/**
 * Puts the nearest point of a stretch between two parameters, whose points are given, into `best`, where it is nearer than that; whether it is.
 *
 * With g = (C − p) · C', g' = |C'|² + (C − p) · C'' changes over half a stretch of length h by no more than
 * h/2 (3 max|C'| max|C''| + max|C − p| max|C'''|). Where it keeps its sign the nearest point is the one root of g, found by Newton's
 * method in a bracket, or an end. All other stretches are halved, unless their chord, less the h²/8 max|C''| that they leave it by,
 * is no nearer than the best.
 */
export function nearestOnStretch(
  segment: Segment,
  bend: Bend,
  t0: number,
  t1: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  px: number,
  py: number,
  best: Nearest,
): boolean {
  const before = best.distance;
  offer(x0, y0, t0, px, py, best);
  offer(x1, y1, t1, px, py, best);
  if (segment.kind === "line") {
    const share = shareOf(px, py, x0, y0, x1, y1);
    offer(x0 + share * (x1 - x0), y0 + share * (y1 - y0), t0 + share * (t1 - t0), px, py, best);
  } else if (segment.kind === "arc" && isCircular(segment)) onCircle(segment, t0, t1, px, py, best);
  else {
    looked = 0;
    search(segment, bend, t0, t1, x0, y0, x1, y1, px, py, best);
  }
  return best.distance < before;
}

function search(
  segment: Segment,
  bend: Bend,
  t0: number,
  t1: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  px: number,
  py: number,
  best: Nearest,
): void {
  const h = t1 - t0;
  const leaves = (h * h * bend.second) / 8;
  const share = shareOf(px, py, x0, y0, x1, y1);
  const dx = x0 + share * (x1 - x0) - px;
  const dy = y0 + share * (y1 - y0) - py;
  const gap = Math.sqrt(dx * dx + dy * dy);
  if (gap - leaves >= best.distance * (1 - SAME) - SAME * (Math.abs(x1 - x0) + Math.abs(y1 - y0))) return;
  const middle = t0 + h / 2;
  const m = found;
  derivativesInto(segment, middle, m);
  // Taken out before the halves are asked, which write there as well.
  const mx = m.x;
  const my = m.y;
  offer(mx, my, middle, px, py, best);
  const slope = slopeAt(m, px, py);
  const speed = Math.sqrt(m.dx * m.dx + m.dy * m.dy) + (h / 2) * bend.second;
  const away = Math.sqrt((mx - px) ** 2 + (my - py) ** 2) + (h / 2) * speed;
  const change = (h / 2) * (3 * speed * bend.second + away * bend.third);
  if (Math.abs(slope) > change) {
    if (slope > 0) toRoot(segment, t0, t1, t0 + share * h, px, py, best);
    return;
  }
  if (h < FINEST || ++looked > MOST) return;
  search(segment, bend, t0, middle, x0, y0, mx, my, px, py, best);
  search(segment, bend, middle, t1, mx, my, x1, y1, px, py, best);
}

function isCircular({ ux, uy, vx, vy }: Arc): boolean {
  const squared = ux * ux + uy * uy;
  return (
    Math.abs(ux * vx + uy * vy) <= 2 ** -50 * squared && Math.abs(vx * vx + vy * vy - squared) <= 2 ** -50 * squared
  );
}

/** On a circle the nearest point lies in the direction of the place from the centre, if the arc comes there. */
function onCircle(arc: Arc, t0: number, t1: number, px: number, py: number, best: Nearest): void {
  const { cx, cy, ux, uy, vx, vy, start, sweep } = arc;
  const angle = Math.atan2((px - cx) * vx + (py - cy) * vy, (px - cx) * ux + (py - cy) * uy);
  const turns = (angle - start) / sweep;
  const whole = Math.abs((2 * Math.PI) / sweep);
  // The first such place from t0 on.
  const t = turns + whole * Math.ceil((t0 - turns) / whole);
  if (t > t1) return;
  const [x, y] = pointAt(arc, t);
  offer(x, y, t, px, py, best);
}

/** The root of a rising g in a stretch, if it has one there: Newton's method, halving the bracket where that leads out of it. */
function toRoot(segment: Segment, t0: number, t1: number, from: number, px: number, py: number, best: Nearest): void {
  let low = t0;
  let high = t1;
  let t = from;
  const p = found;
  while (high - low > FINEST) {
    derivativesInto(segment, t, p);
    offer(p.x, p.y, t, px, py, best);
    const g = (p.x - px) * p.dx + (p.y - py) * p.dy;
    if (g > 0) high = t;
    else low = t;
    let next = t - g / slopeAt(p, px, py);
    if (!(next > low && next < high)) next = g === 0 ? t : (low + high) / 2;
    if (Math.abs(next - t) <= FINEST) {
      derivativesInto(segment, next, p);
      offer(p.x, p.y, next, px, py, best);
      return;
    }
    t = next;
  }
}

/** g' = |C'|² + (C − p) · C'' */
function slopeAt(p: Derivatives, px: number, py: number): number {
  return p.dx * p.dx + p.dy * p.dy + (p.x - px) * p.ddx + (p.y - py) * p.ddy;
}

function offer(x: number, y: number, t: number, px: number, py: number, best: Nearest): void {
  const dx = x - px;
  const dy = y - py;
  const distance = Math.sqrt(dx * dx + dy * dy);
  if (!(distance < best.distance)) return;
  best.distance = distance;
  best.x = x;
  best.y = y;
  best.t = t;
}

function shareOf(px: number, py: number, x0: number, y0: number, x1: number, y1: number): number {
  const dx = x1 - x0;
  const dy = y1 - y0;
  const squared = dx * dx + dy * dy;
  const share = squared > 0 ? ((px - x0) * dx + (py - y0) * dy) / squared : 0;
  return Math.min(1, Math.max(0, share));
}
