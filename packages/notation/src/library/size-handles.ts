import { hasLength, type Path, pointAt, polygonPath, tangentAt } from "@vertexon/geometry";
import type { Distance } from "../values/distance";
import type { Handle } from "../values/handle";
import type { Shape } from "../values/shape";
import { alongHandle } from "./argument-handles";
import type { Bound } from "./signature";

/** Steps on the way to a boundary. */
const STEPS = 8;

/** Half the width from the middle of the first segment, on a side that is covered. */
export function widthHandle(shape: Shape, args: Bound, width: number, side: "both" | "left" | "right"): Handle[] {
  const place = beside(shape.outline);
  if (!place) return [];
  const sign = side === "left" ? -0.5 : 0.5;
  const { x, y, nx, ny } = place;
  const step: [number, number] = [sign * nx, sign * ny];
  return alongHandle(args, "width", { x, y }, step, { x: x + step[0] * width, y: y + step[1] * width });
}

/** At a distance from the middle of the region's first edge, outwards; an argument that is `sign` times as large drives it. */
export function distanceHandle(shape: Shape, args: Bound, name: string, distance: number, sign: 1 | -1): Handle[] {
  const [polygon] = shape.polygons;
  const place = polygon && beside(polygonPath(polygon.outer));
  if (!place) return [];
  const { x, y, nx, ny } = place;
  return alongHandle(args, name, { x, y }, [sign * nx, sign * ny], { x: x + nx * distance, y: y + ny * distance });
}

/** At a number times `step` from a distance's own boundary, outwards, near the middle of its plain outline's first edge. */
export function boundaryHandle(of: Distance, args: Bound, name: string, value: number, step: number): Handle[] {
  const [polygon] = of.plain.polygons;
  const begin = polygon && beside(polygonPath(polygon.outer));
  if (!begin) return [];
  const slope = { x: 0, y: 0 };
  let { x, y } = begin;
  // Blends have moved the boundary: Newton's method along the gradient leads back to it.
  for (let round = 0; round < STEPS; round++) {
    const level = of.field.at(x, y, slope);
    const squared = slope.x * slope.x + slope.y * slope.y;
    if (level === 0 || squared === 0) break;
    x -= (level * slope.x) / squared;
    y -= (level * slope.y) / squared;
  }
  const length = Math.hypot(slope.x, slope.y);
  if (!(length > 0)) return [];
  const [dx, dy] = [(step * slope.x) / length, (step * slope.y) / length];
  return alongHandle(args, name, { x, y }, [dx, dy], { x: x + dx * value, y: y + dy * value });
}

/** The middle of an outline's first segment, and the right normal there. */
function beside(outline: Path): { x: number; y: number; nx: number; ny: number } | null {
  const segment = outline.subpaths.flatMap(({ segments }) => segments).find(hasLength);
  if (!segment) return null;
  const [x, y] = pointAt(segment, 0.5);
  const [dx, dy] = tangentAt(segment, 0.5, 1);
  return { x, y, nx: dy, ny: -dx };
}
