import { pathIndex } from "../../location";
import type { Path } from "../../path";
import type { Bounds, FillRule } from "../../polygon";
import { curveDistances } from "../nearest/near-curves";
import { measureOfPieces } from "./few-pieces";
import type { DistanceField } from "./field";
import { byLists, byMeasure } from "./measured";
import { PathSlopes } from "./path-slopes";
import { EXACT, withinOf } from "./sources";
import { ellipseField } from "./whole-ellipse";

/** The exact field of a path's true curves, in closed form for a circle or an ellipse. */
export function pathField(path: Path, fillRule: FillRule, box: Bounds | null): DistanceField {
  const form = ellipseField(path);
  if (form) return form;
  const index = pathIndex(path, fillRule);
  const slopes = new PathSlopes(path, index);
  const at: DistanceField["at"] = (x, y, slope) => {
    const found = index.distance(x, y);
    if (slope) slopes.write(found, x, y, slope);
    return found.distance;
  };
  const measure = measureOfPieces(path, fillRule);
  const measured = measure ? byMeasure(measure) : byLists(curveDistances(path, index));
  return { at, ...measured, worth: EXACT, lipschitz: 1, within: withinOf(box) };
}
