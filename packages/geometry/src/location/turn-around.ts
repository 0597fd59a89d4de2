import { longestHalfAxis, mostBend, pointAt, type Segment } from "../path";
import { BOUNDARY, crossing } from "./crossing";

/** Stands for the boundary among what segments add to winding numbers. */
export const ON_EDGE = 0x7fffffff;

/** What cannot be decided by doubles: no further from the curve than this, in plan units; reused between calls. */
export const undecided = { width: 0 };

/**
 * What a segment adds to the winding number of (x, y), see {@link crossing}; {@link ON_EDGE} where the point lies on it or where
 * doubles do not tell on which side it lies: then `undecided.width` says how near it is.
 *
 * A stretch of length h in t lies within h²/8 max|C''| of its chord. A point further off than that is passed by neither on
 * the way from one to the other: the stretch adds what its chord adds, and that is decided exactly. All other stretches are
 * halved, down to where the bound is no more than what points are rounded by. No crossing is missed, as none is looked for.
 */
export function turnAround(segment: Segment, x: number, y: number): number {
  if (segment.kind === "line") {
    undecided.width = 0;
    return added(crossing(x, y, segment.x0, segment.y0, segment.x1, segment.y1));
  }
  const [x0, y0] = pointAt(segment, 0);
  const [x1, y1] = pointAt(segment, 1);
  const box = boxAround(segment);
  if (y < box.minY || y > box.maxY || x > box.maxX) return 0;
  // All of it lies to the right: only the heights of its ends count, the lower one included.
  if (x < box.minX) return (y0 <= y ? 1 : 0) - (y1 <= y ? 1 : 0);
  return turnOfStretch(segment, x, y, mostBend(segment) / 8, box.rounding, 0, 1, x0, y0, x1, y1);
}

/** Parameters nearer than this are one. */
const FINEST = 2 ** -48;

/**
 * The same for the stretch between two parameters, whose points are given; `bend` is max|C''| / 8, and points are off by no
 * more than `rounding`.
 */
export function turnOfStretch(
  segment: Segment,
  x: number,
  y: number,
  bend: number,
  rounding: number,
  t0: number,
  t1: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
): number {
  const h = t1 - t0;
  const leaves = h * h * bend;
  const reach = leaves + rounding;
  if (Math.min(y0, y1) - reach > y || Math.max(y0, y1) + reach < y || Math.max(x0, x1) + reach < x) return 0;
  if (Math.min(x0, x1) - reach > x) return (y0 <= y ? 1 : 0) - (y1 <= y ? 1 : 0);
  if (chordGap(x, y, x0, y0, x1, y1) > reach) return added(crossing(x, y, x0, y0, x1, y1));
  if (leaves <= rounding || h < FINEST) {
    undecided.width = reach;
    return ON_EDGE;
  }
  const t = (t0 + t1) / 2;
  const [mx, my] = pointAt(segment, t);
  const first = turnOfStretch(segment, x, y, bend, rounding, t0, t, x0, y0, mx, my);
  if (first === ON_EDGE) return ON_EDGE;
  const second = turnOfStretch(segment, x, y, bend, rounding, t, t1, mx, my, x1, y1);
  return second === ON_EDGE ? ON_EDGE : first + second;
}

function added(turn: number): number {
  return turn === BOUNDARY ? ON_EDGE : turn;
}

/** The distance of a point from a chord. */
export function chordGap(x: number, y: number, x0: number, y0: number, x1: number, y1: number): number {
  const dx = x1 - x0;
  const dy = y1 - y0;
  const squared = dx * dx + dy * dy;
  let share = squared > 0 ? ((x - x0) * dx + (y - y0) * dy) / squared : 0;
  if (share < 0) share = 0;
  else if (share > 1) share = 1;
  const ex = x0 + share * dx - x;
  const ey = y0 + share * dy - y;
  return Math.sqrt(ex * ex + ey * ey);
}

/** Points of curves, and distances from chords, are off by no more than so many units of the last place of the largest number. */
const UNITS = 16 * 2 ** -53;

/** A box that holds a segment, and what its points may be rounded by. */
export function boxAround(segment: Segment): {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  rounding: number;
} {
  const { x0, y0 } = segment;
  if (segment.kind === "arc") {
    const { cx, cy, ux, uy, vx, vy, x1, y1, start, sweep } = segment;
    const [width, height] = [Math.abs(ux) + Math.abs(vx), Math.abs(uy) + Math.abs(vy)];
    const size = Math.max(Math.abs(cx), Math.abs(cy)) + longestHalfAxis(ux, uy, vx, vy);
    // Its ends are kept as they were given, and its angles have a rounding of their own.
    const turn = Math.abs(start) + Math.abs(sweep);
    const rounding = UNITS * size * (1 + turn) + endGap(segment);
    return {
      minX: Math.min(cx - width - rounding, x0, x1),
      minY: Math.min(cy - height - rounding, y0, y1),
      maxX: Math.max(cx + width + rounding, x0, x1),
      maxY: Math.max(cy + height + rounding, y0, y1),
      rounding,
    };
  }
  const xs = [x0, segment.x1];
  const ys = [y0, segment.y1];
  if (segment.kind !== "line") {
    xs.push(segment.x2);
    ys.push(segment.y2);
  }
  if (segment.kind === "cubic") {
    xs.push(segment.x3);
    ys.push(segment.y3);
  }
  const [minX, minY, maxX, maxY] = [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
  const rounding = segment.kind === "line" ? 0 : UNITS * Math.max(-minX, maxX, -minY, maxY);
  return { minX, minY, maxX, maxY, rounding };
}

/** How far the ends of an arc lie from where its angles put them. */
function endGap({ cx, cy, ux, uy, vx, vy, start, sweep, x0, y0, x1, y1 }: Extract<Segment, { kind: "arc" }>): number {
  const off = (angle: number, x: number, y: number): number =>
    Math.hypot(
      cx + ux * Math.cos(angle) + vx * Math.sin(angle) - x,
      cy + uy * Math.cos(angle) + vy * Math.sin(angle) - y,
    );
  return Math.max(off(start, x0, y0), off(start + sweep, x1, y1));
}
