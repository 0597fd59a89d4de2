import {
  bounds,
  type Circle,
  type CornerCut,
  type CutCorner,
  circleSubpath,
  convexHull,
  cutCorners,
  type FitForm,
  fitCurves,
  type Path,
  polygonPath,
  rotation,
  simplifyOutlines,
  type TurnedBox,
  transformPath,
} from "@vertexon/geometry";
import { after, type ErrorBound, EXACT } from "./error-bound";
import type { Shape } from "./shape";

/** The smallest convex shape around the vertices. */
export function hullOf(shape: Shape): Shape {
  const points = shape.operand.rings.flatMap((ring) => [...ring]);
  return shape.derived({ outline: polygonPath(convexHull(points)), carried: shape.bound });
}

/** A box around it: a turned one, or the upright one. */
export function boxAround(shape: Shape, box?: TurnedBox): Shape {
  const around = bounds(shape.operand.rings);
  if (!around) return shape.derived({ outline: { subpaths: [] }, carried: EXACT });
  const { minX, minY, maxX, maxY } = around;
  const upright = { x: (minX + maxX) / 2, y: (minY + maxY) / 2, width: maxX - minX, height: maxY - minY, angle: 0 };
  const { x, y, width, height, angle } = box ?? upright;
  const [w, h] = [width / 2, height / 2];
  const outline = polygonPath([-w, -h, w, -h, w, h, -w, h].map((value, i) => value + (i % 2 ? y : x)));
  return shape.derived({ outline: transformPath(outline, rotation(angle, x, y)), carried: shape.bound });
}

/** A circle that was made from it, off by a bound. */
export function circleFrom(shape: Shape, { x, y, radius }: Circle, carried: ErrorBound): Shape {
  return shape.derived({ outline: { subpaths: [circleSubpath(x, y, radius, radius)] }, carried });
}

/** An open line that was made from it. */
export function lineFrom(shape: Shape, outline: Path): Shape {
  return shape.derived({ outline, carried: shape.bound });
}

/** Arcs or cubic curves along its vertices. */
export function curvesAlong(shape: Shape, within: number, form: FitForm, corner: number): Shape {
  const { path, deviation } = fitCurves(shape.flat.subpaths, within, form, corner);
  return shape.derived({
    outline: path,
    isMade: shape.isMade,
    fillRule: shape.fillRule,
    carried: after(shape.bound, { derived: deviation }),
  });
}

/** With fewer of its vertices, within a distance of what they told. */
export function simplified(shape: Shape, tolerance: number): Shape {
  const { outlines, deviation } = simplifyOutlines(shape.flat.subpaths, tolerance);
  const subpaths = outlines.flatMap(({ vertices, closed }) => polygonPath(vertices, closed).subpaths);
  return shape.derived({
    outline: { subpaths },
    isMade: shape.isMade,
    fillRule: shape.fillRule,
    carried: after(shape.bound, { derived: deviation }),
  });
}

/** Corners cut off by arcs or lines, and what became of each. */
export function withCornersCut(
  shape: Shape,
  cut: CornerCut,
  isChosen: (subpath: number, corner: number) => boolean,
): { outline: Shape; corners: CutCorner[] } {
  const { path, corners } = cutCorners(shape.outline, cut, isChosen);
  return {
    outline: shape.derived({ outline: path, isMade: shape.isMade, fillRule: shape.fillRule, carried: shape.carried }),
    corners,
  };
}
