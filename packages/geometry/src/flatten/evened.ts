import { MOST_CHORDS } from "./longest-chords";
import type { VertexSink } from "./vertex-sink";

/** Walks of up to so many chords are evened out: in longer ones the remainder is of no consequence. */
const EVENED = 8;

/**
 * A walk of longest steps ends in a remainder. Where the same number of chords does for a smaller tolerance, that walk
 * is taken: its error is nearly even, and smaller. `walk` adds chords to the sink, at most so many, and tells which
 * share of the tolerance the last one takes, −1 for too many. False when it takes more than 2^20 chords.
 */
export function evened(
  walk: (tolerance: number, most: number) => number,
  tolerance: number,
  sink: VertexSink,
): boolean {
  const first = sink.count;
  const errorBefore = sink.error;
  const last = walk(tolerance, MOST_CHORDS);
  if (last < 0) return false;
  const count = sink.count - first;
  if (count < 2 || count > EVENED) return true;
  // Distances grow as the squares of the steps.
  const used = count - 1 + Math.sqrt(Math.min(1, last));
  const even = 1.02 * tolerance * (used / count) ** 2;
  if (even >= tolerance) return true;
  const error = sink.error;
  sink.count = first;
  sink.error = errorBefore;
  if (walk(even, count) >= 0) return true;
  sink.count = first;
  sink.error = error;
  return walk(tolerance, MOST_CHORDS) >= 0;
}
