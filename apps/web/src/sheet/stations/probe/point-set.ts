import { pointOrder } from "@vertexon/geometry";
import { type ProbedPoints, SIDES, type SideName } from "@/worker/probed-points";
import type { ProbeView, SheetView } from "@/worker/sheet-view";
import { probesOf } from "../../model/scene";

/** Probed points, wherever they come from. */
export interface PointSet {
  points: ProbedPoints;
  /** What a point is called, its place among its own kind, from 1, and the shape that it was asked about. */
  nameOf(i: number): string;
  shapeOf(i: number): string;
  /** Where the script tells it: the definition, and its place there. */
  placeOf(i: number): { definition: string; index: number } | null;
  shapes: readonly string[];
}

const known = new WeakMap<SheetView, PointSet>();

/** All points that a script probes, probe by probe. */
export function pointsOf(view: SheetView): PointSet {
  let set = known.get(view);
  if (!set) {
    set = collected(view);
    known.set(view, set);
  }
  return set;
}

function collected(view: SheetView): PointSet {
  const rows = view.definitions.flatMap(({ name, value }) =>
    probesOf(value).flatMap((probe) =>
      probe.points.map((point, index) => ({ name, shape: probe.shape, index, point })),
    ),
  );
  const numbers = (pick: (point: ProbeView["points"][number]) => number): number[] =>
    rows.map(({ point }) => pick(point));
  const hasCurves = rows.some(({ point }) => point.byCurves !== null);
  return {
    points: {
      measured: rows.length,
      x: Float64Array.from(numbers(({ x }) => x)),
      y: Float64Array.from(numbers(({ y }) => y)),
      side: Uint8Array.from(numbers(({ side }) => SIDES.indexOf(side))),
      winding: Int32Array.from(numbers(({ winding }) => winding)),
      distance: Float64Array.from(numbers(({ distance }) => distance)),
      nearest: Float64Array.from(rows.flatMap(({ point }) => [point.nearest.x, point.nearest.y])),
      ring: Int32Array.from(numbers(({ ring }) => ring)),
      edge: Int32Array.from(numbers(({ edge }) => edge)),
      byCurves: hasCurves
        ? Uint8Array.from(numbers(({ side, byCurves }) => SIDES.indexOf(byCurves?.side ?? side)))
        : null,
      labels: null,
    },
    nameOf: (i) => `${rows[i].name} ${rows[i].index + 1}`,
    shapeOf: (i) => rows[i].shape,
    placeOf: (i) => ({ definition: rows[i].name, index: rows[i].index }),
    shapes: [...new Set(rows.map(({ shape }) => shape))],
  };
}

/** Points of a file, asked about one shape. */
export function pointsOfFile(points: ProbedPoints, shape: string): PointSet {
  return { points, nameOf: (i) => String(i + 1), shapeOf: () => shape, placeOf: () => null, shapes: [shape] };
}

/** Which points are listed. */
export interface Filter {
  side: SideName | "all" | "depends";
  shape: string | null;
  /** The distance from the outline, without its sign, reaches from one to the other. */
  least: number | null;
  most: number | null;
  /** Those within a frame on the plan. */
  frame: Frame | null;
}

export interface Frame {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

export const EVERYTHING: Filter = { side: "all", shape: null, least: null, most: null, frame: null };

/** Whether it is known of all points how far they are. */
export function isMeasured({ measured, x }: ProbedPoints): boolean {
  return measured === x.length;
}

/** Whether true curves put a point on another side than the edges do. */
export function depends({ byCurves, side }: ProbedPoints, i: number): boolean {
  return byCurves !== null && byCurves[i] !== side[i];
}

function passes({ points, shapeOf }: PointSet, i: number, { side, shape, least, most, frame }: Filter): boolean {
  if (side === "depends" ? !depends(points, i) : side !== "all" && SIDES[points.side[i]] !== side) return false;
  const distance = Math.abs(points.distance[i]);
  if (isMeasured(points) && ((least !== null && distance < least) || (most !== null && distance > most))) return false;
  if (frame) {
    const [x, y] = [points.x[i], points.y[i]];
    if (x < Math.min(frame.x0, frame.x1) || x > Math.max(frame.x0, frame.x1)) return false;
    if (y < Math.min(frame.y0, frame.y1) || y > Math.max(frame.y0, frame.y1)) return false;
  }
  return shape === null || shapeOf(i) === shape;
}

export type SortBy = "x" | "y" | "distance" | "winding";

/** The listed points, as their places in the set: as they come, or by a column. */
export function listed(set: PointSet, filter: Filter, sort: { by: SortBy; falls: boolean } | null): Uint32Array {
  const { points } = set;
  const n = points.x.length;
  const passing = new Uint32Array(n);
  let count = 0;
  for (let i = 0; i < n; i++) if (passes(set, i, filter)) passing[count++] = i;
  const rows = passing.slice(0, count);
  if (!sort) return rows;
  const column = points[sort.by];
  const order = pointOrder(
    Float64Array.from(rows, (i) => column[i]),
    new Float64Array(count),
  );
  if (sort.falls) order.reverse();
  return order.map((k) => rows[k]);
}

/** How many points lie on each side, and of how many that depends on the tolerance. */
export function counts(set: PointSet): Record<Filter["side"], number> {
  const { points } = set;
  const found = { all: points.x.length, inside: 0, outside: 0, boundary: 0, depends: 0 };
  for (let i = 0; i < found.all; i++) {
    found[SIDES[points.side[i]]]++;
    if (depends(points, i)) found.depends++;
  }
  return found;
}

/** The same columns for some of the points only. */
export function chosenOf({ points: p }: PointSet, rows: Uint32Array): ProbedPoints {
  const pick = <T extends Float64Array | Int32Array | Uint8Array>(values: T): T => {
    const picked = new (values.constructor as new (length: number) => T)(rows.length);
    for (let k = 0; k < rows.length; k++) picked[k] = values[rows[k]];
    return picked;
  };
  const nearest = new Float64Array(2 * rows.length);
  for (let k = 0; k < rows.length; k++) nearest.set(p.nearest.subarray(2 * rows[k], 2 * rows[k] + 2), 2 * k);
  return {
    measured: isMeasured(p) ? rows.length : 0,
    x: pick(p.x),
    y: pick(p.y),
    side: pick(p.side),
    winding: pick(p.winding),
    distance: pick(p.distance),
    nearest,
    ring: pick(p.ring),
    edge: pick(p.edge),
    byCurves: p.byCurves && pick(p.byCurves),
    labels: p.labels && pick(p.labels),
  };
}
