/**
 * Signed distance fields as values: exact ones of shapes, paths and closed forms, and what is composed of them. Each knows what it is
 * worth on either side of its zeros, and how fast it grows at most; docs/distance.md derives both.
 */
export { alongLine, type LineProfile } from "./along-line";
export { aroundField, MOST_AROUND } from "./around";
export {
  type BlendForm,
  blendedDifference,
  blendedIntersection,
  blendedUnion,
  greatestBlend,
} from "./blend";
export type { DistanceField, Worth } from "./field";
export { type FramedLevelSet, framedLevelSet } from "./framed-level-set";
export type { Repetition } from "./grid-cells";
export { type LevelSet, levelSet, levelSets } from "./level-set";
export { offsetField, shellField } from "./levels";
export { nearestEdgeRegion } from "./nearest-edge-region";
export { pathField } from "./path-field";
export { placedField } from "./placed";
export { repeatedField } from "./repeated";
export { complement, differenceField, intersectionField, unionField, xorField } from "./sets";
export { sharpContours } from "./sharp-contours";
export { formField, shapeField } from "./sources";
export { steepness } from "./steepness";
