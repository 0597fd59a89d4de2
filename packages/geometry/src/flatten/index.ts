/**
 * Flattening: curves into chords that stay within a stated distance.
 *
 * For each chord a proven upper bound of its greatest distance from the curve is known (chord-bounds.ts says why it
 * holds), and no chord is accepted whose bound exceeds the tolerance. Chords are as long as the bound allows: quadratics
 * by a closed form, other curves by longest steps. Vertices lie on the curve, or beside it (placed.ts).
 */
export { type ChordBound, chordBoundOf } from "./chord-bounds";
export { chordDeviations, greatestDeviation } from "./deviations";
export type { FlatPath, FlatSubpath } from "./flat-path";
export { isCircular } from "./flatten-arc";
export { flattenLevels, flattenPath, type LevelOptions } from "./flatten-path";
export { chordLimit } from "./limit";
export { longestChords } from "./longest-chords";
export { FlattenError, type FlattenOptions, type Placement, pixelTolerance, type Spacing } from "./options";
export { turnBetween } from "./turn";
