import { Foot, type Group } from "./foot";
import type { Location } from "./location-index";
import { boxGap, type Chords, FAN, type Stretches } from "./stretches";

type Side = Location["side"];

/** Places of a group, at most, how often that may be halved and still be one; and how many stretches a group may ask. */
const GROUP = 64;
const HALVINGS = Math.log2(GROUP) + 1;
const FEW = 16;
/** More than what rounding changes lengths by, as a share. */
const ROUNDING = 1e-9;

/**
 * Distances of many places to true curves, group by group. A stretch lies within its reach of its chord, so from the chords follows that
 * the nearest one lies no further than some d from the middle of a group, whose places are within h of that. Only stretches that may come
 * nearer than d + 2 h to the middle can be nearest to one of the places; each is asked from where it was nearest to the place before.
 */
export function pathDistances(
  stretches: Stretches,
  levels: readonly Float64Array[],
  chords: Chords,
  sideAt: (x: number, y: number) => Side,
): (xs: Float64Array, ys: Float64Array, values: Float64Array) => void {
  const { count, reach } = stretches;
  const feet: (Foot | undefined)[] = new Array(count);
  const footOf = (i: number): Foot => (feet[i] ??= new Foot(stretches, i));
  /** A stack of stretches that may be nearest, those of a group behind those of the greater one that it is a half of; and their gaps. */
  let near = new Int32Array(0);
  let gaps = new Float64Array(0);
  let top = 0;
  const push = (stretch: number, gap: number): void => {
    near[top] = stretch;
    gaps[top++] = gap;
  };

  /** How far the nearest stretch may be from a place at most, if that is less than `most`. */
  const findNearest = (x: number, y: number, most: number, level: number, node: number): number => {
    const boxes = levels[level];
    const end = Math.min(level < 0 ? count : boxes.length / 4, FAN * (node + 1));
    if (level < 0) {
      for (let i = FAN * node; i < end; i++) most = Math.min(most, chords.gap(i, x, y) + reach[i]);
      return most;
    }
    let first = -1;
    let least = most * most;
    for (let k = FAN * node; k < end; k++) {
      const gap = boxGap(boxes, k, x, y);
      if (gap > least) continue;
      least = gap;
      first = k;
    }
    if (first < 0) return most;
    most = findNearest(x, y, most, level - 1, first);
    for (let k = FAN * node; k < end; k++)
      if (k !== first && boxGap(boxes, k, x, y) <= most * most) most = findNearest(x, y, most, level - 1, k);
    return most;
  };

  /** Lists the stretches that may be no further than `most` from a place. */
  const collect = (x: number, y: number, most: number, level: number, node: number): void => {
    const boxes = levels[level];
    const end = Math.min(level < 0 ? count : boxes.length / 4, FAN * (node + 1));
    for (let k = FAN * node; k < end; k++)
      if (level < 0) {
        const gap = chords.gap(k, x, y) - reach[k];
        if (gap <= most) push(k, gap);
      } else if (boxGap(boxes, k, x, y) <= most * most) collect(x, y, most, level - 1, k);
  };

  /** Lists those of the stretches from `begin` on that may be nearest to a place of a group. */
  const filter = (x: number, y: number, half: number, begin: number): void => {
    const end = top;
    let least = Number.POSITIVE_INFINITY;
    for (let k = begin; k < end; k++) {
      const gap = chords.gap(near[k], x, y);
      gaps[k] = gap - reach[near[k]];
      least = Math.min(least, gap + reach[near[k]]);
    }
    const most = (least + 2 * half) * (1 + ROUNDING);
    for (let k = begin; k < end; k++) if (gaps[k] <= most) push(near[k], gaps[k]);
  };

  /** Measures the places `from` to `to`, of which the stretches from `begin` on may be nearest; of all stretches where that is below 0. */
  const measureGroup = (
    xs: Float64Array,
    ys: Float64Array,
    values: Float64Array,
    from: number,
    to: number,
    begin: number,
  ): void => {
    let minX = xs[from];
    let maxX = minX;
    let minY = ys[from];
    let maxY = minY;
    for (let i = from + 1; i < to; i++) {
      minX = Math.min(minX, xs[i]);
      maxX = Math.max(maxX, xs[i]);
      minY = Math.min(minY, ys[i]);
      maxY = Math.max(maxY, ys[i]);
    }
    const x = (minX + maxX) / 2;
    const y = (minY + maxY) / 2;
    const half = Math.sqrt((maxX - minX) ** 2 + (maxY - minY) ** 2) / 2;
    const first = top;
    if (begin < 0) {
      const most = findNearest(x, y, Number.POSITIVE_INFINITY, levels.length - 1, 0);
      collect(x, y, (most + 2 * half) * (1 + ROUNDING), levels.length - 1, 0);
    } else filter(x, y, half, begin);
    if (top - first > FEW && to - from > 1) {
      const middle = (from + to) >> 1;
      measureGroup(xs, ys, values, from, middle, first);
      measureGroup(xs, ys, values, middle, to, first);
    } else {
      let gap = Number.POSITIVE_INFINITY;
      for (let k = first; k < top; k++) gap = Math.min(gap, gaps[k]);
      measurePlaces(xs, ys, values, from, to, first, { x, y, half });
      const side = gap > half * (1 + ROUNDING) ? sideAt(x, y) : null;
      for (let i = from; i < to; i++) {
        const own = side ?? sideAt(xs[i], ys[i]);
        if (own !== "outside") values[i] = own === "inside" ? 0 - values[i] : 0;
      }
    }
    top = first;
  };

  /** Writes distances without signs. */
  const measurePlaces = (
    xs: Float64Array,
    ys: Float64Array,
    values: Float64Array,
    from: number,
    to: number,
    first: number,
    group: Group,
  ): void => {
    for (let i = from; i < to; i++) {
      let least = Number.POSITIVE_INFINITY;
      for (let k = first; k < top; k++) {
        const stretch = near[k];
        if (chords.gap(stretch, xs[i], ys[i]) - reach[stretch] >= least) continue;
        const distance = footOf(stretch).distance(xs[i], ys[i], group);
        if (!(distance < least)) continue;
        least = distance;
        // Most likely the nearest to the next place as well, so it is asked first.
        near[k] = near[first];
        near[first] = stretch;
      }
      values[i] = least;
    }
  };

  return (xs, ys, values) => {
    if (count === 0) values.fill(Number.POSITIVE_INFINITY);
    if (near.length === 0) {
      near = new Int32Array(HALVINGS * count);
      gaps = new Float64Array(HALVINGS * count);
    }
    if (count > 0)
      for (let from = 0; from < xs.length; from += GROUP)
        measureGroup(xs, ys, values, from, Math.min(xs.length, from + GROUP), -1);
  };
}
