import { parameterAtLength, type Segment, segmentLength } from "../path";
import type { ChordBound } from "./chord-bounds";
import { walkLongest } from "./longest-chords";
import type { Spacing } from "./options";

/** Parameters from 0 to 1 that divide a curve into so many chords. */
export function countedStops(segment: Segment, bound: ChordBound, count: number, spacing: Spacing): number[] {
  const share = (i: number): number => i / count;
  if (spacing === "parameter") return Array.from({ length: count + 1 }, (_, i) => share(i));
  if (spacing === "error") return evenErrors(bound, count);
  const total = segmentLength(segment);
  return Array.from({ length: count + 1 }, (_, i) => (i === count ? 1 : parameterAtLength(segment, share(i) * total)));
}

/** The least tolerance that longest steps hold with no more than so many chords: then all errors are nearly the same. */
function evenErrors(bound: ChordBound, count: number): number[] {
  let best = [0, 1];
  let high = bound(0, 1);
  let low = 0;
  for (let i = 0; i < 60 && high - low > 1e-9 * high; i++) {
    // Errors fall as the square of the count: aim there first, then halve.
    const tolerance = i === 0 ? Math.min(high, (1.1 * high) / (count * count)) : (low + high) / 2;
    const stops = tolerance > 0 ? walkLongest(bound, tolerance, count) : null;
    if (stops) {
      best = stops;
      high = tolerance;
    } else low = tolerance;
  }
  while (best.length <= count) best = withWorstHalved(best, bound);
  return best;
}

function withWorstHalved(stops: number[], bound: ChordBound): number[] {
  let worst = 1;
  let most = -1;
  for (let i = 1; i < stops.length; i++) {
    const error = bound(stops[i - 1], stops[i]) + 1e-12 * (stops[i] - stops[i - 1]);
    if (error > most) [most, worst] = [error, i];
  }
  return stops.toSpliced(worst, 0, (stops[worst - 1] + stops[worst]) / 2);
}
