/**
 * Results of set operations that keep true curves: wherever a run of edges comes from one curve, the very part of that
 * curve, its ends on the true intersections.
 */
export { type CurvedResult, type CurvedSource, keepCurves } from "./keep-curves";
