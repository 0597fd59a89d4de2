import type { ChordBound } from "./chord-bounds";

/** More chords than this in one segment mean that the tolerance is a mistake. */
export const MOST_CHORDS = 1 << 20;

/**
 * Parameters from 0 to 1 such that every chord's bound is at most `tolerance`, as few as the bound allows, evened out;
 * or null when more than {@link MOST_CHORDS} would be needed.
 *
 * Taking each chord as long as it may be gives the fewest chords whenever a part of an allowed interval is allowed too.
 * The last chord is then a short remainder; so the same walk is repeated with smaller and smaller tolerances for as
 * long as the number of chords stays: the error ends up nearly equal everywhere, and smaller than asked.
 */
export function longestChords(bound: ChordBound, tolerance: number): number[] | null {
  let best = walkLongest(bound, tolerance, MOST_CHORDS);
  if (!best) return null;
  if (best.length === 2) return best;
  const count = best.length - 1;
  let low = 0;
  let high = 1;
  for (let i = 0; i < 9; i++) {
    const middle = (low + high) / 2;
    const tried = walkLongest(bound, tolerance * middle, count);
    if (tried) {
      best = tried;
      high = middle;
    } else low = middle;
  }
  return best;
}

const PATIENCE = 10;

/** Longest steps from 0 to 1, or null when more than `most` are needed. */
export function walkLongest(bound: ChordBound, tolerance: number, most: number): number[] | null {
  const parameters = [0];
  let t = 0;
  let step = 1;
  while (t < 1) {
    if (parameters.length > most) return null;
    const end = longestStep(bound, t, step, tolerance);
    if (!(end > t)) return null;
    step = end - t;
    parameters.push(end);
    t = end;
  }
  return parameters;
}

/**
 * The furthest end found whose bound from t is within the tolerance. The bound grows about as the square of the
 * step, which aims the search; brackets keep it honest where the growth is another.
 */
export function longestStep(bound: ChordBound, t: number, guess: number, tolerance: number): number {
  let good = t;
  let bad = Number.POSITIVE_INFINITY;
  let end = Math.min(1, t + guess);
  for (let i = 0; i < 60; i++) {
    const error = bound(t, end);
    if (error <= tolerance) {
      good = end;
      if (end === 1 || error > 0.995 * tolerance) break;
    } else bad = end;
    // Where the bound does not fall with the step, as a turn on a spot does not, the aim comes down too slowly.
    const share =
      good === t && i >= PATIENCE ? 1 / 8 : Math.sqrt((0.9985 * tolerance) / Math.max(error, Number.MIN_VALUE));
    const aim = t + (end - t) * share;
    if (bad === Number.POSITIVE_INFINITY) end = Math.min(1, aim);
    else end = aim > good && aim < bad ? aim : (good + bad) / 2;
    if (end <= good || (bad - good < 1e-3 * (good - t) && good > t)) break;
  }
  return good;
}
