import { area, type Bounds, nearestEdgeRegion, operandOf } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";

export interface EdgeRegionView {
  /** The edge that is nearest to the place, in canonical rings. */
  ring: number;
  edge: number;
  /** Around the places whose nearest boundary point lies on it, x0 y0 x1 y1 …, closed along the frame. */
  lines: Float64Array[];
  area: number;
}

/** Parts of the frame's longer side that the region may be off by. */
const FINE = 2000;

/** The part of a frame in which the edge nearest to a place stays the nearest; null for what has no edges. */
export function edgeRegion(
  sheet: AskedSheet,
  { name, x, y, frame }: { name: string; x: number; y: number; frame: Bounds },
): EdgeRegionView | null {
  const shape = sheet.outlineOf(name);
  if (!shape || shape.vertexCount === 0) return null;
  const { ring, edge } = sheet.indexOf(shape).distance.distance(x, y);
  if (edge < 0) return null;
  const tolerance = Math.max(frame.maxX - frame.minX, frame.maxY - frame.minY) / FINE;
  const { polygons } = nearestEdgeRegion(operandOf(shape.polygons), ring, edge, frame, tolerance);
  const lines = operandOf(polygons).rings.map((points) => Float64Array.of(...points, points[0], points[1]));
  return { ring, edge, lines, area: area(polygons) };
}
