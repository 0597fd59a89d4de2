import {
  type Bend,
  bendOf,
  type Nearest,
  nearestOnStretch,
  type Path,
  pointAt,
  type Segment,
  segmentsWithJoin,
} from "../path";
import { type FillRule, filled } from "../polygon";
import { cellGrid } from "./build-cells";
import { crossing } from "./crossing";
import { locateOnPath, type PathLocation } from "./locate-on-path";
import { cellOf, windingOf } from "./location-index";
import { boxAround, chordGap, ON_EDGE, turnOfStretch } from "./turn-around";

/** The nearest place of true curves. */
export interface PathDistance {
  /** In plan units: negative inside, 0 on the boundary as far as doubles tell. */
  distance: number;
  nearest: { x: number; y: number };
  /** Where on the path it lies: the subpath, its segment (the closing join comes last), and the parameter on that. */
  subpath: number;
  segment: number;
  t: number;
}

export interface PathIndex {
  /** The same answers as `locateOnPath`. */
  locate(x: number, y: number): PathLocation;
  /** The same answers as `signedDistanceToPath`, to 1e-12 of the size. */
  distance(x: number, y: number): PathDistance;
}

/** Curves are cut into stretches that leave their chords by no more than this share of the size, and into no more than so many. */
const SHARE = 2e-3;
const MOST = 64;
/** Stretches in a leaf, and children of a node. */
const FAN = 8;

/**
 * Prepares true curves for many questions. Curves are cut into stretches; what lies further from a stretch than that leaves its
 * chord sees it as its chord, so a grid of cells over the chords answers as for edges, and only stretches near the point are
 * looked at themselves. Distances go through a tree of boxes over the stretches, nearest box first.
 */
export function pathIndex(path: Path, fillRule: FillRule): PathIndex {
  const stretches = stretchesOf(path);
  const { count, t0, t1, ends, reach, curve, curves } = stretches;
  const furthest = reach.reduce((most, each) => Math.max(most, each), 0);
  const grid = cellGrid(stretches.rings, furthest);
  const levels = boxesOver(stretches);
  const chords = new Chords(ends);
  const gaps = new Float64Array(FAN);
  const best: Nearest & { stretch: number } = { x: 0, y: 0, t: 0, distance: 0, stretch: -1 };

  const locate = (x: number, y: number): PathLocation => {
    if (!grid) return { side: filled(0, fillRule) ? "inside" : "outside", winding: 0, width: 0 };
    const cell = cellOf(grid, x, y);
    // Beyond the chords, where curves may still bulge out, and on a chord: one by one.
    if (cell < 0) {
      const { gx, gy, columns, rows } = grid;
      const isFar =
        x < gx[0] - furthest || x > gx[columns] + furthest || y < gy[0] - furthest || y > gy[rows] + furthest;
      return isFar
        ? { side: filled(0, fillRule) ? "inside" : "outside", winding: 0, width: 0 }
        : locateOnPath(x, y, path, fillRule);
    }
    let winding = windingOf(grid, x, y);
    if (winding === ON_EDGE) return locateOnPath(x, y, path, fillRule);
    for (let k = grid.starts[cell]; k < grid.starts[cell + 1]; k++) {
      const e = grid.entries[k];
      const i = e >> 2;
      if (reach[i] === 0 || chordGap(x, y, ends[e], ends[e + 1], ends[e + 2], ends[e + 3]) > reach[i]) continue;
      const { segment, bend, rounding } = curves[curve[i]];
      const turn = turnOfStretch(
        segment,
        x,
        y,
        bend.second / 8,
        rounding,
        t0[i],
        t1[i],
        ends[e],
        ends[e + 1],
        ends[e + 2],
        ends[e + 3],
      );
      if (turn === ON_EDGE) return locateOnPath(x, y, path, fillRule);
      winding += turn - crossing(x, y, ends[e], ends[e + 1], ends[e + 2], ends[e + 3]);
    }
    return { side: filled(winding, fillRule) ? "inside" : "outside", winding, width: 0 };
  };

  const tryStretch = (x: number, y: number, i: number): void => {
    const e = 4 * i;
    const { segment, bend } = curves[curve[i]];
    if (nearestOnStretch(segment, bend, t0[i], t1[i], ends[e], ends[e + 1], ends[e + 2], ends[e + 3], x, y, best))
      best.stretch = i;
  };
  const descend = (x: number, y: number, level: number, node: number): void => {
    if (level < 0) {
      // The likeliest one first: most others are further off then, by their chords.
      const begin = FAN * node;
      const end = Math.min(count, begin + FAN);
      let first = begin;
      for (let i = begin; i < end; i++) {
        const gap = chords.gap(i, x, y) - reach[i];
        gaps[i - begin] = gap;
        if (gap < gaps[first - begin]) first = i;
      }
      if (gaps[first - begin] < best.distance) tryStretch(x, y, first);
      for (let i = begin; i < end; i++) if (i !== first && gaps[i - begin] < best.distance) tryStretch(x, y, i);
      return;
    }
    const boxes = levels[level];
    const end = Math.min(boxes.length / 4, FAN * (node + 1));
    let nearest = -1;
    let least = best.distance * best.distance;
    for (let k = FAN * node; k < end; k++) {
      const gap = boxGap(boxes, k, x, y);
      if (gap > least) continue;
      least = gap;
      nearest = k;
    }
    if (nearest < 0) return;
    descend(x, y, level - 1, nearest);
    for (let k = FAN * node; k < end; k++)
      if (k !== nearest && boxGap(boxes, k, x, y) <= best.distance * best.distance) descend(x, y, level - 1, k);
  };
  return {
    locate,
    distance(x, y) {
      best.distance = Number.POSITIVE_INFINITY;
      best.stretch = -1;
      if (count > 0) descend(x, y, levels.length - 1, 0);
      if (best.stretch < 0)
        return { distance: best.distance, nearest: { x: Number.NaN, y: Number.NaN }, subpath: -1, segment: -1, t: 0 };
      const { side } = locate(x, y);
      const { subpath, index } = curves[curve[best.stretch]];
      return {
        distance: side === "boundary" ? 0 : side === "inside" ? 0 - best.distance : best.distance,
        nearest: { x: best.x, y: best.y },
        subpath,
        segment: index,
        t: best.t,
      };
    },
  };
}

/** Chords with what their distances need, computed once: the start, the way to the end, and one over its squared length. */
class Chords {
  private readonly values: Float64Array;

  constructor(ends: Float64Array) {
    this.values = new Float64Array((5 * ends.length) / 4);
    for (let e = 0, c = 0; e < ends.length; e += 4, c += 5) {
      const [dx, dy] = [ends[e + 2] - ends[e], ends[e + 3] - ends[e + 1]];
      const squared = dx * dx + dy * dy;
      this.values.set([ends[e], ends[e + 1], dx, dy, squared > 0 ? 1 / squared : 0], c);
    }
  }

  /** The distance of a point from a chord. */
  gap(i: number, x: number, y: number): number {
    const { values } = this;
    const c = 5 * i;
    const wx = x - values[c];
    const wy = y - values[c + 1];
    const dx = values[c + 2];
    const dy = values[c + 3];
    let share = (wx * dx + wy * dy) * values[c + 4];
    if (share < 0) share = 0;
    else if (share > 1) share = 1;
    const ex = wx - share * dx;
    const ey = wy - share * dy;
    return Math.sqrt(ex * ex + ey * ey);
  }
}

interface Stretches {
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

function stretchesOf(path: Path): Stretches {
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

/** Boxes minX minY maxX maxY, widened by what curves leave their chords by; level 0 over runs of stretches. */
function boxesOver({ count, ends, reach }: Stretches): Float64Array[] {
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
function boxGap(boxes: Float64Array, k: number, x: number, y: number): number {
  const left = boxes[4 * k] - x;
  const right = x - boxes[4 * k + 2];
  const dx = Math.max(left, right, 0);
  const below = boxes[4 * k + 1] - y;
  const above = y - boxes[4 * k + 3];
  const dy = Math.max(below, above, 0);
  return dx * dx + dy * dy;
}
