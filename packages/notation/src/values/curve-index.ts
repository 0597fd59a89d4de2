import { type PathIndex, pathIndex } from "@vertexon/geometry";
import { boundaryOf } from "./boundary";
import type { Shape } from "./shape";

/** Beyond so many vertices curves are not looked for behind the edges. */
const MOST_TRACED = 20_000;

/** The true curves that bound a shape, prepared for questions; null where edges are all there is. */
export function curvesOf(shape: Shape): PathIndex | null {
  if (!shape.hasCurves || shape.vertexCount > MOST_TRACED) return null;
  return pathIndex(boundaryOf(shape).outlines, "evenodd");
}
