import type { DistanceField } from "./field";

/** Ways from places on, with what the values at both ends differ from a level by: at most 0 at one end, more at the other. */
export interface Ways {
  x: Float64Array;
  y: Float64Array;
  dx: Float64Array;
  dy: Float64Array;
  first: Float64Array;
  last: Float64Array;
}

/** A bracket is narrowed until it is no longer than this share of a way. */
const LEAST = 2 ** -50;

/** No bracket needs more steps: every third one halves it. */
const STEPS = 150;

/**
 * After what share of each way the level is crossed, by false position with the Illinois rule (M. Dowell and P. Jarratt, 1971), halving in
 * between, until nothing lies between; side by side, so that the field is asked for many places at once.
 */
export function crossings(field: DistanceField, level: number, { x, y, dx, dy, first, last }: Ways): Float64Array {
  const { length } = x;
  const low = new Float64Array(length);
  const high = new Float64Array(length).fill(1);
  const below = first.slice();
  const above = last.slice();
  /** Which end stayed the last time. */
  const kept = new Int8Array(length);
  const shares = new Float64Array(length);
  const xs = new Float64Array(length);
  const ys = new Float64Array(length);
  const values = new Float64Array(length);
  const open = Uint32Array.from(x, (_, k) => k);
  for (let step = 1, count = length; step <= STEPS && count > 0; step++) {
    const isHalving = step % 3 === 0;
    for (let n = 0; n < count; n++) {
      const k = open[n];
      const [from, to] = [low[k], high[k]];
      const guess = from + ((to - from) * below[k]) / (below[k] - above[k]);
      const share = !isHalving && guess > from && guess < to ? guess : (from + to) / 2;
      shares[k] = share;
      xs[n] = x[k] + share * dx[k];
      ys[n] = y[k] + share * dy[k];
    }
    field.list(xs.subarray(0, count), ys.subarray(0, count), values.subarray(0, count));
    let left = 0;
    for (let n = 0; n < count; n++) {
      const k = open[n];
      const value = values[n] - level;
      if (value === 0) continue;
      // The end that stays a second time counts for half, so that it moves as well.
      if (value <= 0 === first[k] <= 0) {
        low[k] = shares[k];
        below[k] = value;
        if (kept[k] === 1) above[k] /= 2;
        kept[k] = 1;
      } else {
        high[k] = shares[k];
        above[k] = value;
        if (kept[k] === -1) below[k] /= 2;
        kept[k] = -1;
      }
      if (high[k] - low[k] > LEAST) open[left++] = k;
      else shares[k] = (low[k] + high[k]) / 2;
    }
    count = left;
  }
  return shares;
}
