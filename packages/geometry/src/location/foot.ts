import { type Bend, type Derivatives, derivativesInto, type Nearest, nearestOnStretch, type Segment } from "../path";
import type { Stretches } from "./stretches";

/** A step of Newton's method of at most this leaves an error of about its square. */
const LAST = 2 ** -26;
/** Steps of Newton's method before the careful search takes over. */
const STEPS = 6;
/** Reused between calls. */
const found: Derivatives = { x: 0, y: 0, dx: 0, dy: 0, ddx: 0, ddy: 0 };
const best: Nearest = { x: 0, y: 0, t: 0, distance: 0 };

/** Places that lie within `half` of (x, y). */
export interface Group {
  x: number;
  y: number;
  half: number;
}

/** The point of a stretch that is nearest to a place, followed from place to place. */
export class Foot {
  private group: Group | undefined;
  /** Whether it is certain for all places of the group that the distance has one turn along the stretch, if any. */
  private isSimple = false;
  /** The parameter of the last foot, the place that it belongs to, and how much it changes with the place. */
  private t = 0;
  private x = 0;
  private y = 0;
  private perX = 0;
  private perY = 0;
  private readonly segment: Segment;
  private readonly bend: Bend;
  private readonly t0: number;
  private readonly t1: number;
  private readonly x0: number;
  private readonly y0: number;
  private readonly x1: number;
  private readonly y1: number;
  /** C' at both ends. */
  private readonly dx0: number;
  private readonly dy0: number;
  private readonly dx1: number;
  private readonly dy1: number;

  constructor(
    { ends, t0, t1, curve, curves }: Stretches,
    readonly stretch: number,
  ) {
    [this.x0, this.y0, this.x1, this.y1] = ends.subarray(4 * stretch, 4 * stretch + 4);
    this.t0 = t0[stretch];
    this.t1 = t1[stretch];
    ({ segment: this.segment, bend: this.bend } = curves[curve[stretch]]);
    derivativesInto(this.segment, this.t0, found);
    [this.dx0, this.dy0] = [found.dx, found.dy];
    derivativesInto(this.segment, this.t1, found);
    [this.dx1, this.dy1] = [found.dx, found.dy];
  }

  /** The distance of a place of a group from the stretch. */
  distance(x: number, y: number, group: Group): number {
    if (group !== this.group) this.begin(group);
    const { x0, y0, x1, y1 } = this;
    if (!this.isSimple) return this.carefully(x, y);
    const start = (x0 - x) * this.dx0 + (y0 - y) * this.dy0;
    const end = (x1 - x) * this.dx1 + (y1 - y) * this.dy1;
    if (start < 0 && end > 0) return this.inValley(x, y);
    return Math.min(lengthOf(x - x0, y - y0), lengthOf(x - x1, y - y1));
  }

  /** Begins a group. That g' keeps its sign for all of its places is certain as `nearestOnStretch` derives it. */
  private begin(group: Group): void {
    this.group = group;
    const { x, y, half } = group;
    const { bend, t0, t1 } = this;
    const h = t1 - t0;
    derivativesInto(this.segment, t0 + h / 2, found);
    const slope = slopeAt(x, y);
    const speed = lengthOf(found.dx, found.dy) + (h / 2) * bend.second;
    const away = lengthOf(found.x - x, found.y - y) + half + (h / 2) * speed;
    const change = (h / 2) * (3 * speed * bend.second + away * bend.third) + half * bend.second;
    this.isSimple = Math.abs(slope) > change;
    this.keep(x, y, t0 + h / 2, slope);
  }

  /** Newton's method where the distance falls and then rises, from where the last foot would move to. */
  private inValley(x: number, y: number): number {
    const { segment, t0, t1 } = this;
    let t = Math.min(t1, Math.max(t0, this.t + (x - this.x) * this.perX + (y - this.y) * this.perY));
    for (let step = 0; step < STEPS; step++) {
      derivativesInto(segment, t, found);
      const ex = found.x - x;
      const ey = found.y - y;
      const slope = slopeAt(x, y);
      const next = Math.min(t1, Math.max(t0, t - (ex * found.dx + ey * found.dy) / slope));
      const by = next - t;
      if (Math.abs(by) <= LAST) {
        this.keep(x, y, next, slope);
        return lengthOf(ex + by * (found.dx + (by / 2) * found.ddx), ey + by * (found.dy + (by / 2) * found.ddy));
      }
      t = next;
    }
    return this.carefully(x, y);
  }

  private carefully(x: number, y: number): number {
    const { segment, bend, t0, t1, x0, y0, x1, y1 } = this;
    best.distance = Number.POSITIVE_INFINITY;
    nearestOnStretch(segment, bend, t0, t1, x0, y0, x1, y1, x, y, best);
    return best.distance;
  }

  private keep(x: number, y: number, t: number, slope: number): void {
    this.x = x;
    this.y = y;
    this.t = t;
    this.perX = found.dx / slope;
    this.perY = found.dy / slope;
  }
}

/** g' = |C'|² + (C − p) · C'' */
function slopeAt(x: number, y: number): number {
  const { dx, dy, ddx, ddy } = found;
  return dx * dx + dy * dy + (found.x - x) * ddx + (found.y - y) * ddy;
}

function lengthOf(x: number, y: number): number {
  return Math.sqrt(x * x + y * y);
}
