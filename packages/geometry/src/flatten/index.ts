/**
 * Flattening: curves into chords that stay within a stated distance.
 *
 * Every vertex lies on the curve. For each chord a proven upper bound of its greatest distance from the curve is known
 * (chord-bounds.ts says why it holds), and no chord is accepted whose bound exceeds the tolerance. Chords are taken as
 * long as the bound allows, then the error is evened out over the same number of chords (longest-chords.ts).
 */
export { type ChordBound, chordBoundOf, longestHalfAxis } from "./chord-bounds";
export { chordDeviations } from "./deviations";
export { type FlatPath, type FlatSubpath, FlattenError, flattenPath } from "./flatten-path";
export { longestChords } from "./longest-chords";
