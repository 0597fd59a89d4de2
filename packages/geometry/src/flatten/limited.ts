import { hasLength, type Segment } from "../path";
import { type ChordBound, chordBoundOf } from "./chord-bounds";
import { isCircular } from "./flatten-arc";
import { longestChords, MOST_CHORDS } from "./longest-chords";
import { turnBoundOf } from "./turn";

/**
 * Parameters such that the curve turns by no more than `turn` (radians) along a chord, and where there is a tolerance
 * is no further from it; null where that takes more than 2^20 chords. Where a curve turns on a spot, in a cusp, the
 * turn is that of a vertex: what takes less than 1e-9 of its parameter counts as a spot.
 */
export function turnStops(segment: Segment, turn: number, tolerance: number | undefined): number[] | null {
  if (!hasLength(segment)) return [0, 1];
  const turned = turnBoundOf(segment);
  const distance = chordBoundOf(segment);
  if (turned(0, 1) / turn > MOST_CHORDS) return null;
  const bound: ChordBound = (t0, t1) => {
    const share = t1 - t0 < SPOT ? 0 : turned(t0, t1) / turn;
    return tolerance === undefined || !distance ? share : Math.max(share, distance(t0, t1) / tolerance);
  };
  if (segment.kind === "arc" && isCircular(segment)) {
    // Rounding must not cost a chord where the angle is a whole number of turns.
    let count = Math.max(1, Math.ceil((Math.abs(segment.sweep) / turn) * (1 - 1e-12)));
    while (tolerance !== undefined && distance && distance(0, 1 / count) > tolerance && count < MOST_CHORDS)
      count = Math.ceil(count * 1.01);
    return Array.from({ length: count + 1 }, (_, i) => i / count);
  }
  // Rounding of the angles must not cost a chord where the count comes out even.
  return longestChords(bound, 1 + 1e-12);
}

const SPOT = 1e-9;
