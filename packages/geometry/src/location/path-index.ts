import { type Nearest, nearestOnStretch, type Path, transformPath } from "../path";
import { type FillRule, filled } from "../polygon";
import { cellGrid } from "./build-cells";
import { crossing } from "./crossing";
import { locateOnPath, type PathLocation } from "./locate-on-path";
import { cellOf, windingOf } from "./location-index";
import { boxesOver, boxGap, Chords, FAN, stretchesOf } from "./stretches";
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

/**
 * Prepares true curves for many questions. Curves are cut into stretches; what lies further from a stretch than that leaves its
 * chord sees it as its chord, so a grid of cells over the chords answers as for edges, and only stretches near the point are
 * looked at themselves. Distances go through a tree of boxes over the stretches, nearest box first.
 */
export function pathIndex(path: Path, fillRule: FillRule): PathIndex {
  const factor = unitFactor(path);
  if (factor === 1) return soundIndex(path, fillRule);
  const index = soundIndex(transformPath(path, { a: factor, b: 0, c: 0, d: factor, e: 0, f: 0 }), fillRule);
  return {
    locate(x, y) {
      const found = index.locate(factor * x, factor * y);
      return { ...found, width: found.width / factor };
    },
    distance(x, y) {
      const found = index.distance(factor * x, factor * y);
      const { x: nearestX, y: nearestY } = found.nearest;
      return { ...found, distance: found.distance / factor, nearest: { x: nearestX / factor, y: nearestY / factor } };
    },
  };
}

/** Squares of sizes beyond these would lose digits or overflow. */
const LEAST_SIZE = 2 ** -200;
const GREATEST_SIZE = 2 ** 200;

/** A power of two that brings a path of such a size to about 1, which changes no digits; 1 for others. */
export function unitFactor(path: Path): number {
  let size = 0;
  for (const subpath of path.subpaths)
    for (const segment of subpath.segments) {
      const { minX, minY, maxX, maxY } = boxAround(segment);
      size = Math.max(size, -minX, -minY, maxX, maxY);
    }
  if (size === 0 || (size > LEAST_SIZE && size < GREATEST_SIZE)) return 1;
  return 2 ** -Math.max(-1000, Math.min(1000, Math.round(Math.log2(size))));
}

function soundIndex(path: Path, fillRule: FillRule): PathIndex {
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
