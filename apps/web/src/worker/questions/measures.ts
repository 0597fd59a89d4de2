import {
  bounds,
  type Circle,
  enclosingBox,
  enclosingCircle,
  inscribedCircle,
  momentsOf,
  operandOf,
  type Path,
  perimeter,
  polygonPath,
  rotation,
  type TurnedBox,
  transformPath,
} from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";

/** Measures of a shape's region. */
export interface MeasuresView {
  area: number;
  perimeter: number;
  centroid: { x: number; y: number };
  /** Second moments of area about the centroid, and those about the principal axes. */
  second: { xx: number; yy: number; xy: number; greatest: number; least: number };
  /** The principal axis along which the area reaches furthest, in radians. */
  axis: number;
  circle: Circle;
  /** No circle inside is larger than `bound`. */
  inside: (Circle & { bound: number }) | null;
  turned: TurnedBox & { path: Path };
  upright: { width: number; height: number; path: Path };
}

/** Measures of a shape's region: moments, and the circles and boxes around it and inside. Null for an empty one, and for what is no shape. */
export function measures(sheet: AskedSheet, { name }: { name: string }): MeasuresView | null {
  const shape = sheet.shape(name);
  if (!shape) return null;
  const { rings } = operandOf(shape.polygons);
  const points = rings.flatMap((ring) => [...ring]);
  const [circle, turned, upright] = [enclosingCircle(points), enclosingBox(points), bounds(rings)];
  if (!circle || !turned || !upright) return null;
  const { area, centroid, second } = momentsOf({ subpaths: rings.flatMap((ring) => polygonPath(ring).subpaths) });
  const spread = Math.hypot((second.xx - second.yy) / 2, second.xy);
  const middle = (second.xx + second.yy) / 2;
  const inside = inscribedCircle(operandOf(shape.polygons), shape.tolerance / 100);
  const box = (w: number, h: number) => polygonPath([-w, -h, w, -h, w, h, -w, h]);
  const at = (path: ReturnType<typeof polygonPath>, angle: number, x: number, y: number) =>
    transformPath(path, { ...rotation(angle), e: x, f: y });
  return {
    area,
    perimeter: rings.reduce((sum, ring) => sum + perimeter(ring), 0),
    centroid,
    second: { ...second, greatest: middle + spread, least: middle - spread },
    // The direction along which the area reaches furthest.
    axis: Math.atan2(2 * second.xy, second.xx - second.yy) / 2,
    circle,
    inside,
    turned: { ...turned, path: at(box(turned.width / 2, turned.height / 2), turned.angle, turned.x, turned.y) },
    upright: {
      width: upright.maxX - upright.minX,
      height: upright.maxY - upright.minY,
      path: at(
        box((upright.maxX - upright.minX) / 2, (upright.maxY - upright.minY) / 2),
        0,
        (upright.minX + upright.maxX) / 2,
        (upright.minY + upright.maxY) / 2,
      ),
    },
  };
}
