import type { Slope } from "../forms";
import type { DistanceField } from "./field";

/** A place on the level with the field's gradient there. */
export interface Place {
  x: number;
  y: number;
  slope: Slope;
}

/** Halvings of one line at most. */
const DEEPEST = 12;

/** A place on the level counts as near a corner within this part of the way to that. */
const NEAR = 0.25;

/** Where a line is held against the level. */
export const QUARTERS = [0.25, 0.5, 0.75];

/**
 * Bends lines between places on a level of a field to it, within a tolerance of the values. Long ones are divided towards their corners, if that is
 * wanted, otherwise in the middle, where boundaries that lie close together mislead less.
 */
export class Bending {
  constructor(
    private readonly field: DistanceField,
    private readonly level: number,
    private readonly tolerance: number,
    /** On which side of the lines lower values lie. */
    private readonly low: "left" | "right",
    private readonly isTowardsCorners: boolean,
  ) {}

  placeAt(x: number, y: number): Place {
    const slope = { x: 0, y: 0 };
    this.field.at(x, y, slope);
    return { x, y, slope };
  }

  /** Writes the points between two places: the level's corner, or as many on it as are needed; none where the line is close. */
  between(p: Place, q: Place, points: number[], depth = 0): void {
    const { field, level, tolerance } = this;
    const corner = cornerOf(p, q, this.low, tolerance);
    if (corner && this.offBy(corner.x, corner.y) <= tolerance / 2) {
      const place = this.placeAt(corner.x, corner.y);
      if (this.isClose(p, place) && this.isClose(place, q)) {
        points.push(corner.x, corner.y);
        return;
      }
    }
    if (depth >= DEEPEST || this.isClose(p, q)) return;
    const [x, y] = [(p.x + q.x) / 2, (p.y + q.y) / 2];
    const place =
      (corner && this.isTowardsCorners ? this.nearCorner(corner, p, q) : null) ??
      onLevel(field, level, x, y, Math.hypot(x - p.x, y - p.y)) ??
      acrossLevel(field, level, p, q);
    if (!place) return;
    this.between(p, place, points, depth + 1);
    points.push(place.x, place.y);
    this.between(place, q, points, depth + 1);
  }

  /** Towards a corner between curves: a place on the level near where the tangents meet, if that is near enough. */
  private nearCorner({ x, y }: { x: number; y: number }, p: Place, q: Place): Place | null {
    const far = Math.min(Math.hypot(x - p.x, y - p.y), Math.hypot(x - q.x, y - q.y));
    return onLevel(this.field, this.level, x, y, NEAR * far);
  }

  /** Whether the values along a line between two places are the level. */
  isClose(p: { x: number; y: number }, q: { x: number; y: number }): boolean {
    return QUARTERS.every(
      (share) => this.offBy(p.x + share * (q.x - p.x), p.y + share * (q.y - p.y)) <= this.tolerance,
    );
  }

  private offBy(x: number, y: number): number {
    return Math.abs(this.field.at(x, y) - this.level);
  }
}

/** Gradients that differ by more than this cosine may come from both sides of a crease. */
const CREASE = 0.97;

/** Whether a line from a over b to c turns by as much as at a crease. */
export function isTurn(ax: number, ay: number, bx: number, by: number, cx: number, cy: number): boolean {
  const [ux, uy, vx, vy] = [bx - ax, by - ay, cx - bx, cy - by];
  return ux * vx + uy * vy < CREASE * Math.sqrt((ux * ux + uy * uy) * (vx * vx + vy * vy));
}

/** How far away a corner may be, in distances between the places on both sides of it: down to angles of 2 degrees. */
const SHARPEST = 32;

/**
 * Where the tangents at two places meet, if these differ, ahead of the first and behind the second, and that lies near, but not as near as
 * `tolerance` to the line between them.
 */
function cornerOf(p: Place, q: Place, low: "left" | "right", tolerance: number): { x: number; y: number } | null {
  const [a, b] = [p.slope, q.slope];
  const [la, lb] = [Math.hypot(a.x, a.y), Math.hypot(b.x, b.y)];
  if (!(la > 0 && lb > 0) || (a.x * b.x + a.y * b.y) / (la * lb) > CREASE) return null;
  // a · (c − p) = 0 and b · (c − q) = 0
  const turn = a.x * b.y - a.y * b.x;
  if (turn === 0) return null;
  const [u, v] = [a.x * p.x + a.y * p.y, b.x * q.x + b.y * q.y];
  const x = (u * b.y - v * a.y) / turn;
  const y = (a.x * v - b.x * u) / turn;
  // Lines go where the gradient is when turned to the left, if lower values lie there.
  const sense = low === "left" ? 1 : -1;
  const ahead = sense * (a.x * (y - p.y) - a.y * (x - p.x));
  const behind = sense * (b.x * (q.y - y) - b.y * (q.x - x));
  if (!(ahead > 0 && behind > 0)) return null;
  const [dx, dy] = [q.x - p.x, q.y - p.y];
  const far = Math.hypot(dx, dy);
  const beside = Math.abs(dx * (y - p.y) - dy * (x - p.x));
  if (!(beside > tolerance * far)) return null;
  return Math.max(Math.hypot(x - p.x, y - p.y), Math.hypot(x - q.x, y - q.y)) <= SHARPEST * far ? { x, y } : null;
}

/** A place on the level near another one, or null where the gradient leads too far. */
export function onLevel(field: DistanceField, level: number, x: number, y: number, reach: number): Place | null {
  const slope = { x: 0, y: 0 };
  let [px, py] = [x, y];
  for (let step = 0; step < 8; step++) {
    const value = field.at(px, py, slope) - level;
    const squared = slope.x * slope.x + slope.y * slope.y;
    if (Math.abs(value) <= 1e-14 * (Math.abs(px) + Math.abs(py)) || squared === 0) break;
    px -= (value * slope.x) / squared;
    py -= (value * slope.y) / squared;
    if (!(Math.hypot(px - x, py - y) <= reach)) return null;
  }
  return { x: px, y: py, slope };
}

/** Steps to each side in which the level is looked for beside a line, as long as the line all together. */
const BESIDE = 16;

/** Where the level crosses the upright on the middle of a line, near it; null where it does not. */
function acrossLevel(field: DistanceField, level: number, p: Place, q: Place): Place | null {
  const [x, y] = [(p.x + q.x) / 2, (p.y + q.y) / 2];
  const [nx, ny] = [(p.y - q.y) / BESIDE, (q.x - p.x) / BESIDE];
  const valueAt = (share: number): number => field.at(x + share * nx, y + share * ny) - level;
  const isIn = valueAt(0) <= 0;
  for (let step = 1; step <= BESIDE; step++)
    for (const side of [step, -step]) {
      if (valueAt(side) <= 0 === isIn) continue;
      let [low, high] = [side - Math.sign(side), side];
      for (let k = 0; k < 50; k++) {
        const middle = (low + high) / 2;
        if (valueAt(middle) <= 0 === isIn) low = middle;
        else high = middle;
      }
      const slope = { x: 0, y: 0 };
      const [px, py] = [x + high * nx, y + high * ny];
      field.at(px, py, slope);
      return { x: px, y: py, slope };
    }
  return null;
}
