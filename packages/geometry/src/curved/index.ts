/**
 * Where the edges of results come from, through any number of operations, and results that keep true curves: wherever a
 * run of edges comes from one curve, the very part of that curve, its ends on the true intersections.
 */
export { type CurveSource, type EdgeSources, reverseSources, sourcesOf, transformSources } from "./edge-sources";
export { type CurvedResult, keepCurves } from "./keep-curves";
export { traceEdges } from "./trace-edges";
