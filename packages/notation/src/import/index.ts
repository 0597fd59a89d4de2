/**
 * Import: outlines in other forms as lines of a script. SVG documents, path data, well-known text, GeoJSON, tables of
 * points, and arrays as they stand in source code. What cannot be taken over is said, never dropped in silence.
 */
export { ImportError, type Imported } from "./imported";
export { type Attachment, type ImportPlan, planImport } from "./plan-import";
export { readImport } from "./read-import";
export { MOST_POINTS, type PointFile, readPoints, type Side } from "./read-points";
