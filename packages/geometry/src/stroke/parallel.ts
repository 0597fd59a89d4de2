import { type ChordBound, chordBoundOf, isCircular, longestChords, turnBetween } from "../flatten";
import {
  type Arc,
  curvatureAt,
  type Derivatives,
  derivativesAt,
  longestHalfAxis,
  pointAt,
  type Segment,
  tangentAt,
} from "../path";

/**
 * One straight step of the walk beside a segment: from p at its right normal m to q at its right normal n (both of unit
 * length). The step leads from p + h m to q + h n.
 */
export interface Step {
  px: number;
  py: number;
  mx: number;
  my: number;
  qx: number;
  qy: number;
  nx: number;
  ny: number;
  /** The segment's parameters, where the step lies between points of its parallel. */
  along?: [number, number];
}

/**
 * Steps along the parallel curve on a segment's right at distance h > 0, in plan units, no further from it than
 * `tolerance`; null where that takes too many. Consecutive steps with other normals want a round joint between them.
 *
 * With the factor f = 1 + h κ (κ > 0 turning from +x towards +y), the parallel curve has the derivative f C'. Where
 * f > 0 it runs along with the curve, and is followed by steps between points on it. Where f < 0 the curve bends too
 * tightly to have a parallel: what its normals sweep lies within h of the curve, and is covered by rectangles over
 * chords of the curve itself, which round joints keep together.
 */
export function stepsBeside(segment: Segment, h: number, tolerance: number): Step[] | null {
  if (segment.kind === "line") return [chordStep(segment, 0, 1)];
  if (segment.kind === "arc" && isRound(segment, h)) return equalSteps(segment, Math.ceil(Math.abs(segment.sweep)));
  const bound = chordBoundOf(segment)!;
  const parallel = parallelBound(segment, h);
  const steps: Step[] = [];
  for (const { from, to, regular } of runsOf(segment, h)) {
    const within = (own: ChordBound): ChordBound => {
      return (a, b) => own(from + a * (to - from), from + b * (to - from));
    };
    const along = regular ? longestChords(within(parallel), tolerance) : null;
    const stops = along ?? longestChords(within(bound), tolerance / 2);
    if (!stops) return null;
    for (let i = 1; i < stops.length; i++) {
      const [a, b] = [from + stops[i - 1] * (to - from), i === stops.length - 1 ? to : from + stops[i] * (to - from)];
      steps.push(along && parallel(a, b) <= tolerance ? parallelStep(segment, a, b) : chordStep(segment, a, b));
    }
  }
  return steps;
}

/** An f of less than this is rounding. */
const NO_FACTOR = 1e-12;

/** Whether an arc's parallel is its centre: the sign of f would be noise there. */
function isRound(arc: Arc, h: number): boolean {
  return isCircular(arc) && Math.abs(1 + h * curvatureAt(arc, 0.5)) <= NO_FACTOR;
}

function equalSteps(segment: Segment, count: number): Step[] {
  return Array.from({ length: count }, (_, i) => parallelStep(segment, i / count, (i + 1) / count));
}

/** The right normal where a segment begins (t = 0) or ends (t = 1). */
export function normalAt(segment: Segment, t: 0 | 1): [number, number] {
  const [dx, dy] = tangentAt(segment, t, t === 0 ? 1 : -1);
  return [dy, -dx];
}

function parallelStep(segment: Segment, a: number, b: number): Step {
  const [px, py] = pointAt(segment, a);
  const [qx, qy] = pointAt(segment, b);
  const [sx, sy] = tangentAt(segment, a, 1);
  const [tx, ty] = tangentAt(segment, b, -1);
  return { px, py, mx: sy, my: -sx, qx, qy, nx: ty, ny: -tx, along: [a, b] };
}

function chordStep(segment: Segment, a: number, b: number): Step {
  const [px, py] = pointAt(segment, a);
  const [qx, qy] = pointAt(segment, b);
  const length = Math.hypot(qx - px, qy - py) || 1;
  const [nx, ny] = [(qy - py) / length, (px - qx) / length];
  return { px, py, mx: nx, my: ny, qx, qy, nx, ny };
}

interface Run {
  from: number;
  to: number;
  regular: boolean;
}

/** How finely a segment is looked at for places where f changes its sign. */
const LOOKS = 64;

/** The segment in runs along which f keeps its sign. */
function runsOf(segment: Segment, h: number): Run[] {
  const isRegular = (t: number): boolean => {
    const { dx, dy, ddx, ddy } = derivativesAt(segment, t);
    return Math.hypot(dx, dy) ** 3 + h * (dx * ddy - dy * ddx) > 0;
  };
  const runs: Run[] = [{ from: 0, to: 1, regular: isRegular(0.5 / LOOKS) }];
  for (let i = 1; i < LOOKS; i++) {
    const run = runs[runs.length - 1];
    if (isRegular((i + 0.5) / LOOKS) === run.regular) continue;
    let [low, high] = [(i - 0.5) / LOOKS, (i + 0.5) / LOOKS];
    for (let k = 0; k < 40; k++) {
      const middle = (low + high) / 2;
      if (isRegular(middle) === run.regular) low = middle;
      else high = middle;
    }
    run.to = high;
    runs.push({ from: high, to: 1, regular: !run.regular });
  }
  return runs;
}

/** In so many parts a stretch of the parallel curve is looked at to bound its distance from a step. */
const PARTS = 8;

/**
 * Bounds the distance of the parallel curve from the step between its points at a and b, where f > 0.
 *
 * Between two neighbours of PARTS + 1 points on it the parallel curve runs in directions within the turn Θ of C', no
 * further than its length, at most length(C) + h Θ: so it leaves their connection by no more than
 * (length + h Θ) sin Θ. To that comes the greatest distance of those points from the step. Infinite where the step
 * would not lead forwards or turns by more than a sixth of a turn, so that strips never turn over.
 */
function parallelBound(segment: Segment, h: number): ChordBound {
  return (a, b) => {
    let p = derivativesAt(segment, a);
    const q = derivativesAt(segment, b);
    const [speedP, speedQ] = [Math.hypot(p.dx, p.dy), Math.hypot(q.dx, q.dy)];
    const [cx, cy] = [q.x - p.x, q.y - p.y];
    const half = Math.hypot(cx, cy) / 2;
    // No direction of travel away from the chord's by more than a sixth of a turn.
    if (!(p.dx * cx + p.dy * cy >= speedP * half && q.dx * cx + q.dy * cy >= speedQ * half))
      return Number.POSITIVE_INFINITY;
    const [x0, y0] = [p.x + (h * p.dy) / speedP, p.y - (h * p.dx) / speedP];
    const [dx, dy] = [q.x + (h * q.dy) / speedQ - x0, q.y - (h * q.dx) / speedQ - y0];
    const length = Math.hypot(dx, dy);
    if (!(dx * cx + dy * cy > 0)) return Number.POSITIVE_INFINITY;
    let off = 0;
    let leaving = 0;
    for (let i = 1; i <= PARTS; i++) {
      const next = i === PARTS ? q : derivativesAt(segment, a + ((b - a) * i) / PARTS);
      leaving = Math.max(leaving, leavingBetween(segment, p, next, (b - a) / PARTS, h));
      const speed = Math.hypot(next.dx, next.dy);
      const [x, y] = [next.x + (h * next.dy) / speed - x0, next.y - (h * next.dx) / speed - y0];
      off = Math.max(off, Math.abs(dx * y - dy * x) / length);
      p = next;
    }
    const all = off + leaving;
    return all >= 0 ? all : Number.POSITIVE_INFINITY;
  };
}

/** (length + h Θ) sin Θ between two places of a segment, `dt` apart. */
function leavingBetween(segment: Segment, p: Derivatives, q: Derivatives, dt: number, h: number): number {
  let length: number;
  if (segment.kind === "arc") {
    const { ux, uy, vx, vy, sweep } = segment;
    length = Math.abs(sweep) * dt * longestHalfAxis(ux, uy, vx, vy);
  } else if (segment.kind === "rational") {
    // Within the triangle of its ends' tangents, which it turns along: no longer than the two sides.
    const half = Math.min(turnBetween(segment, p, q, dt), 3) / 2;
    length = Math.hypot(q.x - p.x, q.y - p.y) / Math.cos(half);
  } else {
    // The greatest of the hodograph's control points bounds the speed.
    const [mx, my] = [p.dx + (dt / 2) * p.ddx, p.dy + (dt / 2) * p.ddy];
    length = dt * Math.max(Math.hypot(p.dx, p.dy), Math.hypot(mx, my), Math.hypot(q.dx, q.dy));
  }
  const turn = Math.min(turnBetween(segment, p, q, dt), Math.PI / 2);
  return (length + h * turn) * Math.sin(turn);
}
