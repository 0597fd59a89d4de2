/**
 * Corners of outlines cut off: by arcs that are tangent to both sides (fillets), or by straight chamfers.
 */
export type { CornerCut } from "./corner-cut";
export { CornerError, type CutCorner, cutCorners } from "./cut-corners";
