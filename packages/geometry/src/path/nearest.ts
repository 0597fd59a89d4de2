import { derivativesAt } from "./derivatives";
import { pointAt, type Segment } from "./model";
import { mostBend } from "./second-derivative";

/** The point of a segment that is nearest to a place: where, at which parameter, how far. */
export interface Nearest {
  x: number;
  y: number;
  t: number;
  distance: number;
}

/**
 * The nearest point of a segment, certified: no other point of it is nearer by more than about 1e-14 of its size.
 *
 * A stretch of length h in t lies within h²/8 max|C''| of its chord, so no point of it is nearer than the chord's
 * distance less that. Stretches that cannot be nearer than the best so far are dropped, all others are halved. Newton's
 * method on (C − p)·C' then takes the last digits.
 */
export function nearestOnSegment(segment: Segment, px: number, py: number): Nearest {
  const bend = mostBend(segment);
  let best: Nearest = at(segment, 0, px, py);
  const offer = (t: number): void => {
    const found = at(segment, t, px, py);
    if (found.distance < best.distance) best = found;
  };
  offer(1);
  let stretches: [number, number][] = [[0, 1]];
  // Each round halves: beyond 2^-50 parameters are the same.
  for (let depth = 0; depth < 50 && stretches.length > 0; depth++) {
    const kept: [number, number][] = [];
    for (const [t0, t1] of stretches) {
      const h = t1 - t0;
      const reach = (h * h * bend) / 8;
      if (toChord(segment, t0, t1, px, py) - reach >= best.distance) continue;
      const middle = (t0 + t1) / 2;
      offer(middle);
      if (reach > 1e-16 * best.distance) kept.push([t0, middle], [middle, t1]);
      else polish(t0, t1);
    }
    stretches = kept.slice(0, MOST);
  }
  polish(0, 1);
  return best;

  function polish(low: number, high: number): void {
    let t = Math.min(high, Math.max(low, best.t));
    for (let i = 0; i < 4; i++) {
      const p = derivativesAt(segment, t);
      const [dx, dy] = [p.x - px, p.y - py];
      const slope = p.dx * p.dx + p.dy * p.dy + dx * p.ddx + dy * p.ddy;
      if (!(slope > 0)) return;
      t = Math.min(high, Math.max(low, t - (dx * p.dx + dy * p.dy) / slope));
      offer(t);
    }
  }
}

/** Around the centre of an arc of a circle every stretch is as near: some are enough then. */
const MOST = 4096;

function at(segment: Segment, t: number, px: number, py: number): Nearest {
  const [x, y] = pointAt(segment, t);
  return { x, y, t, distance: Math.hypot(x - px, y - py) };
}

function toChord(segment: Segment, t0: number, t1: number, px: number, py: number): number {
  const [ax, ay] = pointAt(segment, t0);
  const [bx, by] = pointAt(segment, t1);
  const squared = (bx - ax) ** 2 + (by - ay) ** 2;
  const share = squared > 0 ? Math.max(0, Math.min(1, ((px - ax) * (bx - ax) + (py - ay) * (by - ay)) / squared)) : 0;
  return Math.hypot(ax + share * (bx - ax) - px, ay + share * (by - ay) - py);
}
