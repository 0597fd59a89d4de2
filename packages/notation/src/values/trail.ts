import type { Subpath } from "@vertexon/geometry";
import { OutlineBuilder } from "./outline-builder";

/** One leg of a trail: straight, or along an arc that turns by `sweep`; then a bend on the spot. Angles in radians. */
export interface LegValue {
  type: "leg";
  length: number;
  bend: number;
  sweep: number;
}

/** What is known of a trail after each leg, and at its end. Angles in radians, lengths in plan units. */
export interface TrailRecord {
  legs: {
    x: number;
    y: number;
    /** The direction in which the next leg sets out, and all turning up to there. */
    facing: number;
    turned: number;
  }[];
  /** From the end back to the start. */
  gap: number;
  /** All turning, that of a closed trail's join included, in turns: whole for a closed trail. */
  turns: number;
  /** The circle that fits the places best, with their greatest distance from it; for closed trails of three straight legs and more. */
  circle: { x: number; y: number; radius: number; deviation: number } | null;
}

/**
 * Walks the legs. A leg with a sweep is an arc of its length that turns by the sweep; the bend turns on the spot
 * after it.
 */
export function trailOutline(
  start: { x: number; y: number },
  facing: number,
  legs: readonly LegValue[],
  close: boolean,
): { subpath: Subpath; record: TrailRecord } {
  const builder = new OutlineBuilder(start.x, start.y);
  let turned = 0;
  const places = legs.map(({ length, bend, sweep }) => {
    const direction = facing + turned;
    const [dx, dy] = [Math.cos(direction), Math.sin(direction)];
    if (sweep === 0 || length === 0) builder.line(builder.x + length * dx, builder.y + length * dy);
    else {
      const signedRadius = length / sweep;
      builder.around(builder.x - signedRadius * dy, builder.y + signedRadius * dx, sweep);
    }
    turned += sweep + bend;
    return { x: builder.x, y: builder.y, facing: facing + turned, turned };
  });
  const [gx, gy] = [start.x - builder.x, start.y - builder.y];
  const outline = close ? builder.closed() : builder.open();
  if (close && Math.hypot(gx, gy) < ROUNDING * sizeOf(places)) endAtStart(outline);
  const record: TrailRecord = {
    legs: places,
    gap: Math.hypot(gx, gy),
    turns: (close ? closedTurning(places, facing, gx, gy) : turned) / (2 * Math.PI),
    circle: close && places.length >= 3 && legs.every(({ sweep }) => sweep === 0) ? bestCircle(places) : null,
  };
  return { subpath: outline, record };
}

/** A gap below this share of the trail's size is what sines and cosines leave, not one that was meant. */
const ROUNDING = 1e-9;

function sizeOf(places: readonly { x: number; y: number }[]): number {
  return places.reduce((most, { x, y }) => Math.max(most, Math.abs(x) + Math.abs(y)), 0);
}

/** Ends the last segment exactly where the outline starts, so that no vertex stands there twice. */
function endAtStart({ x, y, segments }: Subpath): void {
  const last = segments.at(-1);
  if (last?.kind === "line" || last?.kind === "arc") Object.assign(last, { x1: x, y1: y });
}

/**
 * The turning of the whole closed outline: what the legs turned, and at the join, where there is a gap, the turn into
 * it and the one back to the first direction. The last bend gives way to the join.
 */
function closedTurning(places: TrailRecord["legs"], facing: number, gx: number, gy: number): number {
  const last = places[places.length - 1];
  if (!last) return 0;
  // A gap that is rounding only has no direction of its own.
  if (Math.hypot(gx, gy) < ROUNDING * sizeOf(places)) return last.turned + wrapped(facing - last.facing);
  const join = Math.atan2(gy, gx);
  return last.turned + wrapped(join - last.facing) + wrapped(facing - join);
}

/** An angle brought to within half a turn either way. */
function wrapped(angle: number): number {
  return angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI));
}

/**
 * The circle of least squared algebraic distance, x² + y² + Dx + Ey + F (I. Kåsa, "A circle fitting procedure and its
 * error analysis", 1976), computed around the places' mean. Null when they lie on a line.
 */
export function bestCircle(places: readonly { x: number; y: number }[]): TrailRecord["circle"] {
  const n = places.length;
  const mean = (value: (p: { x: number; y: number }) => number): number =>
    places.reduce((sum, p) => sum + value(p), 0) / n;
  const [mx, my] = [mean(({ x }) => x), mean(({ y }) => y)];
  const moment = (i: number, j: number): number => mean(({ x, y }) => (x - mx) ** i * (y - my) ** j);
  const [xx, xy, yy] = [moment(2, 0), moment(1, 1), moment(0, 2)];
  const determinant = xx * yy - xy * xy;
  if (!(determinant > 1e-24 * (xx + yy) ** 2)) return null;
  const [p, q] = [(moment(3, 0) + moment(1, 2)) / 2, (moment(2, 1) + moment(0, 3)) / 2];
  const [cx, cy] = [(p * yy - q * xy) / determinant, (q * xx - p * xy) / determinant];
  const [x, y] = [mx + cx, my + cy];
  const radius = Math.sqrt(cx * cx + cy * cy + xx + yy);
  const deviation = Math.max(...places.map((place) => Math.abs(Math.hypot(place.x - x, place.y - y) - radius)));
  return { x, y, radius, deviation };
}
