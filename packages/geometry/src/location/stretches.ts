import { type Bend, bendOf, type Path, pointAt, type Segment, segmentsWithJoin } from "../path";
import { boxAround } from "./turn-around";

/** Curves cut into stretches, each near its chord. */
export interface Stretches {
  count: number;
  /** The chord of stretch i: x0 y0 x1 y1 at 4 i; they follow each other around `rings`. */
  ends: Float64Array;
  t0: Float64Array;
  t1: Float64Array;
  /** How far a stretch leaves its chord at most. */
  reach: Float64Array;
  curve: Int32Array;
  curves: { segment: Segment; subpath: number; index: number; bend: Bend; rounding: number }[];
  rings: Float64Array[];
}

/** A stretch leaves its chord by at most this share of the size, unless the curve was cut into MOST stretches already. */
const SHARE = 2e-3;
const MOST = 64;

/** Cuts curves into stretches, open subpaths closed by a straight join. */
export function stretchesOf(path: Path): Stretches {
  const curves: Stretches["curves"] = [];
  let size = 0;
  path.subpaths.forEach((subpath, i) => {
    segmentsWithJoin({ ...subpath, closed: true }).forEach((segment, index) => {
      const { rounding, minX, minY, maxX, maxY } = boxAround(segment);
      size = Math.max(size, maxX - minX, maxY - minY);
      curves.push({ segment, subpath: i, index, bend: bendOf(segment), rounding });
    });
  });
  const parts = curves.map(({ bend: { second } }) =>
    second > 0 ? Math.max(1, Math.min(MOST, Math.ceil(Math.sqrt(second / 8 / (SHARE * size))))) : 1,
  );
  const count = parts.reduce((sum, each) => sum + each, 0);
  const ends = new Float64Array(4 * count);
  const [t0, t1, reach] = [new Float64Array(count), new Float64Array(count), new Float64Array(count)];
  const curve = new Int32Array(count);
  const rings: number[][] = [];
  let at = 0;
  curves.forEach(({ segment, subpath, bend, rounding }, c) => {
    rings[subpath] ??= [];
    for (let k = 0; k < parts[c]; k++, at++) {
      t0[at] = k / parts[c];
      t1[at] = (k + 1) / parts[c];
      const start = k === 0 ? pointAt(segment, 0) : [ends[4 * at - 2], ends[4 * at - 1]];
      ends.set(start, 4 * at);
      ends.set(pointAt(segment, t1[at]), 4 * at + 2);
      rings[subpath].push(...start);
      reach[at] = bend.second > 0 ? bend.second / 8 / parts[c] ** 2 + rounding : 0;
      curve[at] = c;
    }
  });
  return { count, ends, t0, t1, reach, curve, curves, rings: rings.flatMap((ring) => [Float64Array.from(ring)]) };
}

/** Stretches in a leaf, and children of a node. */
export const FAN = 8;

/** Boxes minX minY maxX maxY, widened by what curves leave their chords by; level 0 over runs of stretches. */
export function boxesOver({ count, ends, reach }: Stretches): Float64Array[] {
  const leaves = new Float64Array(4 * count);
  for (let i = 0; i < count; i++) {
    const [x0, y0, x1, y1] = ends.subarray(4 * i, 4 * i + 4);
    const r = reach[i];
    leaves.set([Math.min(x0, x1) - r, Math.min(y0, y1) - r, Math.max(x0, x1) + r, Math.max(y0, y1) + r], 4 * i);
  }
  const levels: Float64Array[] = [];
  for (
    let below: Float64Array = leaves;
    below.length > 4 * FAN || levels.length === 0;
    below = levels[levels.length - 1]
  ) {
    const boxes = new Float64Array(4 * Math.ceil(below.length / 4 / FAN));
    for (let k = 0; k < boxes.length / 4; k++) {
      const run = below.subarray(4 * FAN * k, 4 * FAN * (k + 1));
      const box = [Infinity, Infinity, -Infinity, -Infinity];
      for (let i = 0; i < run.length; i += 4) {
        box[0] = Math.min(box[0], run[i]);
        box[1] = Math.min(box[1], run[i + 1]);
        box[2] = Math.max(box[2], run[i + 2]);
        box[3] = Math.max(box[3], run[i + 3]);
      }
      boxes.set(box, 4 * k);
    }
    levels.push(boxes);
  }
  return levels;
}

/** The squared distance of a point from a box. */
export function boxGap(boxes: Float64Array, k: number, x: number, y: number): number {
  const left = boxes[4 * k] - x;
  const right = x - boxes[4 * k + 2];
  const dx = Math.max(left, right, 0);
  const below = boxes[4 * k + 1] - y;
  const above = y - boxes[4 * k + 3];
  const dy = Math.max(below, above, 0);
  return dx * dx + dy * dy;
}

/** Chords with what their distances need, computed once: the start, the direction, and the length. */
export class Chords {
  private readonly values: Float64Array;

  constructor(ends: Float64Array) {
    this.values = new Float64Array((5 * ends.length) / 4);
    for (let e = 0, c = 0; e < ends.length; e += 4, c += 5) {
      const [dx, dy] = [ends[e + 2] - ends[e], ends[e + 3] - ends[e + 1]];
      const length = Math.hypot(dx, dy);
      this.values.set([ends[e], ends[e + 1], dx / (length || 1), dy / (length || 1), length], c);
    }
  }

  /** The distance of a point from a chord. */
  gap(i: number, x: number, y: number): number {
    const { values } = this;
    const c = 5 * i;
    const wx = x - values[c];
    const wy = y - values[c + 1];
    const ux = values[c + 2];
    const uy = values[c + 3];
    const length = values[c + 4];
    let along = wx * ux + wy * uy;
    if (along < 0) along = 0;
    else if (along > length) along = length;
    const ex = wx - along * ux;
    const ey = wy - along * uy;
    return Math.sqrt(ex * ex + ey * ey);
  }
}
