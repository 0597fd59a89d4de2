import { type Path, segmentsWithJoin } from "../path";
import { type FillRule, filled } from "../polygon";
import type { Location } from "./location-index";
import { ON_EDGE, turnAround, undecided } from "./turn-around";

export interface PathLocation extends Location {
  /** On the boundary: how far from the outline the point is at most, in plan units; 0 where it lies on a straight line, or elsewhere. */
  readonly width: number;
}

/**
 * Where (x, y) lies with regard to true curves: lines, quadratics, cubics, rational quadratics and elliptical arcs; open subpaths
 * are closed by a straight join. Sides and winding numbers are certain; what doubles cannot decide is `boundary`, with the
 * width in which it lies (about 1e-15 of the size). Linear in the segments; see `pathIndex` for many questions.
 */
export function locateOnPath(x: number, y: number, path: Path, fillRule: FillRule): PathLocation {
  let winding = 0;
  for (const subpath of path.subpaths)
    for (const segment of segmentsWithJoin({ ...subpath, closed: true })) {
      const turn = turnAround(segment, x, y);
      if (turn === ON_EDGE) return { side: "boundary", winding: 0, width: undecided.width };
      winding += turn;
    }
  return { side: filled(winding, fillRule) ? "inside" : "outside", winding, width: 0 };
}
