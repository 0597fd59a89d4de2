import { curvatureAt, pointAt, type Segment } from "../path";
import { arcsJoin } from "./arcs-join";
import { normalAt, stepsBeside } from "./parallel";
import { arcFrom, parallelArc } from "./parallel-arc";
import type { Part } from "./parts";

export type Join = "miter" | "round" | "bevel" | "arcs";

/**
 * How corners are joined, as in SVG 2: `arcs` go on with the curvature of both sides until they meet. A miter longer
 * than `miterLimit` times the whole width becomes a bevel, such arcs are cut off at half of that from the corner.
 */
export interface SideStyle {
  join: Join;
  miterLimit: number;
  /** The greatest distance from the true result, in plan units, greater than 0. */
  tolerance: number;
}

export class StrokeError extends Error {
  override readonly name = "StrokeError";
}

/** The walk beside one part of an outline. */
export interface PartSide {
  /** x y …: around the corner before the part by the join, then beside the part. */
  walk: number[];
  /** For each point of the walk the place of the outline that it belongs to. */
  feet: number[];
  /** Whether chords stand for curves or arcs in it. */
  isRounded: boolean;
  /** Whether some of them have no arc that they are parts of. */
  isChorded: boolean;
}

/** A part of a curve that an edge stands for, by its parameters. */
export interface WalkEdge {
  segment: Segment;
  from: number;
  to: number;
}

/** Less of a turn than this is rounding: there is no corner, or it turns straight back. */
const NO_TURN = 1e-9;

/**
 * The walk along the right of parts that follow each other, at distance h > 0 (plan units), part by part; where `closed`,
 * the first one begins with the corner between the last and the first.
 */
export function walkBeside(parts: readonly Part[], closed: boolean, h: number, style: SideStyle): PartSide[] {
  return parts.map((_, k) => {
    const walk = new Walk(h, false);
    walkAlong(walk, parts, k, closed, style);
    return walk.side;
  });
}

/** A walk beside all parts of an outline. */
export interface WholeWalk extends Pick<PartSide, "feet" | "isRounded" | "isChorded"> {
  /** Without those that repeat the one before, and those that a straight line passes through. */
  points: number[];
  /** What the edge from each point on stands for; empty unless it was asked for. */
  edges: (WalkEdge | null)[];
}

/** The walks beside parts as one; `traces` says whether what edges stand for is wanted. */
export function wholeWalk(
  parts: readonly Part[],
  closed: boolean,
  h: number,
  style: SideStyle,
  traces: boolean,
): WholeWalk {
  const walk = new Walk(h, traces);
  for (let k = 0; k < parts.length; k++) walkAlong(walk, parts, k, closed, style);
  const { walk: all, feet, edges, isRounded, isChorded } = walk.side;
  const isSpare = new Uint8Array(all.length / 2);
  for (const i of walk.spare) isSpare[i] = 1;
  const n = all.length;
  // A point met twice is spare where one of the two is, and goes on as the later one does.
  for (let i = 2; i < n; i += 2)
    if (all[i] === all[i - 2] && all[i + 1] === all[i - 1]) {
      isSpare[i / 2] ||= isSpare[i / 2 - 1];
      isSpare[i / 2 - 1] = 1;
    }
  if (closed && n > 2 && all[n - 2] === all[0] && all[n - 1] === all[1]) isSpare[n / 2 - 1] ||= isSpare[0];
  const points: number[] = [];
  const kept: (WalkEdge | null)[] = [];
  for (let i = 0; i < n; i += 2) {
    if (isSpare[i / 2]) continue;
    points.push(all[i], all[i + 1]);
    if (traces) kept.push(edges[i / 2]);
  }
  return { points, feet, edges: kept, isRounded, isChorded };
}

/** Goes on with a walk around the corner before a part, and beside the part. */
function walkAlong(walk: Walk, parts: readonly Part[], k: number, closed: boolean, style: SideStyle): void {
  const { segment, isInner } = parts[k];
  const { side, h } = walk;
  const before = k > 0 ? parts[k - 1] : closed ? parts[parts.length - 1] : null;
  let from = normalAt(segment, 0);
  if (before) {
    walk.standAt(pointAt(segment, 0));
    walk.isBetweenLines = before.segment.kind === "line" && segment.kind === "line";
    if (style.join === "arcs") walk.bends = [curvatureAt(before.segment, 1), curvatureAt(segment, 0)];
    walk.turn(walk.end ?? normalAt(before.segment, 1), from, isInner ? insideOf(style) : style, isInner);
  }
  walk.end = segment.kind === "line" ? from : null;
  if (segment.kind === "line") {
    walk.standAt(pointAt(segment, 0));
    walk.push(from[0], from[1]);
    walk.standAt(pointAt(segment, 1));
    walk.push(from[0], from[1]);
    return;
  }
  const steps = stepsBeside(segment, h, style.tolerance);
  if (!steps) throw tooManyVertices(style.tolerance);
  const inner = insideOf(style);
  side.isRounded = true;
  const arc = parallelArc(segment, h);
  side.isChorded ||= !(arc && steps.every((step) => step.along));
  for (const step of steps) {
    walk.standAt([step.px, step.py]);
    walk.turn(from, [step.mx, step.my], inner, true);
    if (arc && step.along) walk.standFor({ segment: arc, from: step.along[0], to: step.along[1] });
    walk.standAt([step.qx, step.qy]);
    from = [step.nx, step.ny];
    walk.push(step.nx, step.ny);
  }
  walk.turn(from, normalAt(segment, 1), inner, true);
}

/** How the inside of a curve is gone around. */
function insideOf(style: SideStyle): SideStyle {
  return { ...style, join: "round", tolerance: style.tolerance / 2 };
}

/** The steps of a walk beside a segment. */
export function stepCount(segment: Segment, h: number, tolerance: number): number {
  const steps = stepsBeside(segment, h, tolerance);
  if (!steps) throw tooManyVertices(tolerance);
  return steps.length;
}

/** Whether corners between parts, on the right of them, get bevels: then places within h of the outline are left bare. */
export function hasBevels(parts: readonly Part[], closed: boolean, { join, miterLimit }: SideStyle): boolean {
  if (join === "round") return false;
  return parts.some(({ segment, isInner }, k) => {
    const before = k > 0 ? parts[k - 1] : closed ? parts[parts.length - 1] : null;
    if (!before || isInner) return false;
    const [[mx, my], [nx, ny]] = [normalAt(before.segment, 1), normalAt(segment, 0)];
    const [cross, dot] = [mx * ny - my * nx, mx * nx + my * ny];
    const isOuter = Math.abs(cross) <= NO_TURN ? dot < 0 : cross > 0;
    return isOuter && (join !== "miter" || !isWithinLimit(dot, miterLimit));
  });
}

/** The miter's length over the width is 1 / cos(half the turn). */
export function isWithinLimit(dot: number, miterLimit: number): boolean {
  return ((1 + dot) / 2) * miterLimit * miterLimit >= 1;
}

type Vector = [number, number];

interface TracedSide extends PartSide {
  /** What the edge from each point on stands for: a part of an arc, or null for a straight one. */
  edges: (WalkEdge | null)[];
}

/** A walk at distance h from feet; `traces` says whether it keeps what its edges stand for. */
class Walk {
  readonly side: TracedSide = { walk: [], feet: [], edges: [], isRounded: false, isChorded: false };
  /** Points that lie on a straight line from the point before to the one after, by index. */
  readonly spare: number[] = [];
  private footX = 0;
  private footY = 0;
  /** The normal where the part before ends, if that is a line. */
  end: Vector | null = null;
  /** The curvature of the outline before and after a corner. */
  bends: Vector = [0, 0];
  /** Whether straight edges lead to the corner and away from it. */
  isBetweenLines = false;

  constructor(
    readonly h: number,
    private readonly traces: boolean,
  ) {}

  standAt(foot: Vector): void {
    this.footX = foot[0];
    this.footY = foot[1];
  }

  /**
   * From the right normal m to n around the foot: by the join at an outer corner, through the foot at an inner one, and,
   * where `sweeps` says that all normals between them belong to the outline, once around their sector there. A corner that
   * turns straight back is an outer one on both sides.
   */
  turn(m: Vector, n: Vector, { join, miterLimit, tolerance }: SideStyle, sweeps: boolean): void {
    const cross = m[0] * n[1] - m[1] * n[0];
    const dot = m[0] * n[0] + m[1] * n[1];
    const isStraight = Math.abs(cross) <= NO_TURN;
    const isMiter = cross > 0 && !isStraight && join === "miter" && isWithinLimit(dot, miterLimit);
    if (this.isBetweenLines && !sweeps && (isMiter || (cross === 0 && dot > 0))) this.skip();
    this.push(m[0], m[1]);
    if (isStraight && dot > 0) return;
    if (cross < 0 && !isStraight) {
      this.push(0, 0);
      if (sweeps) {
        this.push(n[0], n[1]);
        this.arc(n, Math.atan2(-cross, dot), tolerance);
        this.push(m[0], m[1]);
        this.push(0, 0);
      }
    } else if (join === "round") this.arc(m, Math.atan2(Math.abs(cross), dot), tolerance);
    else if (join === "miter" && isWithinLimit(dot, miterLimit))
      this.push((m[0] + n[0]) / (1 + dot), (m[1] + n[1]) / (1 + dot));
    else if (join === "arcs") {
      // Around the foot, h being the unit.
      const { h, bends } = this;
      this.side.isRounded = this.side.isChorded = true;
      for (const [x, y] of arcsJoin(m, n, bends[0] * h, bends[1] * h, miterLimit, tolerance / h)) this.push(x, y);
    }
    if (this.isBetweenLines && isMiter) this.skip();
    this.push(n[0], n[1]);
  }

  /** The next point lies on a straight line. */
  private skip(): void {
    this.spare.push(this.side.walk.length / 2);
  }

  /** The point (x, y) times h away from the foot. */
  push(x: number, y: number): void {
    const { walk, feet, edges } = this.side;
    walk.push(this.footX + this.h * x, this.footY + this.h * y);
    feet.push(this.footX, this.footY);
    if (this.traces) edges.push(null);
  }

  /** Says what the edge from the last point to the next one stands for. */
  standFor(edge: WalkEdge): void {
    const { edges } = this.side;
    if (this.traces) edges[edges.length - 1] = edge;
  }

  private arc([mx, my]: Vector, angle: number, tolerance: number): void {
    const { footX: x, footY: y } = this;
    const { walk, feet, edges } = this.side;
    this.side.isRounded = true;
    const before = edges.length;
    arcAround(walk, x, y, mx, my, angle, this.h, tolerance);
    while (feet.length < walk.length) feet.push(x, y);
    if (!this.traces) return;
    while (edges.length < walk.length / 2) edges.push(null);
    const segment = arcFrom(x, y, [mx, my], this.h, angle);
    const count = edges.length - before + 1;
    for (let i = 0; i < count; i++) edges[before - 1 + i] = { segment, from: i / count, to: (i + 1) / count };
  }
}

/** Points on the circle around p from p + h m on, over an angle in radians; both ends left out. */
export function arcAround(
  walk: number[],
  px: number,
  py: number,
  mx: number,
  my: number,
  angle: number,
  h: number,
  tolerance: number,
): void {
  const widest = 4 * Math.asin(Math.min(1, Math.sqrt(tolerance / (2 * h))));
  // A little more than the least, so that rounding cannot take a chord over the tolerance.
  const count = Math.max(1, Math.ceil((angle / Math.min(widest, Math.PI / 2)) * (1 + 1e-12)));
  if (!(count < 1 << 20)) throw tooManyVertices(tolerance);
  for (let i = 1; i < count; i++) {
    const [cos, sin] = [Math.cos((angle * i) / count), Math.sin((angle * i) / count)];
    walk.push(px + h * (mx * cos - my * sin), py + h * (my * cos + mx * sin));
  }
}

export function tooManyVertices(tolerance: number): StrokeError {
  return new StrokeError(`the tolerance ${tolerance} would need too many vertices here`);
}
